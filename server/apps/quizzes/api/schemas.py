"""Shapes of quizzes and attempts. What a student is shown of a question is made in `apps.questions`."""

from __future__ import annotations

from datetime import datetime
from typing import Literal

from ninja import Schema
from pydantic import BaseModel, Field
from unvo_core.quizzes.rules import Paper, Revealed, When
from unvo_core.quizzes.tries import Verdict

from apps.questions.public import Answers, ReadOut, ShownQuestion

Holder = Field(min_length=8, max_length=40)
"""A name that a tab gave itself."""
QuestionState = Literal["empty", "saved", "form", "right", "part", "wrong", "read"]
"""Of a question under way: nothing there; kept; its form is to be mended; checked; to be read by a person."""
FreshState = Literal["empty", "form", "right", "part", "wrong"]
How = Literal["", "self", "clock", "teacher", "paper"]


class ShownWhen(BaseModel):
    """One thing that is shown, when, and said in a sentence."""

    what: Revealed
    when: When
    words: str
    now: bool


class OwnAttempt(BaseModel):
    """One of the reader's attempts. `points` None while they are not shown, or wait for a reader."""

    number: int
    started_at: datetime
    ends_at: datetime | None
    handed_in_at: datetime | None
    how: How
    receipt: str
    points: str | None
    waits: bool
    answered: int


class AnswerFile(BaseModel):
    id: int
    name: str
    size: int
    address: str


class OwnSheet(BaseModel):
    """A student's sheet. `taken_in`: nothing is added any more; `key`: its key lies open."""

    code: str
    number: int
    made_at: datetime
    taken_in: bool
    key: bool
    photos: list[AnswerFile]


class MyQuiz(BaseModel):
    """A quiz as its student stands with it. `why_not`: why no attempt can be begun now; `wants`: what beginning asks
    for; `class_minutes`: the time limit without the reader's allowance."""

    questions: int
    points: str
    attempts: list[OwnAttempt]
    attempts_left: int | None
    attempts_of: int | None
    counting: str
    tries: int | None
    try_cost: str
    minutes: float | None
    class_minutes: int | None
    one_by_one: bool
    back: bool
    wants_code: bool
    wants_room: bool
    here: bool
    paper: Paper
    sheet: OwnSheet | None
    can_begin: bool
    why_not: str
    shows: list[ShownWhen]
    open: bool
    score: str | None
    being_graded: bool
    practice: bool


class BeginIn(Schema):
    code: str = Field("", max_length=200)
    holder: str = Holder


class HolderIn(Schema):
    number: int = Field(ge=1, le=1000)
    holder: str = Holder


class TaughtRef(BaseModel):
    """Where the matter of a question was taught; `seconds` of a recording."""

    item_id: int
    title: str
    seconds: int | None


class TakenQuestion(BaseModel):
    """A question under way, in the reader's own numbers. `shown` None while there is no way to it. `tried`: how its
    tries ended."""

    id: int
    position: int
    name: str
    points: str
    shown: ShownQuestion | None
    answers: Answers
    seq: int
    saved_at: datetime | None
    state: QuestionState
    settled: bool
    tries_left: int | None
    tries_of: int | None
    tried: list[Verdict]
    won: str | None
    words: list[str]
    fields: dict[str, ReadOut]
    files: list[AnswerFile]
    taught_in: list[TaughtRef]
    can_practise: bool


class Taking(BaseModel):
    """An attempt under way. `now`: the server's clock, by which `ends_at` is meant."""

    number: int
    of: int | None
    title: str
    points: str
    counting: str
    started_at: datetime
    ends_at: datetime | None
    minutes: float | None
    class_minutes: int | None
    now: datetime
    zone: str
    due: datetime | None
    held: bool
    at: int
    one_by_one: bool
    back: bool
    tries: int | None
    try_cost: str
    shows: list[ShownWhen]
    questions: list[TakenQuestion]


class GivenIn(Schema):
    question: int = Field(ge=1, lt=2**63)
    answers: Answers = Field(max_length=20)
    seq: int = Field(ge=1, lt=2**53)
    seconds: int = Field(0, ge=0, le=86_400)


class AnswersIn(HolderIn):
    given: list[GivenIn] = Field(min_length=1, max_length=100)


class CheckIn(HolderIn):
    given: GivenIn


class GoOnIn(HolderIn):
    seen: int = Field(ge=0, le=1000)


class HandQuizIn(HolderIn):
    """`sure`: hand in although something is left open or has a form to mend."""

    sure: bool = False


class SavedQuestion(BaseModel):
    id: int
    seq: int
    saved_at: datetime | None
    state: QuestionState


class SavedAnswers(BaseModel):
    """What is kept. `over`: it was handed in before this came, which is kept beside and does not count."""

    over: bool
    now: datetime
    ends_at: datetime | None
    questions: list[SavedQuestion]


class CheckedOut(BaseModel):
    question: TakenQuestion
    form_errors: bool
    now: datetime


class ReadIn(Schema):
    number: int = Field(ge=1, le=1000)
    question: int = Field(ge=1, lt=2**63)
    answers: Answers = Field(max_length=20)


class ReadBack(BaseModel):
    """How each answer is read; never whether it is right."""

    fields: dict[str, ReadOut]


class QuizReceipt(BaseModel):
    """`sheet`: the code of what was worked on paper, with so many `photos` of it."""

    number: str
    course: str
    slug: str
    item_id: int
    item: str
    attempt: int
    at: datetime
    how: How
    zone: str
    due: datetime | None
    late_seconds: int
    questions: int
    answered: int
    answers_sha256: str
    person: str
    sheet: str = ""
    photos: int = 0


class FreshIn(Schema):
    """`nonce`: names the numbers; another one, other numbers."""

    question: int = Field(ge=1, lt=2**63)
    nonce: str = Field(min_length=1, max_length=40)
    answers: Answers = Field({}, max_length=20)


class FreshOut(BaseModel):
    shown: ShownQuestion
    fields: dict[str, ReadOut]
    state: FreshState
    words: list[str]
