"""What an item, part or module waits for, and what is still missing to open it."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from enum import StrEnum
from fractions import Fraction
from typing import NamedTuple

from unvo_core.schedule.zones import require_aware


class Join(StrEnum):
    ALL = "all"
    ANY = "any"


@dataclass(frozen=True, slots=True)
class Done:
    """These items are done: all of them, or any `of` of them."""

    items: tuple[int, ...]
    of: int | None = None


@dataclass(frozen=True, slots=True)
class Scored:
    """At least `percent` of the points of an item, once released."""

    item: int
    percent: Fraction


@dataclass(frozen=True, slots=True)
class From:
    """From this instant on."""

    at: datetime

    def __post_init__(self) -> None:
        require_aware(self.at)


@dataclass(frozen=True, slots=True)
class For:
    """Only for the members of one of these groups or sections; nobody else has the item on their path."""

    groups: frozenset[int] = frozenset()
    sections: frozenset[int] = frozenset()


@dataclass(frozen=True, slots=True)
class ByHand:
    """Once a teacher opens it: for everybody (`opened`), or for the person."""

    opened: bool = False


Condition = Done | Scored | From | For | ByHand


@dataclass(frozen=True, slots=True)
class When:
    """Conditions that must hold: all of them, or any one. None at all always hold."""

    of: tuple[Condition, ...] = ()
    join: Join = Join.ALL


class Choice(NamedTuple):
    """`need` more of these items, whichever; always fewer than there are."""

    need: int
    items: tuple[int, ...]


class Missing(NamedTuple):
    """What would open it: do `items` and enough of each of `choices`, reach `scores` (item, percent), wait `until`,
    ask a teacher (`by_hand`).

    All of these are needed. `or_at`: it opens at this instant anyway. A tuple, because one is made for each
    condition and person.
    """

    items: tuple[int, ...] = ()
    scores: tuple[tuple[int, Fraction], ...] = ()
    until: datetime | None = None
    by_hand: bool = False
    or_at: datetime | None = None
    choices: tuple[Choice, ...] = ()

    @property
    def nothing(self) -> bool:
        return not (self.items or self.scores or self.choices or self.by_hand or self.until)

    @property
    def cost(self) -> tuple[bool, int]:
        """What can't be done by the person alone comes last; then the fewest things to do."""
        return self.by_hand, len(self.items) + len(self.scores) + sum(c.need for c in self.choices)

    @property
    def one_item(self) -> int | None:
        """The item, where doing it is all that is missing."""
        alone = len(self.items) == 1 and not (self.scores or self.choices or self.by_hand or self.until)
        return self.items[0] if alone else None


NOTHING_MISSING = Missing()


@dataclass(frozen=True, slots=True)
class Known:
    """What conditions are judged by. An item is `through` once it is done, or closed for good:
    what can't be done any more holds nothing back. Items that `through` lacks are not on the person's path."""

    through: Mapping[int, bool]
    percents: Mapping[int, Fraction | None]
    now: datetime
    let_in: bool = False


def whens_for(whens: Iterable[When], groups: frozenset[int], section: int | None) -> tuple[When, ...] | None:
    """The conditions as they stand for a person of these groups and this section, `For` settled.

    None: they are for others, and the item is not on this person's path.
    """
    kept: list[When] = []
    for when in whens:
        theirs = [bool(c.groups & groups) or section in c.sections for c in when.of if isinstance(c, For)]
        rest = tuple(c for c in when.of if not isinstance(c, For))
        if when.join is Join.ALL:
            if not all(theirs):
                return None
        elif any(theirs):
            continue
        elif theirs and not rest:
            return None
        if rest:
            kept.append(When(rest, when.join))
    return tuple(kept)


def missing(whens: Sequence[When], known: Known) -> Missing:
    """All of `whens` must hold: what is missing for that, the least of it where there is a choice."""
    if len(whens) == 1:
        return _missing_of(whens[0], known)
    firm = joined([_missing_of(when, known) for when in whens if not _chooses(when)])
    open_still = [w for w in whens if _chooses(w) and not any(_settled_by(firm, c, known) for c in w.of)]
    return joined([firm, *(_missing_of(when, known) for when in open_still)])


def _chooses(when: When) -> bool:
    return when.join is Join.ANY and len(when.of) > 1


def _settled_by(firm: Missing, condition: Condition, known: Known) -> bool:
    """Whether doing what is missing anyway meets this condition too."""
    if isinstance(condition, For):
        return False
    lacks = _missing_for(condition, known)
    reached = dict(firm.scores)
    sure = {*firm.items, *reached}
    return (
        sure.issuperset(lacks.items)
        and all(i in reached and reached[i] >= percent for i, percent in lacks.scores)
        and all(len(sure.intersection(c.items)) >= c.need for c in lacks.choices)
        and (lacks.until is None or (firm.until is not None and firm.until >= lacks.until))
        and (firm.by_hand or not lacks.by_hand)
    )


def _missing_of(when: When, known: Known) -> Missing:
    if len(when.of) == 1:
        return _missing_for(when.of[0], known)
    if when.join is Join.ALL:
        return joined([_missing_for(c, known) for c in when.of])
    each = [_missing_for(c, known) for c in when.of if not isinstance(c, For)]
    if len(each) < 2:
        return joined(each)
    if any(m.nothing for m in each):
        return NOTHING_MISSING
    dates = [m.until for m in each if m.until is not None]
    others = [m for m in each if m.until is None]
    if not others:
        return Missing(until=min(dates))
    anyway = min(dates) if dates else None
    single = tuple(dict.fromkeys(m.one_item for m in others if m.one_item is not None))
    if len(single) > 1:
        return Missing(or_at=anyway, choices=(Choice(1, single),))
    return min(others, key=lambda m: m.cost)._replace(until=None, or_at=anyway)


def _missing_for(condition: Condition, known: Known) -> Missing:
    # By type and not by pattern: this is asked for every condition of every person.
    if isinstance(condition, Done):
        return _missing_items(condition, known.through)
    if isinstance(condition, Scored):
        if condition.item not in known.percents:
            return NOTHING_MISSING
        reached = known.percents[condition.item]
        enough = reached is not None and reached >= condition.percent
        return NOTHING_MISSING if enough else Missing(scores=((condition.item, condition.percent),))
    if isinstance(condition, From):
        return Missing(until=condition.at) if known.now < condition.at else NOTHING_MISSING
    if isinstance(condition, ByHand):
        return NOTHING_MISSING if condition.opened or known.let_in else Missing(by_hand=True)
    return NOTHING_MISSING


def _missing_items(done: Done, through: Mapping[int, bool]) -> Missing:
    undone = tuple([i for i in done.items if not through.get(i, True)])
    if not undone:
        return NOTHING_MISSING
    if done.of is None:
        return Missing(undone)
    here = sum(1 for i in done.items if i in through)
    lacking = min(done.of, here) - here + len(undone)
    if lacking <= 0:
        return NOTHING_MISSING
    return Missing(choices=(Choice(lacking, undone),)) if lacking < len(undone) else Missing(undone)


def joined(each: Sequence[Missing]) -> Missing:
    """What is missing for all of them together."""
    found = [m for m in each if m is not NOTHING_MISSING]
    if len(found) < 2:
        return found[0] if found else NOTHING_MISSING
    dates = [m.until for m in found if m.until is not None]
    anyway = [m.or_at for m in found]
    items, choices = _left_to_choose(found)
    return Missing(
        items,
        tuple(dict.fromkeys(s for m in found for s in m.scores)),
        max(dates) if dates else None,
        any(m.by_hand for m in found),
        max(d for d in anyway if d is not None) if all(d is not None for d in anyway) else None,
        choices,
    )


def _left_to_choose(found: Sequence[Missing]) -> tuple[tuple[int, ...], tuple[Choice, ...]]:
    """All items, and the choices that doing these, and reaching the scores, does not settle."""
    items = tuple(dict.fromkeys(i for m in found for i in m.items))
    choices = tuple(dict.fromkeys(c for m in found for c in m.choices))
    scores = tuple(s for m in found for s in m.scores)
    sure = {*items, *(i for i, _ in scores)}
    for choice in choices:
        rest = tuple(i for i in choice.items if i not in sure)
        need = choice.need - len(choice.items) + len(rest)
        if len(rest) == len(choice.items):
            continue
        left = Missing(choices=(Choice(need, rest),)) if need < len(rest) else Missing(rest)
        others = Missing(items, scores, choices=tuple(c for c in choices if c != choice))
        return _left_to_choose([others, left] if need > 0 else [others])
    return items, choices


def named_items(whens: Iterable[When]) -> tuple[int, ...]:
    """Every item that conditions name, once each."""
    found: dict[int, None] = {}
    for when in whens:
        for condition in when.of:
            if isinstance(condition, Done):
                found |= dict.fromkeys(condition.items)
            elif isinstance(condition, Scored):
                found[condition.item] = None
    return tuple(found)


def surely_awaited(whens: Iterable[When]) -> tuple[int, ...]:
    """The items without which it never opens: those of conditions that leave no choice."""
    found: dict[int, None] = {}
    for when in whens:
        if when.join is Join.ANY and len(when.of) > 1:
            continue
        for condition in when.of:
            if isinstance(condition, Done) and (condition.of is None or condition.of >= len(condition.items)):
                found |= dict.fromkeys(condition.items)
            elif isinstance(condition, Scored):
                found[condition.item] = None
    return tuple(found)
