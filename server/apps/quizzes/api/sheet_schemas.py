"""Shapes of quizzes on paper."""

from __future__ import annotations

from datetime import datetime
from decimal import Decimal

from ninja import Schema
from pydantic import BaseModel, Field
from unvo_core.quizzes.rules import Paper

from apps.questions.public import Answers, ShownQuestion
from apps.quizzes.api.schemas import AnswerFile


class PaperRow(BaseModel):
    """`points` None while it is not wholly scored."""

    code: str
    person_id: int
    name: str
    section: str
    number: int
    made_at: datetime
    photos: int
    taken_in_at: datetime | None
    points: str | None


class SheetsPage(BaseModel):
    """`without`: students who have no sheet and have handed nothing in; `in_a_file`: sheets that one PDF holds."""

    title: str
    zone: str
    paper: Paper
    questions: int
    total: str
    students: int
    without: int
    in_a_file: int
    rows: list[PaperRow]


class SheetQuestion(BaseModel):
    position: int
    name: str
    points: str
    shown: ShownQuestion
    key: Answers
    key_latex: dict[str, str]
    by_hand: str | None
    comment: str


class SheetOut(BaseModel):
    code: str
    person_id: int
    name: str
    number: int
    taken_in_at: datetime | None
    photos: list[AnswerFile]
    questions: list[SheetQuestion]


class SheetScoreIn(Schema):
    """`seen`: the points that whoever scores it looked at."""

    position: int = Field(ge=0, le=1000)
    points: Decimal | None = Field(max_digits=6, decimal_places=2)
    comment: str = Field("", max_length=40_000)
    seen: Decimal | None = Field(None, max_digits=6, decimal_places=2)


class SheetScoresIn(Schema):
    """What has no line stays as it is; without any, the sheet is only taken in."""

    scores: list[SheetScoreIn] = Field(max_length=100)


class SheetsMade(BaseModel):
    """`left`: those that are still to be made; ask again."""

    left: int
    page: SheetsPage
