from datetime import datetime
from typing import Literal

from pydantic import BaseModel

from apps.screens.schemas import Row
from apps.talk.public import Sort

When = Literal["now", "to_come", "earlier"]


class Talking(BaseModel):
    """A discussion: how its reader stands with it, and what is heard in it. `new`: since the last visit; `waiting`:
    posts of others without a reply; `waits_for_own`: there is more once they have posted; `heard`: false for what is
    locked, which tells nothing. `replied_to`: posts are there to be answered."""

    row: Row
    step: str
    when: When
    heard: bool
    replied_to: bool
    sort: Sort
    posts: int
    replies: int
    new: int
    waiting: int
    waits_for_own: bool


class Discussions(BaseModel):
    """In order of the path."""

    teaching: bool
    can_lay_out: bool
    zone: str
    now: datetime
    dated: bool
    discussions: list[Talking]
