"""What teachers see of a class's work, and what they say to it."""

from datetime import datetime
from typing import Annotated, Literal

from pydantic import BaseModel, Field
from unvo_core.grading.late import LatePer

from apps.assignments.api.schemas import Attempt
from apps.courses.public import Named
from apps.gradebook.public import ChosenIn, MeasuredBy, RubricOut

Thousandth = Annotated[int, Field(ge=0, le=1000)]
QueueState = Literal["waiting", "held", "released", "given_back", "started", "nothing", "excused"]


class QueueRow(BaseModel):
    person_id: int
    name: str
    section: str
    state: QueueState
    handed_in_at: datetime | None
    late_seconds: int
    attempt: int
    score: str | None
    group: str
    """With whom it was handed in or is worked on; empty: by oneself, or unsaid."""
    marked: bool
    """The reader has given their points; somebody else still has to."""
    measured: list[int]
    """Criteria of the rubric that have their level, while it waits for a score."""


class Queue(BaseModel):
    title: str
    possible: str
    due: datetime | None
    zone: str
    hold: bool
    held: int
    waiting: int
    rows: list[QueueRow]
    late_percent: str | None
    late_per: LatePer | None
    can_release: bool
    anonymous: bool
    """Whose work it is is said once its score is out."""
    two_graders: bool
    criteria: list[Named]
    """Of the rubric, where work is measured criterion by criterion."""


class ScoreOut(BaseModel):
    attempt: int
    version: int
    raw: str | None
    comment: str
    released_at: datetime | None
    graded_at: datetime | None
    graded_by: str
    recorded: str | None
    """By a conversion table, which is called `table`."""
    table: str
    late_seconds: int
    late_units: int
    deduction: str | None
    counts: str | None
    deduction_if_full: str | None
    measured: MeasuredBy | None
    apart: list[str] = []
    """Of a group that was scored together: whose score stays as it was given to them alone."""


class MarkingOut(BaseModel):
    """What one of two graders gave."""

    by: str
    mine: bool
    raw: str
    comment: str
    measured: MeasuredBy | None
    at: datetime


class Fellow(BaseModel):
    """Who handed in the same work with somebody; `score`: what they have for it."""

    person_id: int
    name: str
    score: str | None


class Work(BaseModel):
    person_id: int
    name: str
    section: str
    attempts: list[Attempt]
    draft_started_at: datetime | None
    draft_files: int
    score: ScoreOut
    rubric: RubricOut | None
    due: datetime | None
    """For this student."""
    until: str
    """By when work that is given back now may come again, as it is proposed: a wall time of the course."""
    group: str
    fellows: list[Fellow]
    """Who got the last attempt with them; before there is one, who works with them."""
    markings: list[MarkingOut]
    """Where two people score it: what the reader gave, and what the other gave once the reader has."""


class ScoreIn(BaseModel):
    attempt: int
    raw: str
    comment: str = ""
    seen_version: int
    above_possible: bool = False
    """More points than the item has are meant so."""
    chosen: Annotated[list[ChosenIn], Field(max_length=60)] | None = None
    """Of the rubric `rubric_id`; left out: as it stands."""
    rubric_id: int | None = None
    together: bool = False
    """To all who handed it in with them."""


class MeasureIn(BaseModel):
    """The level of one criterion. `seen`: which one stood there as it was chosen."""

    attempt: int
    rubric_id: int
    chosen: ChosenIn
    seen: int | None
    together: bool = False
    """To all who handed it in with them."""


class NoteIn(BaseModel):
    file_id: int
    page: Annotated[int, Field(ge=1, le=5000)] | None = None
    across: Thousandth | None = None
    down: Thousandth | None = None
    second: Annotated[int, Field(ge=0, le=86_400)] | None = None
    words: str


class NoteWords(BaseModel):
    words: str


class CommentIn(BaseModel):
    attempt: int
    words: str
    together: bool = False


class ReturnIn(BaseModel):
    """`until`: a wall time of the course. `parts`: names of the rubric's criteria; none: all of it."""

    attempt: int
    why: str
    until: str
    parts: Annotated[list[str], Field(max_length=30)] = []
    together: bool = False


class Reminded(BaseModel):
    """How many were told now; who was told for this due moment is not told again."""

    told: int


class RecordIn(BaseModel):
    """Work that came on paper, or was spoken. `at`: a wall time of the course; empty: now."""

    way: Literal["paper", "spoken"]
    at: str = ""
    note: str = ""
    together: bool = False
