"""What an instructor should look at first in the figures of a question; each as a code for a sentence."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from unvo_core.itemstats.analysis import ItemFigures

TOO_EASY, TOO_HARD = 0.95, 0.25
TELLS_LITTLE = 0.15
FEWEST = 8
"""Answers below which a question is not judged."""
UNUSED = 0.03
THIRD = 1 / 3


@dataclass(frozen=True, slots=True)
class Remark:
    """`code` names the sentence, `params` fill it."""

    code: str
    params: Mapping[str, str] = field(default_factory=dict)


def remarks(figures: ItemFigures, right: frozenset[str], group: int) -> list[Remark]:
    """The gravest first. `right`: the options that are right, empty for a question without options; `group`: how many
    are in the upper 27 %. Common practice, no source, for the bounds."""
    if figures.asked < FEWEST:
        return [Remark("few", {"asked": str(figures.asked)})]
    found = [*_key(figures, right, group)]
    if figures.discrimination is not None and figures.discrimination < 0 and not found:
        found.append(Remark("backwards"))
    if figures.difficulty < TOO_HARD:
        found.append(Remark("hard", {"percent": f"{figures.difficulty:.0%}"}))
    elif figures.difficulty > TOO_EASY:
        found.append(Remark("easy", {"percent": f"{figures.difficulty:.0%}"}))
    elif figures.item_total is not None and figures.item_total < TELLS_LITTLE and not found:
        found.append(Remark("tells_little"))
    unused = [o.name for o in figures.options if o.name not in right and o.count < UNUSED * figures.asked]
    if unused and right:
        found.append(Remark("unused", {"options": ", ".join(unused)}))
    return found or [Remark("fine")]


def _key(figures: ItemFigures, right: frozenset[str], group: int) -> list[Remark]:
    """One wrong option that those who did best took more often than the right one: is the key right?"""
    best = max((o.upper for o in figures.options if o.name in right), default=0)
    for option in sorted(figures.options, key=lambda o: -o.upper):
        if right and option.name not in right and option.upper > best and option.upper > THIRD * group:
            share = f"{option.upper} of {group}"
            return [Remark("key_doubted", {"option": option.name, "share": share})]
    return []
