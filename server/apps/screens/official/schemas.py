from datetime import datetime

from pydantic import BaseModel

from apps.courses.public import Named


class Official(BaseModel):
    """Grades that were kept for the record. `section` empty: the whole course. `differs`: how many of its students
    stand otherwise now."""

    id: int
    section: str
    period: str
    at: datetime
    by: str
    students: int
    differs: int


class OfficialPage(BaseModel):
    """`held`: scores that are out for nobody yet, and so are in no official grade; `waiting`: work without one."""

    zone: str
    sections: list[Named]
    students: dict[int, int]
    """By section; 0: of the whole course."""
    held: int
    waiting: int
    kept: list[Official]


class FrozenGrade(BaseModel):
    """Kept, and as it stands now; null where the student is not in the course any more."""

    person_id: int
    name: str
    section: str
    total: str
    band: str
    total_now: str | None
    band_now: str | None
    differs: bool


class OfficialSheet(BaseModel):
    zone: str
    official: Official
    grades: list[FrozenGrade]
    joined: list[str]
    """Who came into the course since."""


class FreezeIn(BaseModel):
    section_id: int | None
    period: str


class Frozen(BaseModel):
    id: int
    at: datetime
