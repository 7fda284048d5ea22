"""Class statistics of one item."""

from __future__ import annotations

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


def _quantile(ordered: Sequence[Fraction], share: Fraction) -> Fraction:
    place = share * (len(ordered) - 1)
    below = int(place)
    above = min(below + 1, len(ordered) - 1)
    return ordered[below] + (ordered[above] - ordered[below]) * (place - below)
