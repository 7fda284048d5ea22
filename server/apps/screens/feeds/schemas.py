from datetime import datetime

from pydantic import BaseModel


class Feed(BaseModel):
    """`slug` null: all courses. `address` is shown once, when it is made."""

    id: int
    slug: str | None
    address: str
    made_at: datetime
    read_at: datetime | None


class Feeds(BaseModel):
    feeds: list[Feed]


class FeedIn(BaseModel):
    slug: str | None = None
