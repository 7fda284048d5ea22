from datetime import datetime
from typing import Annotated

from pydantic import BaseModel, Field
from unvo_core.grading.attempts import Counting
from unvo_core.grading.late import LatePer
from unvo_core.grading.totals import EntryRole
from unvo_core.grading.trying import Outlook
from unvo_core.path.evaluate import State

from apps.layout.public import ItemRef
from apps.links.public import OwnSource
from apps.screens.schemas import AnyOf


class Band(BaseModel):
    name: str
    lower: float


class Dropped(BaseModel):
    id: int
    title: str
    points: str
    possible: str
    lowest: bool


class Arithmetic(BaseModel):
    """numerator / denominator = percent; percent x effective weight = contribution. `of_items` entered it, those that
    were `dropped` did not. `scored` of the `whole` points have a score, which is `share` per cent of the course."""

    category_id: int
    name: str
    numerator: str
    denominator: str
    percent: str | None
    weight: str | None
    effective_weight: str
    contribution: str
    of_items: int
    dropped: list[Dropped]
    scored: str
    whole: str
    share: str


class Total(BaseModel):
    value: str | None
    exact: str | None
    band: str | None
    share: str
    waits: str | None
    """Percent of the course that is handed in and only waits for a score."""
    rows: list[Arithmetic]


class ItemRow(BaseModel):
    id: int
    title: str
    step: str
    due: datetime | None
    closes: datetime | None
    state: State
    open: bool
    waits_for: list[ItemRef]
    choices: list[AnyOf]
    opens_at: datetime | None
    started: dict[str, int]
    late_seconds: int
    late_percent: str | None
    late_per: LatePer | None
    role: EntryRole
    score: str | None
    raw: str | None
    """Before the conversion table that is called `table`; null where there is none."""
    table: str
    given: str | None
    deduction: str | None
    late_units: int
    possible: str
    comment: str
    source: OwnSource | None
    """The linked system that sent the score."""
    hold: bool
    attempts: int
    counting: Counting


class CategoryRow(BaseModel):
    id: int
    name: str
    drop_lowest: int
    drop_highest: int
    extra_credit: bool
    arithmetic: Arithmetic
    items: list[ItemRow]


class Standing(BaseModel):
    person: str
    zone: str
    now: datetime
    bands: list[Band]
    decimals: int
    letters_on_rounded: bool
    weighted: bool
    current: Total
    floor: Total
    ceiling: Total
    categories: list[CategoryRow]


class TriedScore(BaseModel):
    """`points` as typed; empty: not tried."""

    item_id: int
    points: Annotated[str, Field(max_length=40)]


class TriedIn(BaseModel):
    scores: Annotated[list[TriedScore], Field(max_length=1000)]


class BandReach(BaseModel):
    """`share`: percent of what can still be had on each item that is left; null unless it is possible."""

    band: str
    lower: str
    outlook: Outlook
    share: str | None


class TriedStanding(BaseModel):
    """Totals as they would be, and every band above the lowest, the highest first."""

    current: Total
    floor: Total
    ceiling: Total
    reach: list[BandReach]


class Tick(BaseModel):
    """How many scores lie at a per cent of what can be had."""

    at: int
    n: int


class Strip(BaseModel):
    """In points; `ticks` in per cent, so that they tell of the class and of nobody in it."""

    item_id: int
    n: int
    mean: float
    median: float
    low: float
    high: float
    lower_quartile: float
    upper_quartile: float
    ticks: list[Tick]
