"""Exact sums: one common denominator instead of a reduction at every step."""

from __future__ import annotations

from collections.abc import Iterable
from fractions import Fraction
from math import lcm


def exact_sum(values: Iterable[Fraction]) -> Fraction:
    """The sum of any number of fractions; 0 for none."""
    found = list(values)
    common = lcm(*[v.denominator for v in found])
    return Fraction(sum(v.numerator * (common // v.denominator) for v in found), common)
