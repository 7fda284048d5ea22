from datetime import date
from typing import Annotated

from pydantic import BaseModel, Field

from apps.courses.memberships import Role


class ShelfCourse(BaseModel):
    slug: str
    code: str
    title: str
    role: Role
    section: str
    term: str
    first_day: date | None
    last_day: date | None


class Named(BaseModel):
    id: int
    name: str


class GroupIn(BaseModel):
    """A group as it is to be: its name and everybody in it."""

    name: str
    members: Annotated[list[int], Field(max_length=5000)]
