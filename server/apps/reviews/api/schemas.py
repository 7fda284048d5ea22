"""What is told of students who read each other's work."""

from datetime import datetime
from typing import Annotated

from pydantic import BaseModel, Field

from apps.assignments.public import Attempt
from apps.gradebook.public import ChosenIn, MeasuredBy, RubricOut


class ToRead(BaseModel):
    """A work that was drawn for the reader. `author`: empty where it is unsaid."""

    position: int
    author: str
    work: Attempt
    words: str
    points: str | None
    measured: MeasuredBy | None
    edition: int
    sent_at: datetime | None


class MyReviews(BaseModel):
    """`handed_in`: whether the reader's own work is there, without which nothing is drawn for them."""

    of_id: int | None
    of: str
    possible: str | None
    rubric: RubricOut | None
    anonymous: bool
    handed_in: bool
    each: int
    works: list[ToRead]


class ReadingIn(BaseModel):
    words: str
    points: str = ""
    """As typed; empty where levels of the rubric give them."""
    chosen: Annotated[list[ChosenIn], Field(max_length=60)] = []
    edition: int
    send: bool = False


class PeerReading(BaseModel):
    """What one reader said of a work."""

    reader: str
    words: str
    points: str | None
    measured: MeasuredBy | None
    sent_at: datetime


class PeerReadings(BaseModel):
    """`mean`: of the readers' points. `possible`: of the work. `waits_until`: the author reads nothing before, unless
    their own reviews are all sent; null where it is told, or nothing is known of a moment."""

    readings: list[PeerReading]
    mean: str | None
    possible: str | None
    far_apart: bool
    waits: bool
    waits_until: datetime | None


class Reader(BaseModel):
    person_id: int
    name: str
    sent: int
    of: int


class ReadWork(BaseModel):
    """A work with what its readers gave; `person_id`: one of its owners."""

    person_id: int
    names: list[str]
    given: list[str]
    readers: int
    mean: str | None
    far_apart: bool


class Choice(BaseModel):
    id: int
    title: str


class ReviewClass(BaseModel):
    """`undrawn`: people who handed in and have nothing to read yet."""

    of_id: int | None
    choices: list[Choice]
    each: int
    anonymous: bool
    possible: str | None
    readers: list[Reader]
    works: list[ReadWork]
    undrawn: int
    can_lay_out: bool


class ReviewRulesIn(BaseModel):
    of: int
    each: int
    anonymous: bool


class Drawn(BaseModel):
    readers: int


class MeansTaken(BaseModel):
    people: int
