"""All rules of a course as somebody wishes them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from decimal import Decimal

from unvo_core.grading.late import LatePer


@dataclass(frozen=True, slots=True, kw_only=True)
class CategoryWish:
    """`key`: the category's id, or anything else for one that is new."""

    key: str
    name: str
    weight: Decimal | None
    drop_lowest: int
    drop_highest: int
    equal_items: bool
    extra_credit: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class LateWish:
    """`name` may be empty: then it is made of the rule."""

    key: str
    name: str
    percent: Decimal
    per: LatePer
    grace_minutes: int
    floor_percent: Decimal


@dataclass(frozen=True, slots=True, kw_only=True)
class TableWish:
    """A conversion table. `rows`: points and percent. `category` as a key."""

    key: str
    name: str
    rows: Sequence[tuple[Decimal, Decimal]]
    category: str | None
    group: int | None
    from_week: int | None
    until_week: int | None
    from_day: date | None
    until_day: date | None


@dataclass(frozen=True, slots=True)
class CountWish:
    """Where an item is to count, and by which late rule; as keys."""

    item_id: int
    category: str | None
    late_rule: str | None


@dataclass(frozen=True, slots=True, kw_only=True)
class GradingWish:
    """Categories and late rules whole and in order: what is not named is taken out. `counts`: only of items for which
    it changes. `missing_percent` is read where `missing` is 'percent'."""

    categories: Sequence[CategoryWish]
    late_rules: Sequence[LateWish]
    counts: Sequence[CountWish]
    missing: str
    missing_percent: Decimal
    bands: Sequence[tuple[str, Decimal]]
    decimals: int
    letters_on_rounded: bool
    tables: Sequence[TableWish] = ()
