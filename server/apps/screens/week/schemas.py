from datetime import date, datetime

from pydantic import BaseModel
from unvo_core.path.evaluate import State

from apps.courses.public import Role
from apps.layout.public import ClassMeeting, ItemRef, KindCode
from apps.links.public import AccessLoss
from apps.messages.public import AnnouncementOut
from apps.screens.schemas import SheetModule


class Cell(BaseModel):
    """One week (or, in a course without dates, one module) of the ribbon.

    `minutes`: of class and required work; `days`: those that fall due on each of its seven days. `said`: announcements
    of the week; `unread`: those of them that the reader has not read.
    """

    key: str
    number: int | None
    first_day: date | None
    last_day: date | None
    break_name: str | None
    topic: str
    done: float | None
    minutes: int
    days: list[int]
    over: bool
    current: bool
    said: int = 0
    unread: int = 0


class Ribbon(BaseModel):
    slug: str
    code: str
    title: str
    role: Role
    section: str
    zone: str
    dated: bool
    term: str
    now: datetime
    next_class: ClassMeeting | None
    opened: bool
    archived: bool
    walking: bool
    certificate: bool
    rare: list[AnnouncementOut]
    current: str
    cells: list[Cell]


class Later(BaseModel):
    item: ItemRef
    kind: KindCode
    minutes: int
    due: datetime | None
    start_by: datetime
    state: State
    budget: int


class WeekDraft(BaseModel):
    """An announcement to begin with."""

    title: str
    html: str


class Sheet(BaseModel):
    key: str
    dated: bool
    first_day: date | None
    last_day: date | None
    break_name: str | None
    days: list[date]
    classes: list[ClassMeeting]
    zone: str
    now: datetime
    teaching: bool
    can_lay_out: bool
    modules: list[SheetModule]
    done: int
    required: int
    minutes_left: int
    points_at_stake: float
    next_item_id: int | None
    later: list[Later]
    said: list[AnnouncementOut]
    access: list[AccessLoss]
