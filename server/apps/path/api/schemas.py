from datetime import datetime
from typing import Annotated, Literal

from pydantic import BaseModel, Field
from unvo_core.path.evaluate import State

from apps.layout.public import ItemRef


class FactsOfItem(BaseModel):
    """`watched`: per cent of a recording."""

    state: State
    done: bool
    watched: int | None = None
    done_at: datetime | None
    next: ItemRef | None


class TickIn(BaseModel):
    done: bool


class AcknowledgeIn(BaseModel):
    edition: int


class TextChanges(BaseModel):
    """A text with what was put in (ins) and taken out (del) between two editions."""

    since: int
    until: int
    at: datetime
    html: str


class WatchedIn(BaseModel):
    """Where somebody is in a recording, and the stretches seen since the last time, in seconds."""

    position: Annotated[float, Field(ge=0, le=90_000)]
    seen: Annotated[list[Annotated[list[float], Field(min_length=2, max_length=2)]], Field(max_length=200)] = []


class MarkIn(BaseModel):
    """What a teacher notes for one student, and why."""

    kind: Literal["done", "let_in"]
    on: bool
    reason: str


class Marked(BaseModel):
    at: datetime
