from datetime import datetime
from typing import Literal

from pydantic import BaseModel

PaceCode = Literal["at_once", "daily", "never"]


class Mail(BaseModel):
    id: int
    subject: str
    body: str
    at: datetime


class NoticeOut(BaseModel):
    id: int
    kind: str
    course: str
    title: str
    line: str
    address: str
    at: datetime
    seen: bool


class Notices(BaseModel):
    """The newest first; `next`: ask for those before this one, 0 for no more. `unseen`: over all of them."""

    now: datetime
    unseen: int
    notices: list[NoticeOut]
    next: int


class SeenNotices(BaseModel):
    upto: int


class NoticeChoiceOut(BaseModel):
    """`always`: in Unvo nobody can do without it."""

    kind: str
    word: str
    here: PaceCode
    mail: PaceCode
    always: bool


class NoticeChoiceIn(BaseModel):
    kind: str
    here: PaceCode
    mail: PaceCode
