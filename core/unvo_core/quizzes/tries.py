"""What a question brings in after several tries."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from typing import Literal

from unvo_core.answers.kinds import ChoiceAsked
from unvo_core.questions.model import Question

Verdict = Literal["right", "part", "wrong"]


def verdict_of(share: Fraction | None) -> Verdict:
    """What a share of the points is called; none yet is wrong."""
    return "right" if share == 1 else "part" if share else "wrong"


def tries_of(question: Question, tries: int | None) -> int | None:
    """How often an answer can be checked. Where one of a few options is chosen, half of them at most: three ways to
    answer leave one try (common practice, no source). None: nothing is checked before it is handed in."""
    if tries is None:
        return None
    fewest = [
        max(1, len(field.asked.options) // 2)
        for field in question.fields
        if isinstance(field.asked, ChoiceAsked) and not field.asked.several
    ]
    return min([tries, *fewest])


def points_of(points: Fraction, shares: Sequence[Fraction], cost: Fraction) -> Fraction:
    """The best of the tries, each less what the wrong ones before it cost; never below nothing.

    `shares`: of the points, one a try in order. Nobody loses by trying again what was partly right.
    """
    after = (points * share - cost * before for before, share in enumerate(shares))
    return max([Fraction(0), *after])


def best_share(points: Fraction, shares: Sequence[Fraction], cost: Fraction) -> Fraction:
    """`points_of` as a share of the points."""
    return points_of(points, shares, cost) / points if points else Fraction(0)
