"""Shapes of attempts that were handed in, as they are looked at again."""

from __future__ import annotations

from datetime import datetime
from typing import Literal

from pydantic import BaseModel
from unvo_core.quizzes.tries import Verdict

from apps.questions.public import Answers, ReadOut, ShownQuestion
from apps.quizzes.api.schemas import AnswerFile, How, ShownWhen, TaughtRef

ReviewState = Literal["", "empty", "right", "part", "wrong", "read"]


class ReviewedQuestion(BaseModel):
    """A question of an attempt that was handed in; what is not shown by now is None or empty."""

    id: int
    question_id: int
    position: int
    name: str
    points: str
    shown: ShownQuestion | None
    answers: Answers | None
    fields: dict[str, ReadOut]
    key: Answers | None
    key_latex: dict[str, str]
    state: ReviewState
    won: str | None
    by_hand: str | None
    words: list[str]
    solution: str
    comment: str
    tried: list[Verdict]
    files: list[AnswerFile]
    late: Answers | None
    late_at: datetime | None
    ruling: Literal["", "out", "all"]
    why: str
    corrected: bool
    seconds: int
    taught_in: list[TaughtRef]
    can_practise: bool


class Review(BaseModel):
    number: int
    of: int | None
    title: str
    person: str
    person_id: int
    zone: str
    now: datetime
    started_at: datetime
    handed_in_at: datetime
    ends_at: datetime | None
    how: How
    receipt: str
    points: str | None
    possible: str
    attempts: list[int]
    shows: list[ShownWhen]
    questions: list[ReviewedQuestion]
    photos: list[AnswerFile]
    teaching: bool
    can_change: bool
