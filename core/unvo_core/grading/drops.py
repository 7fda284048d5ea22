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


def drop_lowest(scores: Sequence[Scored], count: int, extra: Fraction = Fraction(0)) -> frozenset[int]:
    """Keys of the `count` scores whose drop leaves the best percentage; one score always stays.

    `extra`: points of extra credit, which stay in the sum whatever is dropped and weigh more the less is left.
    """
    return _drop(scores, count, Fraction(1), extra)


def drop_highest(scores: Sequence[Scored], count: int, extra: Fraction = Fraction(0)) -> frozenset[int]:
    """Keys of the `count` scores whose drop leaves the lowest percentage; one score always stays."""
    return _drop(scores, count, Fraction(-1), extra)


def _drop(scores: Sequence[Scored], count: int, sign: Fraction, extra: Fraction) -> frozenset[int]:
    if count <= 0:
        return frozenset()
    droppable = [s for s in scores if s.can_drop]
    fixed = [s for s in scores if not s.can_drop]
    count = min(count, len(droppable), len(scores) - 1)
    if count <= 0:
        return frozenset()
    kept = droppable[count:]
    ratio = _ratio(fixed + kept, extra)
    while True:
        ranked = sorted(droppable, key=lambda s: (sign * (s.raw - ratio * s.possible), s.key))
        kept = ranked[count:]
        better = _ratio(fixed + kept, extra)
        if sign * (better - ratio) <= 0:
            return frozenset(s.key for s in ranked[:count])
        ratio = better


def _ratio(scores: Sequence[Scored], extra: Fraction) -> Fraction:
    possible = exact_sum(s.possible for s in scores)
    return (exact_sum(s.raw for s in scores) + extra) / possible if possible else Fraction(0)
