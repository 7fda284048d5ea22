from datetime import date, datetime, time
from decimal import Decimal
from typing import Annotated, Literal

from pydantic import BaseModel, Field
from unvo_core.terms.redate import Note

from apps.courses.public import Day
from apps.layout.api.codes import Moment
from apps.layout.api.schemas import ItemRef

Days = Annotated[int, Field(ge=-400, le=400)]


Minutes = Annotated[int, Field(ge=-576_000, le=576_000)]


class Break(BaseModel):
    name: str
    first_day: Day
    last_day: Day
    takes_week_number: bool = False


class Slot(BaseModel):
    """`on`: a weekday from 0 (Monday), or the name of a day type."""

    on: int | str
    start: time
    end: time
    place: str = ""


class Rotation(BaseModel):
    types: list[str]
    school_days: list[int] = [0, 1, 2, 3, 4]
    waits: bool = True


class DayException(BaseModel):
    """No class on that day; or another day type ('*' for all classes); or classes of its own."""

    day: date
    day_type: str | None = None
    slots: list[Slot] = []
    why: str = ""


class Pattern(BaseModel):
    """`section_id` null: the pattern of the whole course."""

    section_id: int | None = None
    slots: list[Slot] = []
    rotation: Rotation | None = None
    exceptions: list[DayException] = []


class ScheduleIn(BaseModel):
    name: str
    first_day: Day
    last_day: Day
    first_week_number: Annotated[int, Field(ge=0, le=60)] = 1
    week_start: Annotated[int, Field(ge=0, le=6)] = 0
    zone: str
    default_due_time: time
    credits: Annotated[Decimal, Field(ge=0, le=60)]
    breaks: list[Break]
    patterns: list[Pattern]
    turnaround_days: Annotated[int, Field(ge=0, le=90)] | None = None
    answer_days: Annotated[int, Field(ge=0, le=30)] | None = None
    date_order: Literal["month_first", "day_first"] | None = None


class MergeIn(BaseModel):
    into: int


class TermMoveIn(BaseModel):
    """`landing`: where dates go that fall on a day off."""

    how: Literal["redate", "repace"]
    schedule: ScheduleIn
    landing: Literal["previous", "next", "keep"] = "previous"


class NewTerm(BaseModel):
    first_day: Day
    last_day: Day
    first_week_number: Annotated[int, Field(ge=0, le=60)] = 1
    week_start: Annotated[int, Field(ge=0, le=6)] = 0


class CarriedDays(BaseModel):
    """By pattern (`section_id` null: the whole course's), its days that differ, in the new term."""

    section_id: int | None
    exceptions: list[DayException]


class Carried(BaseModel):
    """What of the term can come along: days are proposed, breaks are offered."""

    days: list[CarriedDays]
    breaks: list[Break]


class MovedMoment(BaseModel):
    item: ItemRef
    moment: Moment
    before: datetime | None
    after: datetime | None
    notes: list[Note]


class TermMove(BaseModel):
    zone: str
    lines: list[MovedMoment]
    modules_moved: int


class Subdivision(BaseModel):
    code: str
    name: str


class Holidays(BaseModel):
    places: dict[str, list[Subdivision]]
    found: list[Break]


class RuleIn(BaseModel):
    """A moment as a rule, by 'on': week {week, weekday, time}; class {number, edge, minutes};
    moment {item, moment, days, classes, time}."""

    on: Literal["week", "class", "moment", "absolute"]
    week: int | None = None
    weekday: Annotated[int, Field(ge=0, le=6)] | None = None
    time: str | None = None
    number: int | None = None
    edge: Literal["start", "end"] | None = None
    minutes: Minutes | None = None
    item: int | None = None
    moment: Moment | None = None
    days: Days | None = None
    classes: Days | None = None
    wall: str | None = None


class RulesIn(BaseModel):
    """A wall time in the course's zone ('2026-10-18T23:59'), a rule, or null for none."""

    opens: str | RuleIn | None = None
    start_by: str | RuleIn | None = None
    due: str | RuleIn | None = None
    closes: str | RuleIn | None = None


class ShiftIn(BaseModel):
    """Days or classes, one of them other than 0."""

    item_ids: list[int]
    days: Days = 0
    classes: Days = 0
