"""What a whole attempt brings in."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction

from unvo_core.exact import exact_sum


class Ruling(StrEnum):
    """What a teacher decided about a question once it had been put: it is taken out, and the others carry its points;
    or everyone has its points."""

    NONE = ""
    OUT = "out"
    ALL = "all"


@dataclass(frozen=True, slots=True)
class Won:
    """One question of an attempt. `won` None: a person has yet to read it."""

    points: Fraction
    won: Fraction | None
    ruling: Ruling = Ruling.NONE


def attempt_points(questions: Sequence[Won]) -> Fraction | None:
    """The points of an attempt, out of all that its questions are worth; None while one waits for a reader.

    Where questions were taken out, the rest is reckoned up to the whole; where all were, everyone has all.
    """
    whole = exact_sum(q.points for q in questions)
    stays = [q for q in questions if q.ruling is not Ruling.OUT]
    won: list[Fraction] = []
    for question in stays:
        if question.ruling is Ruling.ALL:
            won.append(question.points)
        elif question.won is None:
            return None
        else:
            won.append(question.won)
    left = exact_sum(q.points for q in stays)
    return exact_sum(won) * whole / left if left else whole
