"""Whom a change of the rules moves, and by how much."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from decimal import Decimal
from fractions import Fraction
from typing import NamedTuple, Protocol


class Shown(Protocol):
    """A total, or only what is shown of it."""

    @property
    def value(self) -> Fraction | None: ...

    @property
    def shown(self) -> Decimal | None: ...

    @property
    def band(self) -> str | None: ...


class Figure(NamedTuple):
    value: Fraction | None
    shown: Decimal | None
    band: str | None


@dataclass(frozen=True, slots=True)
class Move:
    """One student's total before and after. `by` in percentage points, exact; None where there was no figure before,
    or there is none after."""

    person_id: int
    before: Shown
    after: Shown

    @property
    def by(self) -> Fraction | None:
        if self.before.value is None or self.after.value is None:
            return None
        return self.after.value - self.before.value

    @property
    def changes_band(self) -> bool:
        return self.before.band != self.after.band

    @property
    def moves(self) -> bool:
        """Whether anything of it is another, be it but how it is rounded."""
        return self.changes_band or self.before.shown != self.after.shown or self.before.value != self.after.value


@dataclass(frozen=True, slots=True, kw_only=True)
class Effect:
    """`moves`: those of whom something changes, first who gets another band, then by size. `without`: how many have no
    total, before or after."""

    students: int
    without: int
    up: int
    down: int
    bands: int
    moves: tuple[Move, ...]


def effect(before: Mapping[int, Shown], after: Mapping[int, Shown]) -> Effect:
    """Over the students of `before`, each of whom is in `after`."""
    found = [Move(person, total, after[person]) for person, total in before.items()]
    moved = [m for m in found if m.moves]
    return Effect(
        students=len(found),
        without=sum(m.before.value is None and m.after.value is None for m in found),
        up=sum((m.by or 0) > 0 for m in moved),
        down=sum((m.by or 0) < 0 for m in moved),
        bands=sum(m.changes_band for m in moved),
        moves=tuple(sorted(moved, key=lambda m: (not m.changes_band, -abs(m.by or 0), m.person_id))),
    )
