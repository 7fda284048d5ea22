"""Shapes of all that somebody said in discussions."""

from __future__ import annotations

from datetime import datetime

from pydantic import BaseModel


class OwnPost(BaseModel):
    """What still stands of what one said. `reply`: it answers another's. `hidden`: why teachers took it out of the
    discussion; '' where it stands there. `begins`: its first words."""

    id: int
    at: datetime
    reply: bool
    words: int
    begins: str
    hidden: str


class OwnTalk(BaseModel):
    """One's own part in a discussion, first to last. `there`: its item still is. `given`: its points, once they are
    out."""

    item_id: int
    item: str
    there: bool
    given: str | None
    possible: str | None
    remark: str
    posts: list[OwnPost]


class OwnPostText(BaseModel):
    html: str
