from datetime import datetime

from pydantic import BaseModel

from apps.courses.api.schemas import ClassMeeting, ItemRef, Row


class Hit(BaseModel):
    """`snippet`: plain text, what was found between ‹ and ›. Locked items are found by their title alone."""

    item: ItemRef
    kind: str
    locked: bool
    hidden: bool
    snippet: str


class Found(BaseModel):
    text: str
    dated: bool
    hits: list[Hit]


class OnClass(BaseModel):
    row: Row
    ref: ItemRef


class AbsenceOut(BaseModel):
    reason: str
    at: datetime
    seen_at: datetime | None


class ClassDay(BaseModel):
    """`open`: how many of its items can still be done and are not. `week`: the week that it lies in."""

    meeting: ClassMeeting
    week: str
    zone: str
    now: datetime
    teaching: bool
    previous: int | None
    next: int | None
    rows: list[OnClass]
    open: int
    absence: AbsenceOut | None


class AbsenceIn(BaseModel):
    reason: str


class SeenIn(BaseModel):
    seen: bool


class AbsenceRow(BaseModel):
    id: int
    person: str
    starts_at: datetime
    reason: str
    at: datetime
    seen_at: datetime | None


class Said(BaseModel):
    at: datetime
