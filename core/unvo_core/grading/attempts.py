"""Which of several attempts counts."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from fractions import Fraction
from typing import Literal

from unvo_core.grading.late import LateResult

Counting = Literal["best", "latest", "first", "mean"]


def attempts_left(most: int | None, extra: int, handed_in: int) -> int | None:
    """How many more somebody has, of `most` and what they were allowed besides; None: as many as they like."""
    return None if most is None else max(0, most + extra - handed_in)


def extra_for_one_more(most: int | None, extra: int, handed_in: int) -> int:
    """How many attempts besides `most` it takes for one more than are handed in; 0 where one is left."""
    if most is None or attempts_left(most, extra, handed_in):
        return 0
    return handed_in + 1 - most


def attempt_to_score(handed_in: int, scored: Iterable[int]) -> int:
    """To which attempt, from 1, a score goes that names none: the last that was handed in (0: none) or has a score."""
    return max(1, handed_in, *scored)


def counting_attempt(rule: Counting, counts: Sequence[Fraction]) -> int | None:
    """Which attempt alone counts, from 0, attempts in order (of equal ones the first); None under 'mean'."""
    match rule:
        case "best":
            return max(range(len(counts)), key=lambda n: counts[n])
        case "latest":
            return len(counts) - 1
        case "first":
            return 0
        case "mean":
            return None


def mean_result(results: Sequence[LateResult]) -> LateResult:
    """The mean of what several attempts count, with the lateness of the latest of them."""
    given = sum((r.given for r in results), Fraction(0)) / len(results)
    counts = sum((r.counts for r in results), Fraction(0)) / len(results)
    return LateResult(
        seconds=max(r.seconds for r in results),
        units=max(r.units for r in results),
        given=given,
        deduction=given - counts,
        counts=counts,
    )
