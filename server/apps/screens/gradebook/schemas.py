from datetime import datetime
from typing import Literal

from ninja import Schema
from pydantic import BaseModel, Field

from apps.courses.public import Named
from apps.layout.public import KindCode
from apps.links.public import ScoreSource

MOST_ROWS = 200
"""Students whose cells are asked for at once."""
CellState = Literal["open", "started", "waiting", "missing", "scored", "held", "excused", "given_back"]
"""As its teachers see it: nothing yet; begun; handed in, not scored; due, not there; out; held; excused."""


class BookItem(BaseModel):
    """`hold`: its scores wait until they are released."""

    id: int
    title: str
    kind: KindCode
    week: int | None
    due: datetime | None
    points: str
    hold: bool
    extra: bool


class ColumnCounts(BaseModel):
    """How many came, wait for a score, and have one that is held."""

    item: int
    handed_in: int
    waiting: int
    held: int


class BookCategory(BaseModel):
    id: int | None
    name: str
    weight: str | None
    items: list[BookItem]


class BookPerson(BaseModel):
    id: int
    name: str
    section: int | None
    groups: list[int]


class Book(BaseModel):
    """The sheet without its cells: columns by category, rows by name."""

    zone: str
    now: datetime
    students: int
    categories: list[BookCategory]
    sections: list[Named]
    groups: list[Named]
    people: list[BookPerson]
    can_release: bool


class SheetCell(BaseModel):
    """Of one item. `raw`: as it was given for the last attempt; `counts`: what it comes to; `version`: to be sent back
    with a change; `excused`: in the gradebook, not by an allowance."""

    item: int
    state: CellState
    raw: str | None
    counts: str | None
    version: int
    late: bool
    comment: bool
    excused: bool


class SheetRow(BaseModel):
    """Cells that are open and empty are left out. `total` counts what is held, too."""

    person: int
    total: str | None
    band: str | None
    cells: list[SheetCell]


class SheetRows(BaseModel):
    rows: list[SheetRow]


class CellIn(Schema):
    item: int
    person: int
    text: str = Field(max_length=200)
    seen_version: int = 0
    seen_excused: bool = False
    above: bool = False


class CellsIn(Schema):
    cells: list[CellIn] = Field(min_length=1)


class CellRefused(BaseModel):
    """`above`: it is kept when it is said again that so much is meant; `meanwhile`: somebody else changed it."""

    item: int
    person: int
    words: str
    above: bool
    meanwhile: bool


class CellsOut(BaseModel):
    """`change`: by which what was kept is set back; None where nothing changed. `rows`: of whom it was about, where
    that is no more than can be asked for at once."""

    change: int | None
    kept: int
    refused: list[CellRefused]
    rows: list[SheetRow]


class BroughtCell(BaseModel):
    """A score of a spreadsheet that is another one here. `above`: more than the item has."""

    item: int
    person: int
    title: str
    name: str
    before: str
    text: str
    above: bool
    seen_version: int
    seen_excused: bool


class BroughtRefused(BaseModel):
    """`row` and `column`: as the spreadsheet counts and names them."""

    row: int
    column: str
    text: str
    words: str


class Brought(BaseModel):
    """`same`: cells that say what is there; `unknown`: columns of no item."""

    changes: list[BroughtCell]
    refused: list[BroughtRefused]
    same: int
    unknown: list[str]


class CellAttempt(BaseModel):
    """`deduction`: for being late."""

    number: int
    handed_in_at: datetime | None
    raw: str | None
    recorded: str | None
    """By a conversion table, which is called `table`."""
    table: str
    deduction: str | None
    counts: str | None
    released: bool
    comment: str


HistoryWhat = Literal["given", "changed", "taken", "released", "comment", "excused", "not_excused"]


class CellChange(BaseModel):
    at: datetime
    who: str
    what: HistoryWhat
    attempt: int
    before: str | None
    after: str | None
    why: str


class ClassOfItem(BaseModel):
    """Of all scores that were given, in points; `bins`: tenths of the points, the last of them with its end."""

    n: int
    mean: str | None
    median: str | None
    bins: list[int]
    own: int | None


class CellPanel(BaseModel):
    """Everything about one cell."""

    item: int
    person: int
    title: str
    kind: KindCode
    name: str
    section: str
    possible: str
    state: CellState
    counts: str | None
    percent: str | None
    due: datetime | None
    receipt: str
    late_units: int
    late_per: Literal["", "hour", "day"]
    late_percent: str | None
    attempts: list[CellAttempt]
    of_class: ClassOfItem
    source: ScoreSource | None
    history: list[CellChange]
