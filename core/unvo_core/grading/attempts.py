"""Which of several attempts counts."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from typing import Literal

Counting = Literal["best", "latest", "first", "mean"]


def counting_score(rule: Counting, scores: Sequence[Fraction | None]) -> Fraction | None:
    """The score of the attempt that counts, attempts in order; unscored attempts are passed over."""
    scored = [s for s in scores if s is not None]
    if not scored:
        return None
    match rule:
        case "best":
            return max(scored)
        case "latest":
            return scored[-1]
        case "first":
            return scored[0]
        case "mean":
            return sum(scored, Fraction(0)) / len(scored)
