"""Rows to frozen core values, nowhere else."""

from __future__ import annotations

from collections.abc import Mapping
from decimal import Decimal
from fractions import Fraction
from typing import Any, Protocol

from unvo_core.quizzes.rules import FIRST, Paper, QuizRules, Revealed, When
from unvo_core.quizzes.slots import Slot

from apps.quizzes.models import Quiz


class RuledBy(Protocol):
    """What says how a quiz goes: its row, or what comes in for it."""

    attempts: int | None
    tries: int | None
    try_cost: Decimal
    minutes: int | None
    one_by_one: bool
    back: bool
    shuffle: bool
    code: str
    room: bool
    fresh: bool

    @property
    def paper(self) -> str: ...

    @property
    def shows(self) -> Mapping[Any, str]: ...


def rules_of(quiz: RuledBy) -> QuizRules:
    return QuizRules(
        attempts=quiz.attempts,
        tries=quiz.tries,
        try_cost=Fraction(quiz.try_cost),
        minutes=quiz.minutes,
        one_by_one=quiz.one_by_one,
        back=quiz.back,
        shuffle=quiz.shuffle,
        code=quiz.code.strip(),
        room=quiz.room,
        fresh=quiz.fresh,
        paper=Paper(quiz.paper),
        shows=shows_of(quiz.shows),
    )


def shows_of(kept: Mapping[Any, str]) -> dict[Revealed, When]:
    return {what: When(kept.get(what, FIRST[what])) for what in Revealed}


def slots_of(quiz: Quiz) -> tuple[Slot, ...]:
    return tuple(slot_of(row) for row in quiz.questions)


def slot_of(row: Mapping[str, Any]) -> Slot:
    return Slot(
        question=row.get("question"),
        bank=row.get("bank"),
        count=row.get("count", 1),
        points=Fraction(str(row["points"])),
    )


def exact(share: str | None) -> Fraction | None:
    return None if share is None else Fraction(share)
