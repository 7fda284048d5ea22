"""Which scores to drop. With points of different size the best drop is not always the lowest percentage.

Kane & Kane 2006, 'Dropping Lowest Grades', Mathematics Magazine 79(3), pp. 181-189: for a trial
percentage q, keep the scores with the greatest raw - q * possible; the q that the kept ones reach
themselves is the answer, and the iteration climbs to it in few steps.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction

from unvo_core.exact import exact_sum


@dataclass(frozen=True, slots=True)
class Scored:
    """One score that counts in a category: points reached of points possible."""

    key: int
    raw: Fraction
    possible: Fraction
    can_drop: bool = True


def drop_lowest(scores: Sequence[Scored], count: int) -> frozenset[int]:
    """Keys of the `count` scores whose drop leaves the best percentage; one score always stays."""
    return _drop(scores, count, Fraction(1))


def drop_highest(scores: Sequence[Scored], count: int) -> frozenset[int]:
    """Keys of the `count` scores whose drop leaves the lowest percentage; one score always stays."""
    return _drop(scores, count, Fraction(-1))


def _drop(scores: Sequence[Scored], count: int, sign: Fraction) -> frozenset[int]:
    if count <= 0:
        return frozenset()
    droppable = [s for s in scores if s.can_drop]
    fixed = [s for s in scores if not s.can_drop]
    count = min(count, len(droppable), len(scores) - 1)
    if count <= 0:
        return frozenset()
    kept = droppable[count:]
    ratio = _ratio(fixed + kept)
    while True:
        ranked = sorted(droppable, key=lambda s: (sign * (s.raw - ratio * s.possible), s.key))
        kept = ranked[count:]
        better = _ratio(fixed + kept)
        if sign * (better - ratio) <= 0:
            return frozenset(s.key for s in ranked[:count])
        ratio = better


def _ratio(scores: Sequence[Scored]) -> Fraction:
    possible = exact_sum(s.possible for s in scores)
    return exact_sum(s.raw for s in scores) / possible if possible else Fraction(0)
