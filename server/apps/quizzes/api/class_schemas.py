"""Shapes of quizzes for those who teach: how one goes, its class, corrected keys."""

from __future__ import annotations

from datetime import datetime
from decimal import Decimal
from typing import Literal

from ninja import Schema
from pydantic import BaseModel, Field
from unvo_core.quizzes.rules import Paper, Revealed, When

from apps.questions.public import Answers, ShownQuestion
from apps.quizzes.api.review_schemas import ReviewedQuestion
from apps.quizzes.api.schemas import How, ShownWhen

ClassState = Literal["nothing", "under_way", "handed_in", "waits"]


class SlotIn(Schema):
    """A question, or some of a bank; points for each."""

    question: int | None = Field(None, ge=1, lt=2**63)
    bank: int | None = Field(None, ge=1, lt=2**63)
    count: int = Field(1, ge=1, le=100)
    points: Decimal = Field(max_digits=6, decimal_places=2)


class SlotOut(SlotIn):
    """With what it is called; `there`: questions to draw from."""

    name: str
    there: int
    gone: bool


class QuizRulesIn(Schema):
    attempts: int | None = Field(ge=0, le=10_000)
    tries: int | None = Field(ge=0, le=10_000)
    try_cost: Decimal = Field(max_digits=5, decimal_places=2)
    minutes: int | None = Field(ge=0, le=30_000)
    one_by_one: bool
    back: bool
    shuffle: bool
    code: str = Field(max_length=200)
    room: bool
    fresh: bool
    paper: Paper
    shows: dict[Revealed, When]


class QuizIn(QuizRulesIn):
    slots: list[SlotIn] = Field(max_length=200)


class BankChoice(BaseModel):
    id: int
    name: str
    count: int


class QuizSetup(QuizRulesIn):
    """How a quiz goes, said back in sentences; `fixed`: somebody has begun, and its questions stay;
    `sheets`: those that were made and not taken in, which hold its questions too."""

    edition: int
    slots: list[SlotOut]
    total: str
    said: list[ShownWhen]
    fixed: bool
    sheets: int
    shown_by_hand: bool
    banks: list[BankChoice]


class PreviewQuestion(BaseModel):
    name: str
    points: str
    shown: ShownQuestion
    key: Answers
    solution: str


class QuizPreview(BaseModel):
    """As one student would have it; nobody's."""

    questions: list[PreviewQuestion]


class ClassRow(BaseModel):
    """One student. `state`: where their last attempt is."""

    person_id: int
    name: str
    section: str
    here: bool
    state: ClassState
    number: int
    attempts: list[int]
    answered: int
    ends_at: datetime | None
    extra_minutes: int
    handed_in_at: datetime | None
    how: How
    points: str | None


class RulingOut(BaseModel):
    kind: Literal["out", "all"]
    why: str
    at: datetime


class RescoringOut(BaseModel):
    id: int
    edition: int
    at: datetime
    by: str
    moved: int
    set_back_at: datetime | None


class QuestionOfClass(BaseModel):
    """A question over the class. `newer`: its key was corrected since somebody was scored by another."""

    question_id: int
    bank_id: int
    name: str
    points: str
    asked: int
    right: int
    part: int
    wrong: int
    waits: int
    newer: int | None
    ruling: RulingOut | None
    rescorings: list[RescoringOut]


class QuizClass(BaseModel):
    title: str
    zone: str
    now: datetime
    total: str
    questions: int
    room: bool
    paper: Paper
    timed: bool
    shown_by_hand: bool
    by_hand: bool
    can_change: bool
    rows: list[ClassRow]
    by_question: list[QuestionOfClass]


class Here(BaseModel):
    here: bool


class MinutesIn(Schema):
    minutes: int = Field(ge=-10_000, le=10_000)


class ReadQuestionIn(Schema):
    points: Decimal | None = Field(max_digits=6, decimal_places=2)
    comment: str = Field("", max_length=40_000)
    seen: Decimal | None = Field(None, max_digits=6, decimal_places=2)


class AnswerOf(BaseModel):
    """One answer to a question of the class; `on_paper`: it stands on a sheet."""

    person_id: int
    name: str
    number: int
    on_paper: bool
    question: ReviewedQuestion


class QuestionAnswers(BaseModel):
    """`all`: of the reader's students; `waiting`: those that nobody has read."""

    title: str
    name: str
    zone: str
    all: int
    waiting: int
    at_a_time: int
    answers: list[AnswerOf]


class MoveOut(BaseModel):
    """Who changes by how much: of the question, and of the whole attempt."""

    person: str
    number: int
    before: str
    after: str
    raw_before: str | None
    raw_after: str | None


class RescoreEffect(BaseModel):
    """`others`: answers to numbers that the new edition would not have drawn; they keep their key."""

    edition: int
    answered: int
    others: int
    moves: list[MoveOut]


class RescoreIn(Schema):
    edition: int = Field(ge=1, lt=2**31)


class RulingIn(Schema):
    kind: Literal["", "out", "all"]
    why: str = Field("", max_length=2000)


class ShowIn(Schema):
    on: bool


class QuestionUse(BaseModel):
    """A quiz that puts the question: by name, or among those that it draws from its bank. `put`: how often it was."""

    item_id: int
    title: str
    drawn: bool
    put: int


class QuestionUses(BaseModel):
    uses: list[QuestionUse]


class OptionFigures(BaseModel):
    """How many took it, and how many of the upper and lower 27 per cent."""

    text: str
    right: bool
    count: int
    upper: int
    lower: int


class QuestionFigures(BaseModel):
    """`difficulty`: the mean share won, from 0 to 1; `item_total`: its correlation with the rest; `discrimination`: the
    share of the upper less that of the lower 27 per cent, of `group` each; `seconds`: the median; `said`: what to look
    at, the gravest first."""

    question_id: int
    name: str
    points: str
    asked: int
    difficulty: float
    item_total: float | None
    discrimination: float | None
    upper: float | None
    lower: float | None
    seconds: float | None
    options: list[OptionFigures]
    group: int
    said: list[str]


class WholeFigures(BaseModel):
    """In points. `reliability`: Cronbach's alpha, which is KR-20 where all is right or wrong; `error`: the standard
    error of measurement."""

    attempts: int
    mean: float
    deviation: float | None
    reliability: float | None
    right_or_wrong: bool
    error: float | None
    small: bool


class QuizFigures(BaseModel):
    title: str
    whole: WholeFigures
    said: str
    questions: list[QuestionFigures]
