from datetime import datetime
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from apps.gradebook.public import MeasuredBy, RubricOut


class WorkFile(BaseModel):
    id: int
    name: str
    size: int
    content_type: str
    sha256: str
    address: str


class Note(BaseModel):
    """At a point of a page, in thousandths of its width and height from the upper left, or at a second."""

    id: int
    file_id: int
    page: int | None
    across: int | None
    down: int | None
    second: int | None
    words: str
    by: str
    at: datetime


class CommentOut(BaseModel):
    """What a teacher said of an attempt, read at once."""

    id: int
    words: str
    by: str
    mine: bool
    at: datetime


class Returned(BaseModel):
    """Given back to be done again: all of it, or only `parts`."""

    why: str
    parts: list[str]
    by: str
    at: datetime


class Attempt(BaseModel):
    attempt: int
    number: str
    handed_in_at: datetime | None
    late_seconds: int
    text: str
    comment: str
    link: str
    files: list[WorkFile]
    measured: MeasuredBy | None = None
    notes: list[Note] = []
    remark: str = ""
    """These three to its student only of a score that is out; notes of work that is given back too."""
    given: str | None = None
    """Its points before any deduction, where the reader may see them."""
    counts: bool = False
    """It alone is what counts, of several."""
    way: Literal["here", "paper", "spoken"] = "here"
    recorded_by: str = ""
    comments: list[CommentOut] = []
    given_back: Returned | None = None
    group: str = ""
    handed_in_by: str = ""
    """Who of the group did."""


class Brief(BaseModel):
    takes_hand_ins: bool
    takes_text: bool
    takes_files: bool
    takes_photos: bool
    takes_recordings: bool
    takes_link: bool
    most_files: int
    most_megabytes: int
    attempts: int | None
    template: str = ""
    in_groups: bool = False
    groups: Annotated[list[int], Field(max_length=200)] = []
    """Those that hand in together; none: all of the course."""


class Photo(BaseModel):
    """A page of work in photographs. `turn`: degrees clockwise; `cuts`: percent of left, top, right and bottom that are
    cut off before. `small`: the picture for a list."""

    id: int
    name: str
    address: str
    small: str
    width: int
    height: int
    turn: Literal[0, 90, 180, 270]
    cuts: list[int]
    legible: bool


class Draft(BaseModel):
    attempt: int
    edition: int
    text: str
    comment: str
    link: str
    files: list[WorkFile]
    photos: list[Photo]
    saved_at: datetime
    saved_by: str
    """Who of the group wrote in it last; empty where it was the reader."""


class Together(BaseModel):
    """The group in which it is worked on, and who is in it. Empty: the reader is in none, and works alone."""

    name: str
    people: list[str]


class OwnScore(BaseModel):
    """The released score with its arithmetic, and what the teacher wrote. `raw`: before a conversion table made `given`
    of it."""

    raw: str | None
    counts: str
    given: str
    deduction: str
    late_units: int
    possible: str
    comment: str


class MyWork(BaseModel):
    brief: Brief
    draft: Draft | None
    attempts: list[Attempt]
    attempts_left: int | None
    open: bool
    late_now_seconds: int
    late_now_deduction: str | None
    score: OwnScore | None
    being_graded: bool
    back_by: datetime | None
    """When the score of the last attempt is promised; null where nothing waits for one."""
    rubric: RubricOut | None
    together: Together | None
    """Null where everybody works alone."""
    aside: Draft | None
    """What the reader began alone before their group began; nobody goes on with it."""
    photos_before: int
    """Pages of the last attempt with which the next can begin."""


class OwnPiece(BaseModel):
    """One attempt that was handed in. `there`: its item still is. `given`: the points, once they are out, before any
    deduction for lateness."""

    item_id: int
    item: str
    there: bool
    attempt: int
    number: str
    handed_in_at: datetime
    files: list[WorkFile]
    words: int
    link: str
    given: str | None
    possible: str | None
    remark: str
    measured: MeasuredBy | None
    notes: list[Note]


class Collected(BaseModel):
    """Kept of one's own work, by its receipt, with a word on it."""

    number: str
    words: str


class CollectIn(BaseModel):
    words: str


class OrderIn(BaseModel):
    numbers: Annotated[list[str], Field(max_length=300)]


class OwnText(BaseModel):
    text: str


class DraftIn(BaseModel):
    """`attempt` and `edition`: what the writer looked at; without them, whatever stands."""

    text: str
    comment: str
    link: str = ""
    attempt: int | None = None
    edition: int | None = None


class PhotoWish(BaseModel):
    """How a page goes into the PDF."""

    id: int
    turn: Literal[0, 90, 180, 270]
    cuts: Annotated[list[Annotated[int, Field(ge=0, le=90)]], Field(min_length=4, max_length=4)]


class PhotosIn(BaseModel):
    """The pages in their order."""

    photos: Annotated[list[PhotoWish], Field(max_length=200)]
    attempt: int | None = None


class ReceiptFile(BaseModel):
    name: str
    size: int
    sha256: str


class Receipt(BaseModel):
    number: str
    course: str
    slug: str
    item_id: int
    item: str
    attempt: int
    at: datetime
    zone: str
    due: datetime | None
    late_seconds: int
    files: list[ReceiptFile]
    text_characters: int
    text_sha256: str | None
    link: str = ""
    comment: str
    person: str
    way: Literal["here", "paper", "spoken"] = "here"
    recorded_by: str = ""
    group: str = ""
    people: list[str] = []
    handed_in_by: str = ""
