from datetime import datetime

from pydantic import BaseModel


class Band(BaseModel):
    name: str
    lower: float


class Arithmetic(BaseModel):
    """numerator / denominator = percent; percent x effective weight = contribution. `of_items` entered it."""

    category_id: int
    name: str
    numerator: str
    denominator: str
    percent: str | None
    weight: str | None
    effective_weight: str
    contribution: str
    of_items: int


class Total(BaseModel):
    value: str | None
    exact: str | None
    band: str | None
    share: str
    rows: list[Arithmetic]


class ItemRow(BaseModel):
    id: int
    title: str
    step: str
    due: datetime | None
    closes: datetime | None
    state: str
    open: bool
    waits_for: list[str]
    opens_at: datetime | None
    started: dict[str, int]
    late_seconds: int
    late_percent: str | None
    late_per: str | None
    role: str
    score: str | None
    given: str | None
    deduction: str | None
    late_units: int
    possible: str
    comment: str
    hold: bool
    attempts: int
    counting: str


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


class Strip(BaseModel):
    """In points."""

    item_id: int
    n: int
    mean: float
    median: float
    low: float
    high: float
    lower_quartile: float
    upper_quartile: float


class Choice(BaseModel):
    id: int
    name: str


class ItemGrading(BaseModel):
    """How an item counts. `held` is for teachers: how many scores wait to be released."""

    category: str
    weight: str | None
    late_percent: str | None
    late_per: str | None
    grace_minutes: int
    floor_percent: str | None
    counting: str
    hold: bool
    held: int
    category_id: int | None
    late_rule_id: int | None
    categories: list[Choice]
    late_rules: list[Choice]


class GradingIn(BaseModel):
    category_id: int | None
    late_rule_id: int | None
    hold: bool


class Released(BaseModel):
    scores: int
    at: datetime


class BookItem(BaseModel):
    id: int
    title: str
    due: datetime | None
    points: str
    handed_in: int
    waiting: int
    held: int


class BookCategory(BaseModel):
    id: int | None
    name: str
    weight: str | None
    items: list[BookItem]


class Book(BaseModel):
    zone: str
    students: int
    categories: list[BookCategory]
