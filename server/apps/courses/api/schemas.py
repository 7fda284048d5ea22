from datetime import date, datetime
from typing import Annotated, Any, Literal

from pydantic import BaseModel, Field

Json = dict[str, Any]
ItemKind = Literal[
    "page", "file", "link", "assignment", "acknowledgement", "video", "audio", "slides", "offline", "heading"
]


class ShelfCourse(BaseModel):
    slug: str
    code: str
    title: str
    role: str
    section: str
    term: str
    first_day: date | None
    last_day: date | None


class Cell(BaseModel):
    """One week (or, in a course without dates, one module) of the ribbon.

    `minutes`: of class and required work; `days`: those that fall due on each of its seven days.
    """

    key: str
    number: int | None
    first_day: date | None
    last_day: date | None
    break_name: str | None
    topic: str
    done: float | None
    minutes: int
    days: list[int]
    over: bool
    current: bool


class ClassMeeting(BaseModel):
    number: int
    day: date
    start: datetime
    end: datetime
    place: str
    day_type: str
    moved_by_clock: bool


class Ribbon(BaseModel):
    slug: str
    code: str
    title: str
    role: str
    section: str
    zone: str
    dated: bool
    term: str
    now: datetime
    next_class: ClassMeeting | None
    opened: bool
    walking: bool
    certificate: bool
    current: str
    cells: list[Cell]


class ItemRef(BaseModel):
    id: int
    number: int
    title: str
    step: str


class ClassProgress(BaseModel):
    """What a teacher sees of an item instead of a state of their own."""

    students: int
    done: int
    started: int
    waiting: int
    held: int


class Allowed(BaseModel):
    """What allowances made of this item for its reader. `moments`: those that differ from the course's."""

    moments: list[str]
    why: list[str]
    extra_attempts: int
    time_factor: str
    excused: bool


class Row(BaseModel):
    id: int
    number: int
    part_id: int | None
    kind: str
    title: str
    minutes: int
    points: float | None
    required: bool
    practice: bool
    published: bool
    opens: datetime | None
    start_by: datetime | None
    start_by_proposed: bool
    due: datetime | None
    closes: datetime | None
    state: str
    open: bool
    done: bool
    done_at: datetime | None
    opens_at: datetime | None
    waits_for: list[ItemRef]
    wait_percents: dict[int, float]
    by_hand: bool
    or_at: datetime | None
    late_seconds: int
    overdue: bool
    handed_in_at: datetime | None
    receipt: str
    started: dict[str, int]
    score: str | None
    deduction: str | None
    of_class: ClassProgress | None
    place: str
    hint: str
    length_seconds: int | None
    pages: int | None
    rules: dict[str, dict[str, Any]]
    allowed: Allowed | None


class Part(BaseModel):
    id: int
    title: str
    conditions: Json


class SheetModule(BaseModel):
    id: int
    title: str
    published: bool
    in_order: bool
    objectives: list[str]
    parts: list[Part]
    rows: list[Row]
    required: int
    required_done: int
    held_open_by: list[ItemRef]
    conditions: Json


class Later(BaseModel):
    item: ItemRef
    kind: str
    minutes: int
    due: datetime | None
    start_by: datetime
    state: str
    budget: int


class Sheet(BaseModel):
    key: str
    dated: bool
    first_day: date | None
    last_day: date | None
    break_name: str | None
    days: list[date]
    classes: list[ClassMeeting]
    zone: str
    now: datetime
    teaching: bool
    can_lay_out: bool
    modules: list[SheetModule]
    done: int
    required: int
    minutes_left: int
    points_at_stake: float
    next_item_id: int | None
    later: list[Later]
    undo: int | None


class File(BaseModel):
    name: str
    size: int
    content_type: str
    address: str


class Resource(BaseModel):
    """A file that goes with an item; `address` serves it."""

    id: int
    file: File
    label: str
    language: str


class DonePart(BaseModel):
    rule: Literal["opened", "ticked", "handed_in", "acknowledged", "scored", "watched", "attended"]
    percent: float = 0


class Watched(BaseModel):
    """How far somebody has come in a recording: where they stopped, and what they have seen of it."""

    percent: int
    position: float
    seen: list[list[float]]


class ItemPage(BaseModel):
    row: Row
    module: SheetModule
    step: str
    dated: bool
    zone: str
    now: datetime
    teaching: bool
    can_lay_out: bool
    done_rule: str
    done_percent: float | None
    done_parts: list[DonePart]
    html: str
    edition: int
    asked_edition: int
    acknowledged_edition: int
    file: File | None
    address: str
    embeds: bool
    conditions: Json
    condition_words: str
    read_first: list[ItemRef]
    resources: list[Resource]
    captions: list[Resource]
    watched: Watched | None
    walls: dict[str, str]
    default_due_time: str
    previous: ItemRef | None
    next: ItemRef | None
    budget: int


class FactsOfItem(BaseModel):
    """`watched`: per cent of a recording."""

    state: str
    done: bool
    watched: int | None = None
    done_at: datetime | None
    next: ItemRef | None


class TickIn(BaseModel):
    done: bool


class AcknowledgeIn(BaseModel):
    edition: int


class Changed(BaseModel):
    """A layout change that was kept: `id` is the thing, `change` can be undone."""

    id: int
    change: int
    at: datetime
    affected: int


class ModuleIn(BaseModel):
    title: str
    week: int | None = None


class ModuleChange(BaseModel):
    title: str | None = None
    in_order: bool | None = None
    published: bool | None = None
    objectives: list[str] | None = None
    with_items: bool = False


class PartIn(BaseModel):
    title: str


class ItemIn(BaseModel):
    title: str
    kind: ItemKind
    part_id: int | None = None


class ItemChange(BaseModel):
    title: str | None = None
    minutes: int | None = None
    points: float | None = None
    no_points: bool = False
    required: bool | None = None
    practice: bool | None = None
    published: bool | None = None
    done_rule: (
        Literal["opened", "ticked", "handed_in", "acknowledged", "scored", "watched", "attended", "any", "all"] | None
    ) = None
    done_percent: float | None = None
    done_parts: list[DonePart] | None = None
    hint: str | None = None
    read_first: list[int] | None = None
    length_seconds: int | None = None
    pages: int | None = None
    address: str | None = None
    place: str | None = None


class PlaceIn(BaseModel):
    """Put the item into a part (or above all parts), before another item or at the end."""

    part_id: int | None = None
    before: int | None = None


class IntoModule(BaseModel):
    """Put the item at the end of another module; `with_dates`: its dates move by the weeks between."""

    module_id: int
    with_dates: bool = True


class TextIn(BaseModel):
    html: str
    ask_again: bool = False


class TextOut(BaseModel):
    html: str
    edition: int
    at: datetime


class Edition(BaseModel):
    edition: int
    at: datetime
    by: str


class TextChanges(BaseModel):
    """A text with what was put in (ins) and taken out (del) between two editions."""

    since: int
    until: int
    at: datetime
    html: str


class Uploaded(BaseModel):
    """`shrunk_from`: width and height of a picture that was scaled down."""

    file: File
    at: datetime
    shrunk_from: list[int] | None = None


class WatchedIn(BaseModel):
    """Where somebody is in a recording, and the stretches seen since the last time, in seconds."""

    position: Annotated[float, Field(ge=0, le=90_000)]
    seen: Annotated[list[Annotated[list[float], Field(min_length=2, max_length=2)]], Field(max_length=200)] = []
