"""Class statistics of one item."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction

FEWEST_SHOWN = 5
"""Students see the class only where at least this many scores are out."""


@dataclass(frozen=True, slots=True, kw_only=True)
class ClassStats:
    """In points. Quartiles by linear interpolation between order statistics (numpy's default)."""

    n: int
    mean: Fraction
    median: Fraction
    low: Fraction
    high: Fraction
    lower_quartile: Fraction
    upper_quartile: Fraction


def class_stats(scores: Sequence[Fraction]) -> ClassStats | None:
    """None for an empty class."""
    if not scores:
        return None
    ordered = sorted(scores)
    return ClassStats(
        n=len(ordered),
        mean=sum(ordered, Fraction(0)) / len(ordered),
        median=_quantile(ordered, Fraction(1, 2)),
        low=ordered[0],
        high=ordered[-1],
        lower_quartile=_quantile(ordered, Fraction(1, 4)),
        upper_quartile=_quantile(ordered, Fraction(3, 4)),
    )


def tenth(score: Fraction, possible: Fraction) -> int:
    """Into which tenth of the points a score falls, from 0 to 9; all of them and more are in the last. `possible` must
    be above 0."""
    return max(0, min(9, int(score / possible * 10)))


def histogram(scores: Sequence[Fraction], possible: Fraction) -> tuple[int, ...]:
    """How many fall into each tenth of the points (numpy's bins: each with its lower end, the last with both)."""
    counts = Counter(tenth(score, possible) for score in scores)
    return tuple(counts[n] for n in range(10))


def _quantile(ordered: Sequence[Fraction], share: Fraction) -> Fraction:
    place = share * (len(ordered) - 1)
    below = int(place)
    above = min(below + 1, len(ordered) - 1)
    return ordered[below] + (ordered[above] - ordered[below]) * (place - below)
