from datetime import datetime

from ninja import Schema


class Band(Schema):
    name: str
    lower: float


class ArithmeticItem(Schema):
    """`role`: counted, extra, dropped_low, dropped_high or out."""

    item_id: int
    role: str
    points: str
    possible: str


class Arithmetic(Schema):
    """numerator / denominator = percent; percent x effective weight = contribution."""

    category_id: int
    name: str
    numerator: str
    denominator: str
    percent: str | None
    weight: str | None
    effective_weight: str
    contribution: str
    items: list[ArithmeticItem]


class Total(Schema):
    value: str | None
    exact: str | None
    band: str | None
    share: str
    rows: list[Arithmetic]


class ItemRow(Schema):
    id: int
    title: str
    step: str
    due: datetime | None
    closes: datetime | None
    state: str
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


class CategoryRow(Schema):
    id: int
    name: str
    drop_lowest: int
    drop_highest: int
    extra_credit: bool
    arithmetic: Arithmetic
    items: list[ItemRow]


class Standing(Schema):
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


class Strip(Schema):
    """In points."""

    item_id: int
    n: int
    mean: float
    median: float
    low: float
    high: float
    lower_quartile: float
    upper_quartile: float


class Choice(Schema):
    id: int
    name: str


class ItemGrading(Schema):
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


class GradingIn(Schema):
    category_id: int | None
    late_rule_id: int | None
    hold: bool


class Released(Schema):
    scores: int
    at: datetime


class BookItem(Schema):
    id: int
    title: str
    due: datetime | None
    points: str
    handed_in: int
    waiting: int
    held: int


class BookCategory(Schema):
    id: int | None
    name: str
    weight: str | None
    items: list[BookItem]


class Book(Schema):
    zone: str
    students: int
    categories: list[BookCategory]
