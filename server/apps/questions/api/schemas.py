"""Shapes of banks and questions."""

from __future__ import annotations

from datetime import datetime
from decimal import Decimal
from typing import Any

from ninja import Schema
from pydantic import BaseModel, Field
from unvo_core.questions.model import Question as QuestionBody

from apps.layout.public import ChosenModule

Answers = dict[str, str | list[str] | dict[str, str]]
"""By the name of the field: a text, names of options, or names of pairs."""


class BankName(BaseModel):
    name: str = Field(max_length=400)


class BankOut(BaseModel):
    id: int
    name: str
    count: int


class Banks(BaseModel):
    banks: list[BankOut]
    can_change: bool


class TaughtPlace(BaseModel):
    """An item, and from which second of its recording on."""

    item_id: int = Field(ge=1, lt=2**63)
    seconds: int | None = Field(None, ge=0, le=360_000)


class TaughtOut(TaughtPlace):
    title: str


class BankQuestionIn(Schema):
    name: str = Field(max_length=400)
    body: QuestionBody
    tags: list[str] = Field([], max_length=50)
    points: Decimal = Field(Decimal(1), max_digits=6, decimal_places=2)
    taught_in: list[TaughtPlace] = Field([], max_length=20)


class BankQuestionEdit(BankQuestionIn):
    """`seen`: the edition that the writer looked at."""

    seen: int = Field(ge=1, lt=2**31)


class QuestionPlace(BaseModel):
    bank_id: int = Field(ge=1, lt=2**63)


class BankQuestionLine(BaseModel):
    """A question in a list. `asks`: the kinds of its answers."""

    id: int
    name: str
    tags: list[str]
    points: Decimal
    edition: int
    asks: list[str]
    varies: bool
    text: str


class BankQuestions(BaseModel):
    bank: BankOut
    questions: list[BankQuestionLine]
    can_change: bool


class FoundQuestion(BankQuestionLine):
    """With the bank that it is in."""

    bank_id: int
    bank: str


class FoundQuestions(BaseModel):
    """`more`: others were found too."""

    questions: list[FoundQuestion]
    more: bool


class QuestionPlaces(BaseModel):
    """Where a question's matter can have been taught."""

    modules: list[ChosenModule]


class EditionOut(BaseModel):
    edition: int
    saved_at: datetime
    saved_by: str


class BankQuestionOut(BaseModel):
    id: int
    bank: BankOut
    name: str
    body: Any
    tags: list[str]
    points: Decimal
    edition: int
    editions: list[EditionOut]
    taught_in: list[TaughtOut]
    can_change: bool


class TableIn(Schema):
    """A table with its head: tabs, commas or semicolons between cells."""

    text: str = Field(max_length=2_100_000)


class TableLineOut(BaseModel):
    """`problems`: why it becomes no question, each in a sentence; `notes`: what of it is left behind."""

    line: int
    name: str
    asks: list[str]
    varies: bool
    problems: list[str]
    notes: list[str]


class TableOut(BaseModel):
    lines: list[TableLineOut]


class ExportNote(BaseModel):
    """What a format can't say, and of which questions."""

    words: str
    names: list[str]


class ExportPreview(BaseModel):
    """`items`: as how many the bank's questions go out."""

    items: int
    notes: list[ExportNote]


class TakenIn(Schema):
    count: int


class ProofIn(Schema):
    body: QuestionBody


class FixOut(BaseModel):
    """`body`: the question with it."""

    words: str
    body: Any


class FindingOut(BaseModel):
    code: str
    at: str
    words: str
    fix: FixOut | None


class ExampleOut(BaseModel):
    numbers: dict[str, str]
    keys: dict[str, str]
    wrong: dict[str, list[str]]


class SpreadOut(BaseModel):
    at: str
    least: float
    most: float
    counts: list[int]
    marked: list[int]


class ProofOut(BaseModel):
    drawn: int
    redrawn: float
    students: int
    twins: float | None
    guess: float | None
    findings: list[FindingOut]
    examples: list[ExampleOut]
    spread: SpreadOut | None


class OfferedOut(BaseModel):
    name: str
    text: str


class AskedOut(BaseModel):
    """What one answer is asked for, without its key. `asks`: its kind; `sort`: what a person reads; `places`: decimals
    asked for; `figures`: significant figures."""

    name: str
    label: str
    asks: str
    options: list[OfferedOut] = []
    targets: list[OfferedOut] = []
    several: bool = False
    unit: str = ""
    places: int | None = None
    figures: int | None = None
    form: str = ""
    bearing: bool = False
    size: int | None = None
    variables: list[str] = []
    sort: str = ""


class ShownQuestion(BaseModel):
    """One version as a student sees it."""

    text: str
    fields: list[AskedOut]


class FormErrorOut(BaseModel):
    """`start` and `end`: where in what was typed; `latex`: what was read of it."""

    code: str
    words: str
    start: int
    end: int
    write: str
    latex: str


class ReadOut(BaseModel):
    """An answer read back. `error` is about its form, and costs nothing."""

    latex: str
    error: FormErrorOut | None


class TryIn(Schema):
    body: QuestionBody
    seed: str = Field("try", max_length=40)
    answers: Answers = Field({}, max_length=20)


class TriedField(BaseModel):
    read: ReadOut
    share: Decimal | None
    words: list[str]


class Tried(BaseModel):
    """`key`: as it would have to be written; `share` of the points, None while a person has to read it."""

    question: ShownQuestion
    numbers: dict[str, str]
    fields: dict[str, TriedField]
    share: Decimal | None
    key: dict[str, str]
    solution: str
