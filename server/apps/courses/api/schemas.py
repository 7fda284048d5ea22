from datetime import date, datetime
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from apps.courses.memberships import Role

Day = Annotated[date, Field(ge=date(1990, 1, 1), le=date(2199, 12, 31))]
"""Bounds that keep a slip of the finger from reaching the calendar's arithmetic."""


class ShelfCourse(BaseModel):
    slug: str
    code: str
    title: str
    role: Role
    section: str
    term: str
    first_day: date | None
    last_day: date | None
    archived: bool


class SectionIn(BaseModel):
    name: str


class StudentPlaceIn(BaseModel):
    section_id: int | None


class TeachingIn(BaseModel):
    role: Literal["instructor", "assistant"]
    section_ids: Annotated[list[int], Field(max_length=60)] = []


class SectionOut(BaseModel):
    id: int
    name: str
    students: int


class Member(BaseModel):
    """`invited`: they have set no password yet. `left_at`: of somebody who withdrew."""

    id: int
    name: str
    email: str
    role: Role
    section_ids: list[int]
    invited: bool
    left_at: datetime | None = None


class People(BaseModel):
    sections: list[SectionOut]
    teachers: list[Member]
    students: list[Member]
    withdrawn: list[Member]


class ArchiveIn(BaseModel):
    archived: bool


class PutAway(BaseModel):
    slug: str
    archived: bool


class Named(BaseModel):
    id: int
    name: str


class GroupIn(BaseModel):
    """A group as it is to be: its name and everybody in it."""

    name: str
    members: Annotated[list[int], Field(max_length=5000)]
