"""Which content of a system goes to which item that waits for some."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Slot:
    """An item by its title. `taken`: content stands behind it already."""

    title: str
    taken: bool


def pair(contents: Sequence[str], slots: Sequence[Slot]) -> tuple[int | None, ...]:
    """For each title of content the slot that is proposed for it, none twice; None for none.

    By title where one content at least is called as a slot is, or begins so ('Set 3A: levelling' for 'Set 3A'); what
    is called otherwise is then left out. Else in order: the first content to the first free slot, or, where all are
    taken, to the first of all.
    """
    found: list[int | None] = []
    for title in contents:
        fits = [n for n, slot in enumerate(slots) if n not in found and _begins(title, slot.title)]
        found.append(max(fits, key=lambda n: len(slots[n].title)) if fits else None)
    if any(n is not None for n in found):
        return tuple(found)
    free = [n for n, slot in enumerate(slots) if not slot.taken] or list(range(len(slots)))
    return tuple(free[n] if n < len(free) else None for n in range(len(contents)))


def _begins(title: str, start: str) -> bool:
    whole, first = title.casefold().strip(), start.casefold().strip()
    return bool(first) and whole.startswith(first) and not whole[len(first) :][:1].isalnum()
