from datetime import datetime
from typing import Literal

from pydantic import BaseModel

from apps.courses.public import Named

Sort = Literal["", "layout", "texts", "grading", "people", "library", "scores", "removed"]


class ChangedField(BaseModel):
    """One field of one thing, before and after, in words; '' where there was nothing, None where words would not do.

    `thing` is empty where it is what the whole entry is about.
    """

    thing: str
    field: str
    before: str | None
    after: str | None


class Change(BaseModel):
    """`more`: lines that are left out. `can_set_back`: nothing but a later change of the same can stand in its way."""

    id: int
    at: datetime
    who: str
    what: str
    lines: list[ChangedField]
    more: int
    can_set_back: bool
    undone: bool


class History(BaseModel):
    """The latest first. `next`: what the following page begins before."""

    zone: str
    now: datetime
    about: str
    people: list[Named]
    entries: list[Change]
    next: int | None
