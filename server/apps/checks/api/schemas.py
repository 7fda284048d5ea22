from datetime import datetime
from typing import Literal

from pydantic import BaseModel


class Finding(BaseModel):
    """`address`: the page of this course where it can be seen and changed, '' for the course as a whole."""

    key: str
    code: str
    severity: Literal["wrong", "doubtful", "notice"]
    sentence: str
    about: str
    address: str
    fix: str | None
    waived: bool


class DateCheck(BaseModel):
    """`open`: findings that nobody has waived. `undo`: after fixes, the change by which all of
    them are set back."""

    findings: list[Finding]
    open: int
    checked_at: datetime
    opened: bool
    undo: int | None


class FixIn(BaseModel):
    keys: list[str]


class WaiveIn(BaseModel):
    key: str
    waived: bool
