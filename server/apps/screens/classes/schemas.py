from datetime import datetime

from pydantic import BaseModel

from apps.layout.public import ClassMeeting, ItemRef
from apps.live.public import AbsenceOut
from apps.screens.schemas import Row


class OnClass(BaseModel):
    row: Row
    ref: ItemRef


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
