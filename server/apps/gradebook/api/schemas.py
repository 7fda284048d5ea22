from datetime import date, datetime
from decimal import Decimal
from typing import Annotated, Literal

from pydantic import BaseModel, Field
from unvo_core.grading.attempts import Counting
from unvo_core.grading.late import LatePer

from apps.courses.public import Named
from apps.layout.public import KindCode


class ItemGrading(BaseModel):
    """How an item counts. `held` is for teachers: how many scores wait to be released."""

    category: str
    weight: str | None
    late_percent: str | None
    late_per: LatePer | None
    grace_minutes: int
    floor_percent: str | None
    counting: Counting
    hold: bool
    anonymous: bool
    two_graders: bool
    held: int
    category_id: int | None
    late_rule_id: int | None
    categories: list[Named]
    late_rules: list[Named]


class GradingIn(BaseModel):
    category_id: int | None
    late_rule_id: int | None
    hold: bool
    counting: Counting | None = None
    anonymous: bool | None = None
    two_graders: bool | None = None
    """These left out: as they stand."""


class HoldIn(BaseModel):
    hold: bool


class Released(BaseModel):
    scores: int
    at: datetime


MOST_RULES = 40
Missing = Literal["zero", "percent", "blank"]
Key = Annotated[str, Field(min_length=1, max_length=40)]
Figure = Annotated[Decimal, Field(ge=-1_000_000, le=1_000_000, decimal_places=6)]
"""What is typed as a percentage. Within its own bounds each is refused in a sentence of its own."""
Drops = Annotated[int, Field(ge=0, le=200)]


class CategoryRule(BaseModel):
    """`key`: the id of the category, or anything else for a new one. `weight`: percent, null where points are added."""

    key: Key
    name: str
    weight: Figure | None = None
    drop_lowest: Drops = 0
    drop_highest: Drops = 0
    equal_items: bool = False
    extra_credit: bool = False


class LateRuleIn(BaseModel):
    """`key` as of a category. An empty `name` is made of the rule."""

    key: Key
    name: str = ""
    percent: Figure
    per: LatePer = "day"
    grace_minutes: int = 0
    floor_percent: Figure = Decimal(0)


class ScaleBand(BaseModel):
    name: str
    lower: Figure


Week = Annotated[int, Field(ge=0, le=200)]


class ConversionRow(BaseModel):
    points: Figure
    percent: Figure


class TableRule(BaseModel):
    """A conversion table; `key` as of a category. Null: all categories, everybody, every
    week, every day."""

    key: Key
    name: str
    rows: Annotated[list[ConversionRow], Field(max_length=200)]
    category: Key | None = None
    group: int | None = None
    from_week: Week | None = None
    until_week: Week | None = None
    from_day: date | None = None
    until_day: date | None = None


class CountsBy(BaseModel):
    """Where an item counts, and by which late rule, as keys."""

    item_id: int
    category: Key | None
    late_rule: Key | None


class GradingRules(BaseModel):
    """All rules by which a course grades."""

    categories: Annotated[list[CategoryRule], Field(max_length=MOST_RULES)]
    late_rules: Annotated[list[LateRuleIn], Field(max_length=MOST_RULES)]
    missing: Missing
    missing_percent: Figure = Decimal(0)
    bands: Annotated[list[ScaleBand], Field(max_length=MOST_RULES)]
    decimals: int
    letters_on_rounded: bool
    tables: Annotated[list[TableRule], Field(max_length=MOST_RULES)] = []


class GradingRulesIn(GradingRules):
    """`counts`: of the items for which it changes."""

    counts: Annotated[list[CountsBy], Field(max_length=2000)] = []


class CountedItem(CountsBy):
    """An item with points."""

    title: str
    kind: KindCode
    points: str


class GradingSaid(BaseModel):
    """The rules in sentences. `categories` and `late_rules` in order. `whole`: what the weights add to. `loose`: what
    counts nowhere. `scaled`: in order, weights that add to 100; empty where they do."""

    categories: list[str]
    late_rules: list[str]
    tables: list[str]
    whole: str
    loose: str
    missing: str
    rounding: str
    scale: str
    scaled: list[str]


class GradingSetup(BaseModel):
    rules: GradingRules
    items: list[CountedItem]
    said: GradingSaid
    groups: list[Named]
    weeks: list[int]
    """Of the term, to choose from."""
    edition: int
