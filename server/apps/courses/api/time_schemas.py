from datetime import date, datetime, time
from decimal import Decimal
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from apps.courses.api.schemas import ClassMeeting, ItemRef, Row

Days = Annotated[int, Field(ge=-400, le=400)]
Minutes = Annotated[int, Field(ge=-576_000, le=576_000)]
Day = Annotated[date, Field(ge=date(1990, 1, 1), le=date(2199, 12, 31))]
"""Bounds that keep a slip of the finger from reaching the calendar's arithmetic."""


class Break(BaseModel):
    name: str
    first_day: Day
    last_day: Day
    takes_week_number: bool = False


class Entry(BaseModel):
    """An item on the day on which it is due."""

    row: Row
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
    state: str
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


class CourseItem(BaseModel):
    slug: str
    code: str
    item: ItemRef


class TodayRow(BaseModel):
    """`minutes`: what of it today's plan holds; `whole_minutes`: all that it takes."""

    slug: str
    code: str
    zone: str
    item: ItemRef
    kind: str
    minutes: int
    whole_minutes: int
    points: float | None
    due: datetime | None
    start_by: datetime | None
    state: str
    overdue: bool
    open: bool
    started: dict[str, int]
    waits_for: list[ItemRef]


class StripDay(BaseModel):
    """`over`: minutes of the work due that day for which there is no room before it."""

    day: date
    planned: int
    budget: int
    due: int
    due_minutes: int
    over: int


class Overflow(BaseModel):
    day: date
    minutes: int
    items: list[CourseItem]


class News(BaseModel):
    kind: Literal["score"]
    slug: str
    code: str
    zone: str
    item: ItemRef
    at: datetime
    points: str
    possible: str
    has_comment: bool


class Today(BaseModel):
    name: str
    now: datetime
    day: date
    zone: str
    budget: list[int]
    planned: int
    rows: list[TodayRow]
    locked: list[TodayRow]
    later: list[TodayRow]
    days: list[StripDay]
    overflows: list[Overflow]
    overdue: int
    since: datetime
    news: list[News]
    courses: int


class BudgetIn(BaseModel):
    """Minutes of each weekday, Monday first."""

    minutes: list[int]


class Budget(BaseModel):
    minutes: list[int]
    at: datetime


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


class Choice(BaseModel):
    id: int
    name: str


class Schedule(BaseModel):
    """How a course runs in time. `usual_minutes`: what its credits stand for in a week of this term."""

    dated: bool
    name: str
    first_day: date | None
    last_day: date | None
    first_week_number: int
    week_start: int
    zone: str
    default_due_time: time
    credits: Decimal
    breaks: list[Break]
    patterns: list[Pattern]
    sections: list[Choice]
    groups: list[Choice]
    classes: list[ClassMeeting]
    weeks: list[MapWeek]
    usual_minutes: int
    opened_at: datetime | None
    turnaround_days: int
    answer_days: int
    date_order: Literal["month_first", "day_first"]


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


class MovedMoment(BaseModel):
    item: ItemRef
    moment: str
    before: datetime | None
    after: datetime | None
    notes: list[str]


class TermMove(BaseModel):
    zone: str
    lines: list[MovedMoment]
    modules_moved: int


class Holidays(BaseModel):
    places: dict[str, list[str]]
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
    moment: Literal["opens", "start_by", "due", "closes"] | None = None
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


class AllowanceIn(BaseModel):
    person_id: int | None = None
    group_id: int | None = None
    section_id: int | None = None
    item_id: int | None = None
    shift_minutes: dict[str, int] = {}
    walls: dict[str, str] = {}
    time_factor: Decimal = Decimal(1)
    extra_attempts: int = 0
    excused: bool = False
    why: str = ""


class AllowanceOut(BaseModel):
    id: int
    whom: str
    level: Literal["person", "group", "section"]
    item: ItemRef | None
    shift_minutes: dict[str, int]
    walls: dict[str, str]
    time_factor: str
    extra_attempts: int
    excused: bool
    why: str
    given_at: datetime
    given_by: str
    students: int


class Allowances(BaseModel):
    given: list[AllowanceOut]
    students: list[Choice]
    groups: list[Choice]
    sections: list[Choice]
    items: list[ItemRef]
    zone: str


class Feed(BaseModel):
    """`slug` null: all courses. `address` is shown once, when it is made."""

    id: int
    slug: str | None
    address: str
    made_at: datetime
    read_at: datetime | None


class Feeds(BaseModel):
    feeds: list[Feed]


class FeedIn(BaseModel):
    slug: str | None = None
