from datetime import datetime
from typing import Literal, Required

from pydantic import BaseModel
from typing_extensions import TypedDict
from unvo_core.path.evaluate import State
from unvo_core.talk.wants import What

from apps.layout.public import ItemRef, Json, KindCode, Moment


class ClassProgress(BaseModel):
    """What a teacher sees of an item instead of a state of their own."""

    students: int
    done: int
    started: int
    waiting: int
    held: int


class Allowed(BaseModel):
    """What allowances made of this item for its reader. `moments`: those that differ, with what holds for others."""

    moments: dict[Moment, datetime | None]
    why: list[str]
    extra_attempts: int
    time_factor: str
    excused: bool


class RuleOut(TypedDict, total=False):
    """A moment as a rule, as it is kept; see RuleIn."""

    on: Required[Literal["week", "class", "moment", "absolute"]]
    week: int
    weekday: int
    time: str | None
    number: int
    edge: Literal["start", "end"]
    minutes: int
    item: int
    moment: Moment
    days: int
    classes: int
    wall: str


class AnyOf(BaseModel):
    """`need` more of these, whichever."""

    need: int
    items: list[ItemRef]


class WantRow(BaseModel):
    """One thing that a discussion asks, in words; with its moment, and what the reader has of it."""

    key: str
    what: What
    words: str
    count: int
    have: int
    by: datetime | None


class Row(BaseModel):
    """`state`: empty for teachers. `edition`: the last change of it, for who may change it; 0 for nobody's.
    `conditional`: for teachers, that it opens on conditions of its own."""

    id: int
    number: int
    part_id: int | None
    kind: KindCode
    title: str
    minutes: int
    points: float | None
    required: bool
    practice: bool
    published: bool
    opens: datetime | None
    start_by: datetime | None
    start_by_proposed: bool
    due: datetime | None
    closes: datetime | None
    state: State | Literal[""]
    open: bool
    done: bool
    done_at: datetime | None
    opens_at: datetime | None
    waits_for: list[ItemRef]
    choices: list[AnyOf]
    wait_percents: dict[int, float]
    by_hand: bool
    or_at: datetime | None
    late_seconds: int
    overdue: bool
    handed_in_at: datetime | None
    receipt: str
    started: dict[str, int]
    score: str | None
    deduction: str | None
    of_class: ClassProgress | None
    place: str
    hint: str
    length_seconds: int | None
    pages: int | None
    rules: dict[Moment, RuleOut]
    allowed: Allowed | None
    wants: list[WantRow]
    edition: int
    conditional: bool


class Part(BaseModel):
    id: int
    title: str
    conditions: Json
    edition: int


class SheetModule(BaseModel):
    id: int
    title: str
    published: bool
    in_order: bool
    objectives: list[str]
    parts: list[Part]
    rows: list[Row]
    required: int
    required_done: int
    held_open_by: list[ItemRef]
    conditions: Json
    edition: int
