from datetime import date, datetime
from typing import Literal

from pydantic import BaseModel
from unvo_core.path.evaluate import State

from apps.layout.public import Break, ClassMeeting
from apps.screens.schemas import Row, WantRow


class Entry(BaseModel):
    """An item on the day on which it is due; or with `want` a part of it that has a moment of its own."""

    row: Row
    want: WantRow | None
    step: str
    at: datetime
    day: date


class MapDay(BaseModel):
    """`off`: the break or holiday that this day belongs to. `minutes`: of class, and of required work due."""

    day: date
    off: str
    cancelled: bool
    classes: list[ClassMeeting]
    entries: list[Entry]
    minutes: int


class MapWeek(BaseModel):
    key: str
    number: int | None
    first_day: date
    last_day: date
    break_name: str | None
    topic: str
    minutes: int
    load: Literal["light", "fitting", "over"]
    days: list[MapDay]


class Points(BaseModel):
    id: int
    title: str
    step: str
    week: int | None
    due: datetime | None
    points: str
    score: str | None
    state: State | Literal[""]
    published: bool


class TermMap(BaseModel):
    """`points`: the exact sum of `counted`. `outside`: what is due outside the term's weeks."""

    term: str
    first_day: date
    last_day: date
    zone: str
    now: datetime
    teaching: bool
    can_lay_out: bool
    points: str
    classes: int
    breaks: list[Break]
    weeks: list[MapWeek]
    outside: list[Entry]
    counted: list[Points]
