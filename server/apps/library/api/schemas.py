from datetime import date, datetime
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from apps.layout.public import KindCode

Shelf = Literal["people", "textbook", "handouts", "tools", "equipment", "errata", "recordings", "faq"]
TeacherRole = Literal["instructor", "assistant"]


class Link(BaseModel):
    """To an item, or to a place of the course."""

    title: str
    item_id: int | None = None
    place: str = ""


class Weight(BaseModel):
    """A category; `weight` in percent, empty in a course that adds points."""

    name: str
    weight: str
    points: str
    items: int
    dropped: int


class Teacher(BaseModel):
    name: str
    role: TeacherRole
    sections: list[str]


class Generated(BaseModel):
    """What is always true: read from the course each time."""

    classes: list[str]
    weights: list[Weight]
    late_rules: list[str]
    conversions: list[str]
    teachers: list[Teacher]
    term: str
    first_day: date | None
    last_day: date | None
    turnaround_days: int
    answer_days: int


class Syllabus(BaseModel):
    item_id: int
    title: str
    html: str
    edition: int
    written_at: datetime | None
    acknowledged_edition: int
    asks: bool


class LibraryFile(BaseModel):
    name: str
    size: int
    content_type: str
    address: str


class EntryVisit(BaseModel):
    """The first `steps` steps count as taken by whoever has been in `system`. `at`: when the reader was first."""

    key: str
    system: str
    steps: int
    at: datetime | None


class SystemChoice(BaseModel):
    key: str
    name: str


class LibraryEntry(BaseModel):
    id: int
    shelf: Shelf
    title: str
    html: str
    address: str
    file: LibraryFile | None
    steps: list[str]
    steps_done: list[int]
    visit: EntryVisit | None
    notes: dict[str, str]
    published: bool
    edition: int


class FromPath(BaseModel):
    """A file, slides or a recording of the weeks, which stands on its shelf by itself. `step`: its week or module."""

    shelf: Shelf
    item_id: int
    title: str
    kind: KindCode
    step: str
    pages: int | None
    length_seconds: int | None


class Report(BaseModel):
    id: int
    by: str
    item: Link | None
    text: str
    at: datetime


class Library(BaseModel):
    teaching: bool
    can_lay_out: bool
    zone: str
    syllabus: Syllabus | None
    syllabus_choices: list[Link]
    generated: Generated
    entries: list[LibraryEntry]
    systems: list[SystemChoice]
    from_path: list[FromPath]
    reports: list[Report]


class EntryIn(BaseModel):
    shelf: Shelf
    title: str
    html: str = ""
    address: str = ""
    steps: Annotated[list[str], Field(max_length=60)] = []
    system: str = ""
    visit_steps: Annotated[int, Field(ge=0, le=60)] = 0
    notes: dict[str, str] = {}
    published: bool = True


class EntryChange(BaseModel):
    title: str | None = None
    html: str | None = None
    address: str | None = None
    steps: Annotated[list[str], Field(max_length=60)] | None = None
    system: str | None = None
    visit_steps: Annotated[int, Field(ge=0, le=60)] | None = None
    notes: dict[str, str] | None = None
    published: bool | None = None
    removed: bool | None = None


class Kept(BaseModel):
    id: int
    at: datetime


class StepIn(BaseModel):
    step: int
    done: bool


class ReportIn(BaseModel):
    item_id: int | None = None
    text: str


class SettledIn(BaseModel):
    settled: bool = True


class SyllabusIn(BaseModel):
    item_id: int


class TourPart(BaseModel):
    key: str
    title: str
    lines: list[str]
    links: list[Link]


class Tour(BaseModel):
    """A course explained by itself. `first`: nobody has shown this reader around yet."""

    first: bool
    parts: list[TourPart]
