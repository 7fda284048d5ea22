"""Two people score one work, neither seeing what the other gave."""

from __future__ import annotations

from fractions import Fraction

NEAR = Fraction(1, 10)
"""Of the possible points: scores that differ by no more are met in the middle; common practice, no source."""


def met(first: Fraction, second: Fraction, possible: Fraction) -> Fraction | None:
    """The score of two who are near each other: their mean. None: they look at it together."""
    return (first + second) / 2 if abs(first - second) <= possible * NEAR else None
