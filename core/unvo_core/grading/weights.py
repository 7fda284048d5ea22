"""Weights of categories: what they add to, and how they would add to 100."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction

from unvo_core.exact import exact_sum
from unvo_core.grading.totals import Category


def whole_weight(categories: Sequence[Category]) -> Fraction | None:
    """The sum of the weights, in percent; extra credit comes on top. None in a course that adds points."""
    weighted = _weighted(categories)
    return exact_sum(weighted.values()) if weighted else None


def scaled_weights(categories: Sequence[Category]) -> dict[int, Fraction]:
    """Weights in proportion, to a thousandth of a percent, that add to exactly 100; none where they add to 0."""
    weighted = _weighted(categories)
    whole = exact_sum(weighted.values())
    if not whole:
        return {}
    found = {key: Fraction(round(weight * 100 / whole * 1000), 1000) for key, weight in weighted.items()}
    found[max(found, key=lambda key: found[key])] += 100 - exact_sum(found.values())
    return found


def _weighted(categories: Sequence[Category]) -> dict[int, Fraction]:
    return {c.id: c.weight for c in categories if c.weight is not None and not c.extra_credit}
