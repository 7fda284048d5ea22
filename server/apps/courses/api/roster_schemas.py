from datetime import datetime
from typing import Annotated

from pydantic import BaseModel, Field

from apps.courses.api.schemas import ItemRef


class Named(BaseModel):
    id: int
    name: str


class GroupOut(BaseModel):
    id: int
    name: str
    members: list[int]


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
    state: str
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


class GroupIn(BaseModel):
    """A group as it is to be: its name and everybody in it."""

    name: str
    members: Annotated[list[int], Field(max_length=5000)]
