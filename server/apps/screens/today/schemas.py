from datetime import date, datetime
from typing import Literal

from pydantic import BaseModel
from unvo_core.path.evaluate import State

from apps.layout.public import ItemRef, KindCode
from apps.links.public import AccessLoss
from apps.messages.public import AnnouncementOut
from apps.screens.schemas import AnyOf, WantRow


class CourseItem(BaseModel):
    slug: str
    code: str
    item: ItemRef


class TodayRow(BaseModel):
    """`minutes`: what of it today's plan holds; `whole_minutes`: all that it takes. `due`: of what is due by parts, the
    moment of the part that comes next."""

    slug: str
    code: str
    zone: str
    item: ItemRef
    kind: KindCode
    minutes: int
    whole_minutes: int
    points: float | None
    due: datetime | None
    start_by: datetime | None
    state: State
    overdue: bool
    open: bool
    started: dict[str, int]
    waits_for: list[ItemRef]
    choices: list[AnyOf]
    wants: list[WantRow]


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


class SaidSince(BaseModel):
    """What was said in a course since; whole."""

    slug: str
    code: str
    zone: str
    announcement: AnnouncementOut


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
    said: list[SaidSince]
    access: list[AccessLoss]
    courses: int


class BudgetIn(BaseModel):
    """Minutes of each weekday, Monday first."""

    minutes: list[int]


class Budget(BaseModel):
    minutes: list[int]
    at: datetime
