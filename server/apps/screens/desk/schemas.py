from datetime import datetime
from typing import Literal

from pydantic import BaseModel

from apps.layout.public import ItemRef

Kind = Literal[
    "question",
    "regrade",
    "ungraded",
    "unfinished",
    "discussion",
    "paper",
    "held",
    "report",
    "post_report",
    "quiz",
    "quiz_held",
    "quiz_paper",
    "absence",
    "date_check",
    "unopened",
    "stale_term",
    "behind",
    "system_silent",
    "system_away",
    "score_differs",
]


class DeskCourse(BaseModel):
    slug: str
    code: str
    title: str
    turnaround_days: int
    answer_days: int


class DeskRow(BaseModel):
    """`by`: when it was promised; `days_left`: calendar days to that, less than 0 when it is broken.

    `row_id`: the absence or the report. `class_at`: the class that was missed.
    `person`: who said it. `lines`: the first few of `count`, or what was said.
    """

    kind: Kind
    slug: str
    code: str
    zone: str
    item: ItemRef | None
    row_id: int | None
    class_at: datetime | None
    since: datetime | None
    by: datetime | None
    days_left: int | None
    count: int
    person: str
    lines: list[str]
    can_lay_out: bool


class Desk(BaseModel):
    """`courses`: those in which the reader teaches."""

    now: datetime
    courses: list[DeskCourse]
    rows: list[DeskRow]
