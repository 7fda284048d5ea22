from datetime import date, datetime
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from apps.courses.public import Day
from apps.layout.public import Break


class KeptTerm(BaseModel):
    """`courses`: how many run in it."""

    id: int
    name: str
    first_day: date
    last_day: date
    week_start: int
    first_week_number: int
    breaks: list[Break]
    courses: int


class TermIn(BaseModel):
    name: str
    first_day: Day
    last_day: Day
    week_start: Annotated[int, Field(ge=0, le=6)] = 0
    first_week_number: Annotated[int, Field(ge=0, le=60)] = 1
    breaks: Annotated[list[Break], Field(max_length=60)] = []


State = Literal["running", "closed", "archived", "removed"]


class KeptCourse(BaseModel):
    """`state`: 'closed' is not open to students yet."""

    id: int
    slug: str
    code: str
    title: str
    term: str
    state: State
    students: int
    instructors: list[str]


class KeptPerson(BaseModel):
    id: int
    name: str
    email: str
    administers: bool
    makes_courses: bool
    active: bool
    invited: bool
    courses: int
    last_login: datetime | None


class RightsIn(BaseModel):
    administers: bool
    makes_courses: bool
    active: bool


class MergePeopleIn(BaseModel):
    """`gone`: whose all becomes that of the person in the address."""

    gone: int


class ActIn(BaseModel):
    person_id: int
    why: str


class LogRow(BaseModel):
    id: int
    at: datetime
    who: str
    action: str
    course: str
    target: str
    why: str
    before: str
    after: str


class Log(BaseModel):
    """`next`: what to ask for the rows before these."""

    rows: list[LogRow]
    next: int | None
