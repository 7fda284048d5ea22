"""A course's items as columns of figures, for the whole class at once."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction

import numpy as np
from numpy.typing import NDArray
from unvo_core.grading.conversion import ConversionTable
from unvo_core.grading.item_rules import FIRST_RULES, ItemRules
from unvo_core.grading.late import UNIT_SECONDS, LateRule
from unvo_core.grading.totals import Category, Entry

Floats = NDArray[np.float64]
Bools = NDArray[np.bool_]
Ints = NDArray[np.int64]
COUNTINGS = ("best", "latest", "first", "mean")


@dataclass(frozen=True, slots=True, kw_only=True)
class CategoryColumns:
    """Which columns of the matrix count in a category. `sizes`: of `regular` in the unit of the category, its points
    or shares of one item; `units`, `extra_units`: by what their points are divided to be in it. `plain`: by nothing.
    `whole`: sizes of all its items, 0 for extra credit; `whole_extra`: of its extra credit."""

    weight: float | None
    drop_lowest: int
    drop_highest: int
    extra_credit: bool
    regular: slice | Ints
    extra: Ints
    all: slice
    sizes: Floats
    units: Floats
    extra_units: Floats
    whole: Floats
    whole_extra: Floats
    droppable: Bools
    plain: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class LateColumns:
    """By column: what lateness takes, in percent of the points for each `unit` of seconds begun after `grace`; NaN
    where it takes nothing. `kept`: percent below which it takes nothing more."""

    percent: Floats
    unit: Floats
    grace: Floats
    kept: Floats


@dataclass(frozen=True, slots=True, kw_only=True)
class Columns:
    """`ids`: the item of each column; those of a category stand together, in the order of their ids, by which drops
    choose among equals. `into_points`, `into_sizes`: a column's part in each category, a category a column: of what it
    has, extra credit among it, and of what that is measured by."""

    ids: tuple[int, ...]
    possible: Floats
    into_points: Floats
    into_sizes: Floats
    categories: tuple[CategoryColumns, ...]
    late: LateColumns
    counting: Ints
    tables: Mapping[int, ConversionTable]


def columns_of(categories: Sequence[Category], rules: Mapping[int, ItemRules]) -> Columns:
    """`categories`: with an entry for every item that counts, whoever's."""
    entries = [sorted(c.entries, key=lambda e: e.item_id) for c in categories]
    flat = [e for of_one in entries for e in of_one]
    own = [rules.get(e.item_id, FIRST_RULES) for e in flat]
    starts = np.cumsum([0, *(len(of_one) for of_one in entries)])
    made = tuple(_category(c, es, int(at)) for c, es, at in zip(categories, entries, starts, strict=False))
    points, sizes = np.zeros((len(flat), len(made))), np.zeros((len(flat), len(made)))
    for n, one in enumerate(made):
        points[one.regular, n], sizes[one.regular, n] = 1 / one.units, one.sizes
        points[one.extra, n] = 1 / one.extra_units
    return Columns(
        ids=tuple(e.item_id for e in flat),
        possible=np.array([float(e.possible) for e in flat], dtype=np.float64),
        into_points=points,
        into_sizes=sizes,
        categories=made,
        late=_late([one.late_rule for one in own]),
        counting=np.array([COUNTINGS.index(one.counting) for one in own], dtype=np.int64),
        tables={n: one.table for n, one in enumerate(own) if one.table is not None},
    )


def _category(category: Category, entries: Sequence[Entry], at: int) -> CategoryColumns:
    regular = [n for n, e in enumerate(entries) if not e.extra_credit and e.possible > 0]
    extra = [n for n, e in enumerate(entries) if e.extra_credit]
    units = _units(category, entries)
    possible = np.array([float(e.possible) for e in entries], dtype=np.float64)
    whole = np.where(possible > 0, possible / units, 0.0)
    beside = np.array([e.extra_credit for e in entries], dtype=np.bool_)
    together = regular == list(range(len(entries)))
    return CategoryColumns(
        weight=None if category.weight is None else float(category.weight),
        drop_lowest=category.drop_lowest,
        drop_highest=category.drop_highest,
        extra_credit=category.extra_credit,
        regular=slice(at, at + len(entries)) if together else np.array(regular, dtype=np.int64) + at,
        extra=np.array(extra, dtype=np.int64) + at,
        all=slice(at, at + len(entries)),
        sizes=possible[regular] / units[regular],
        units=units[regular],
        extra_units=units[extra],
        whole=np.where(beside, 0.0, whole),
        whole_extra=np.where(beside, whole, 0.0),
        droppable=np.array([not entries[n].never_dropped for n in regular], dtype=np.bool_),
        plain=not category.equal_items,
    )


def _units(category: Category, entries: Sequence[Entry]) -> Floats:
    """Extra points of an item that has no points of its own are shares of the category's middling item."""
    if not category.equal_items:
        return np.ones(len(entries))
    sizes = [e.possible for e in entries if e.possible > 0]
    middling = sum(sizes, Fraction(0)) / len(sizes) if sizes else Fraction(0)
    return np.array([float(e.possible or middling) or np.inf for e in entries], dtype=np.float64)


def _late(rules: Sequence[LateRule | None]) -> LateColumns:
    def column(of: Sequence[float]) -> Floats:
        return np.array(of, dtype=np.float64)

    return LateColumns(
        percent=column([np.nan if r is None else float(r.percent) for r in rules]),
        unit=column([1.0 if r is None else UNIT_SECONDS[r.per] for r in rules]),
        grace=column([0.0 if r is None else r.grace_minutes * 60 for r in rules]),
        kept=column([0.0 if r is None else float(r.floor_percent) for r in rules]),
    )
