from datetime import datetime
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from apps.courses.public import Day, Fate


class ListIn(BaseModel):
    """A list as text, or as the HTML that a spreadsheet or page puts on the clipboard."""

    text: str = ""
    html: str = ""


class ListedPerson(BaseModel):
    """`as_line`: the earlier line that has the same address; `like_line`: one that has the same name. `known`: the
    address is somebody's already. `fate`: what enrolling would mean in this section."""

    line: int
    name: str
    sort_name: str
    email: str
    section_id: int | None
    as_line: int | None
    like_line: int | None
    known: bool
    fate: Fate


class ListProblem(BaseModel):
    """Line and column from 1; 0 where it is about the whole list."""

    line: int
    column: int
    sentence: str


class PeoplePreview(BaseModel):
    columns: list[Literal["name", "first", "last", "email", "section", ""]]
    people: list[ListedPerson]
    problems: list[ListProblem]


class PersonIn(BaseModel):
    name: Annotated[str, Field(max_length=150)] = ""
    sort_name: Annotated[str, Field(max_length=150)] = ""
    email: str
    section_id: int | None = None


class PeopleIn(BaseModel):
    people: Annotated[list[PersonIn], Field(max_length=500)]


class Enrolled(BaseModel):
    """How many were new, there already, moved to another section, back again, or teach here and were left."""

    new: int = 0
    already: int = 0
    moved: int = 0
    returned: int = 0
    teaches: int = 0


class TeacherIn(BaseModel):
    """`section_ids`: of an assistant."""

    person: PersonIn
    role: Literal["instructor", "assistant"]
    section_ids: Annotated[list[int], Field(max_length=60)] = []


class Added(BaseModel):
    person_id: int


class CodeIn(BaseModel):
    """`most_uses` null: any number. `ends_on`: the last day, in the course's zone."""

    section_id: int | None = None
    most_uses: Annotated[int, Field(ge=1, le=5000)] | None = None
    ends_on: Day | None = None


class Code(BaseModel):
    id: int
    section_id: int | None
    code: str
    made_at: datetime
    ends_at: datetime | None
    most_uses: int | None
    uses: int


class ToJoin(BaseModel):
    """What a code lets into. `fate`: what joining means for the reader."""

    code: str
    slug: str
    course: str
    title: str
    term: str
    section: str
    instructors: list[str]
    fate: Fate
    present_section: str


class Joined(BaseModel):
    slug: str
    fate: Fate


class Invited(BaseModel):
    name: str
    email: str
    courses: list[str]


class AcceptIn(BaseModel):
    name: str
    password: Annotated[str, Field(max_length=512)]


class Accepted(BaseModel):
    name: str
