from datetime import date, datetime, time
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from apps.layout.public import KindCode, Moment


class CopyIn(BaseModel):
    title: str
    code: str


class Copied(BaseModel):
    slug: str
    title: str
    at: datetime


class BeatMoment(BaseModel):
    """On a weekday of the week {weekday, time, plus}, or from its nth class {nth, edge, minutes}."""

    on: Literal["day", "class"]
    weekday: Annotated[int, Field(ge=0, le=6)] = 0
    time: str = "23:59"
    plus: Annotated[int, Field(ge=-60, le=60)] = 0
    nth: Annotated[int, Field(ge=1, le=50)] = 1
    edge: Literal["start", "end"] = "start"
    minutes: Annotated[int, Field(ge=-20_160, le=20_160)] = 0


class Beat(BaseModel):
    key: Annotated[str, Field(min_length=1, max_length=40)]
    kind: KindCode
    title: str
    part: Annotated[str, Field(max_length=200)] = ""
    minutes: Annotated[int, Field(ge=0, le=6000)] = 0
    points: Annotated[int, Field(ge=0, le=10_000)] | None = None
    category: str = ""
    required: bool = True
    moments: dict[Moment, BeatMoment] = {}


class SectionStep(BaseModel):
    label: Annotated[str, Field(min_length=1, max_length=40)]
    topic: str = ""


class Steps(BaseModel):
    first: int = 1
    last: int = 99
    first_class: int = 1
    sections: list[SectionStep] = []


Unit = Literal["week", "section"]


class RhythmIn(BaseModel):
    """`edition`: of one that is kept; not read from a wish."""

    id: int | None = None
    edition: int = 0
    name: str
    unit: Unit = "week"
    beats: list[Beat]
    steps: Steps


class StampedItem(BaseModel):
    step: str
    week: int
    kind: KindCode
    title: str
    part: str
    minutes: int
    points: int | None
    opens: datetime | None
    due: datetime | None
    closes: datetime | None
    what: Literal["new", "changed", "kept", "same"]


class Stamping(BaseModel):
    items: list[StampedItem]
    new: int
    changed: int
    kept: int
    same: int
    problems: list[str]
    zone: str
    rhythm: int | None
    change: int | None


class RhythmLinks(BaseModel):
    """The linked homework of a kept rhythm, in path order. `without`: how many have no content yet."""

    rhythm: int
    item_ids: list[int]
    without: int


class Rhythms(BaseModel):
    rhythms: list[RhythmIn]
    links: list[RhythmLinks]
    weeks: list[int]
    classes: int
    categories: list[str]


FigureOrder = Literal["day_first", "month_first"]


class PasteIn(BaseModel):
    """A table as text, or as the HTML that a spreadsheet or page puts on the clipboard. `order`: how figures are read
    whatever the table says; null lets the table decide."""

    text: str = ""
    html: str = ""
    order: FigureOrder | None = None


class PastedItem(BaseModel):
    """`at`: a due time that the cell says. `fate`: 'kept' was changed by hand since an earlier table made it."""

    kind: KindCode
    title: str
    day: date | None
    at: time | None
    fate: Literal["new", "changed", "same", "kept"]


class PastedRow(BaseModel):
    """`cells` as they were pasted. `left_out`: why the row becomes nothing."""

    line: int
    cells: list[str]
    week: int | None
    day: date | None
    topics: list[str]
    items: list[PastedItem]
    carried: bool
    left_out: Literal["", "no_class", "heading", "header", "nothing", "unplaced"]


class PasteProblem(BaseModel):
    line: int
    column: int
    sentence: str


OrderBy = Literal["chosen", "weekdays", "term", "sequence", "setup", "none"]


class Paste(BaseModel):
    """`columns`: what each is read as. `order_by`: what decided how figures are read. `gone`: titles of an earlier
    table that this one has not; they stay."""

    columns: list[Literal["week", "date", "weekday", "class", "topic", "reading", "due", ""]]
    names: list[str]
    rows: list[PastedRow]
    problems: list[PasteProblem]
    order: FigureOrder
    order_by: OrderBy
    gone: list[str]


class ItemWishIn(BaseModel):
    kind: Literal["page", "assignment"]
    title: Annotated[str, Field(max_length=1000)]
    day: date | None = None
    at: time | None = None


class RowWishIn(BaseModel):
    """A row as it is to be, corrected or as it was read."""

    line: int
    week: int
    topics: Annotated[list[Annotated[str, Field(max_length=1000)]], Field(max_length=40)] = []
    items: Annotated[list[ItemWishIn], Field(max_length=60)] = []


class RowsIn(BaseModel):
    rows: Annotated[list[RowWishIn], Field(max_length=500)]


class CopyItem(BaseModel):
    id: int
    title: str


class CopyModule(BaseModel):
    id: int
    title: str
    step: str
    items: list[CopyItem]


class CopySource(BaseModel):
    modules: list[CopyModule]


class CopyInIn(BaseModel):
    """An item into a module, or a module into a week; from this course where `from_slug` is empty."""

    from_slug: str = ""
    item_id: int | None = None
    into_module: int | None = None
    module_id: int | None = None
    into_week: int | None = None
