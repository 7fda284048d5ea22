from datetime import datetime

from pydantic import BaseModel

from apps.layout.public import ItemRef, KindCode


class Hit(BaseModel):
    """`snippet`: plain text, what was found between ‹ and ›. Locked items are found by their title alone."""

    item: ItemRef
    kind: KindCode
    locked: bool
    hidden: bool
    snippet: str


class PostFound(BaseModel):
    """A post that the reader hears; `snippet` as in a hit."""

    post: int
    item: ItemRef
    author: str
    at: datetime
    snippet: str


class Found(BaseModel):
    text: str
    dated: bool
    zone: str
    hits: list[Hit]
    said: list[PostFound]
