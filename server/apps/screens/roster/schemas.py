from datetime import datetime

from pydantic import BaseModel
from unvo_core.path.evaluate import State

from apps.courses.public import Named
from apps.layout.public import ItemRef


class GroupOut(BaseModel):
    id: int
    name: str
    members: list[int]
    edition: int


class Student(BaseModel):
    """`at`: the first open, required item not done; `since`: when it could be begun.
    `drifting`: so much is overdue that it is no longer one item's trouble."""

    id: int
    name: str
    section_id: int | None
    group_ids: list[int]
    allowances: int
    done: int
    required: int
    at: ItemRef | None
    since: datetime | None
    overdue: list[ItemRef]
    stuck: bool
    drifting: bool
    last_seen: datetime | None


class Roster(BaseModel):
    zone: str
    now: datetime
    can_lay_out: bool
    sections: list[Named]
    groups: list[GroupOut]
    students: list[Student]


class ProgressCell(BaseModel):
    state: State
    done: bool
    done_at: datetime | None
    by_teacher: bool
    by_hand: bool


class ProgressRow(BaseModel):
    """`cells` by item; None where the item is not on this student's path."""

    id: int
    name: str
    done: int
    required: int
    cells: list[ProgressCell | None]


class ModuleName(BaseModel):
    id: int
    title: str
    step: str


class ModuleProgress(BaseModel):
    id: int
    title: str
    zone: str
    modules: list[ModuleName]
    items: list[ItemRef]
    rows: list[ProgressRow]
