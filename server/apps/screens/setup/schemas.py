from datetime import date, datetime, time
from decimal import Decimal
from typing import Literal

from pydantic import BaseModel

from apps.courses.public import Named
from apps.layout.public import Break, ClassMeeting, Pattern
from apps.screens.term.schemas import MapWeek


class Schedule(BaseModel):
    """How a course runs in time. `usual_minutes`: what its credits stand for in a week of this term. `instructors`: the
    names of those who may change it. `course_edition`: of title and code."""

    title: str
    code: str
    course_edition: int
    archived_at: datetime | None
    students: int
    can_lay_out: bool
    instructors: list[str]
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
    sections: list[Named]
    groups: list[Named]
    classes: list[ClassMeeting]
    weeks: list[MapWeek]
    usual_minutes: int
    opened_at: datetime | None
    turnaround_days: int
    answer_days: int
    edition: int
    date_order: Literal["month_first", "day_first"]


class Moved(BaseModel):
    """A student's total before and after; `by` in percentage points."""

    person_id: int
    name: str
    section: str
    before: str | None
    after: str | None
    band_before: str | None
    band_after: str | None
    by: str | None


class GradingEffect(BaseModel):
    """What other rules would make of the current totals. `moved`: of how many students something changes; `rows`: of
    these the first, those with another band and those who move most. `without`: how many have no total."""

    students: int
    moved: int
    up: int
    down: int
    bands: int
    without: int
    rows: list[Moved]
