"""Current totals of a whole class at once, in binary floats: the same rules as `totals`, told apart from it by nobody.

Where a figure lies so near to a rounding tie or a band that a float can't say on which side, or drops choose among
equals, its student is `unsure`: theirs comes from the explaining path.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction
from math import ceil
from typing import NamedTuple

import numpy as np
from unvo_core.grading.bulk_drops import Scored, dropped
from unvo_core.grading.columns import COUNTINGS, Bools, CategoryColumns, Columns, Floats, Ints
from unvo_core.grading.conversion import ConversionTable
from unvo_core.grading.scale import Band, Rounding

NEAR = 1e-7
"""Floats are off by far less, exact figures of a course lie hardly ever so near and not on it."""


@dataclass(frozen=True, slots=True, kw_only=True)
class LateCells:
    """Of cells with one attempt, those that were late; seconds as `seconds_late` tells them."""

    rows: Ints
    columns: Ints
    seconds: Floats


@dataclass(frozen=True, slots=True, kw_only=True)
class SeveralAttempts:
    """Cells with several attempts; the attempts of cell n are those from `starts[n]` on, in order."""

    rows: Ints
    columns: Ints
    starts: Ints
    raw: Floats
    seconds: Floats


@dataclass(frozen=True, slots=True, kw_only=True)
class ClassScores:
    """A student a row, an item a column. `raw`: points of the only attempt; NaN where none is out. `missing`: nothing
    handed in, and past due. Who is excused has no points there."""

    raw: Floats
    late: LateCells
    several: SeveralAttempts
    missing: Bools
    excused: Bools


def arranged(scores: ClassScores, ids: Sequence[int], columns: Columns) -> ClassScores:
    """Scores of the items `ids`, a column each, as these columns want them; what is in none of them is left out."""
    place = {item: n for n, item in enumerate(ids)}
    take = np.array([place[item] for item in columns.ids], dtype=np.int64)
    to = np.full(len(ids), -1, dtype=np.int64)
    to[take] = np.arange(len(take))
    late, several = scores.late, scores.several
    in_late, in_several = to[late.columns] >= 0, to[several.columns] >= 0
    sizes = np.diff(np.append(several.starts, several.raw.size))
    attempts = np.repeat(in_several, sizes)
    return ClassScores(
        raw=scores.raw[:, take],
        late=LateCells(rows=late.rows[in_late], columns=to[late.columns[in_late]], seconds=late.seconds[in_late]),
        several=SeveralAttempts(
            rows=several.rows[in_several],
            columns=to[several.columns[in_several]],
            starts=np.cumsum([0, *sizes[in_several]])[:-1],
            raw=several.raw[attempts],
            seconds=several.seconds[attempts],
        ),
        missing=scores.missing[:, take],
        excused=scores.excused[:, take],
    )


class Figures(NamedTuple):
    """By row. `value`: percent, NaN where nothing counts. `shown`: in units of the last digit that is shown. `band`: an
    index into the bands, lowest first; -1 for none."""

    value: Floats
    shown: Ints
    band: Ints
    unsure: Bools


def class_figures(
    columns: Columns,
    scores: ClassScores,
    missing_percent: Fraction | None,
    bands: Sequence[Band],
    rounding: Rounding,
) -> Figures:
    points, here = _points(columns, scores, missing_percent)
    all_points, all_sizes = points @ columns.into_points, here.astype(np.float64) @ columns.into_sizes
    by_points = any(c.weight is None for c in columns.categories)
    parts = [
        _part(Scored(points, here, all_points[:, n], all_sizes[:, n]), category, scores.excused, by_points)
        for n, category in enumerate(columns.categories)
    ]
    value = _value(columns.categories, parts, len(points), by_points)
    unsure: Bools = np.zeros(len(points), np.bool_)
    for part in parts:
        unsure |= part.unsure
    return _shown(value, unsure, bands, rounding)


def _points(columns: Columns, scores: ClassScores, missing_percent: Fraction | None) -> tuple[Floats, Bools]:
    """What each cell counts: by its conversion table, after the late rule, the attempt that counts; 0 where it counts
    nothing. And where it counts."""
    points = scores.raw.copy()
    for column, table in columns.tables.items():
        points[:, column] = _recorded(points[:, column], table, columns.possible[column])
    late, several = scores.late, scores.several
    if late.rows.size:
        given = points[late.rows, late.columns]
        points[late.rows, late.columns] = _after_late(columns, given, late.columns, late.seconds)
    if several.rows.size:
        points[several.rows, several.columns] = _of_several(columns, several)
    here = ~np.isnan(points)
    points = (points.view(np.int64) & -here.astype(np.int64)).view(np.float64)  # several times faster than a mask
    if missing_percent is not None:
        here |= scores.missing
    if missing_percent:
        points += scores.missing * (columns.possible * float(missing_percent) / 100)
    return points, here


def _recorded(raw: Floats, table: ConversionTable, possible: float) -> Floats:
    if not possible:
        return raw
    at = np.minimum(raw, possible) / possible * float(table.out_of)
    percent = np.interp(at, [float(p) for p, _ in table.rows], [float(q) for _, q in table.rows])
    return percent * possible / 100 + np.maximum(0.0, raw - possible)


def _after_late(columns: Columns, given: Floats, at: Ints, seconds: Floats) -> Floats:
    rule, possible = columns.late, columns.possible[at]
    over = seconds - rule.grace[at]
    wanted = possible * rule.percent[at] / 100 * np.ceil(over / rule.unit[at])
    most = np.maximum(0.0, given - possible * rule.kept[at] / 100)
    costs = ~np.isnan(rule.percent[at]) & (over > 0) & (seconds > 0)
    return given - np.where(costs, np.minimum(wanted, most), 0.0)


def _of_several(columns: Columns, several: SeveralAttempts) -> Floats:
    sizes = np.diff(np.append(several.starts, several.raw.size))
    at = np.repeat(several.columns, sizes)
    given = several.raw.copy()
    for column, table in columns.tables.items():
        here = at == column
        given[here] = _recorded(given[here], table, columns.possible[column])
    counts = _after_late(columns, given, at, several.seconds)
    rule = columns.counting[several.columns]
    ways = {
        "best": np.maximum.reduceat(counts, several.starts),
        "latest": counts[several.starts + sizes - 1],
        "first": counts[several.starts],
        "mean": np.add.reduceat(counts, several.starts) / sizes,
    }
    return np.choose(rule, [ways[name] for name in COUNTINGS])


class _Part(NamedTuple):
    """A category, by row; `percent` NaN where it has none."""

    percent: Floats
    denominator: Floats
    on_top: Bools
    unsure: Bools


def _part(scored: Scored, category: CategoryColumns, excused: Bools, by_points: bool) -> _Part:
    """`scored`: all columns, with the sums of this category."""
    n = len(scored.points)
    unsure: Bools = np.zeros(n, np.bool_)
    on_top: Bools = np.zeros(n, np.bool_)
    numerator, denominator = scored.points, scored.sizes
    if category.drop_lowest or category.drop_highest:
        raw = scored.raw[:, category.regular]
        own = Scored(raw if category.plain else raw / category.units, scored.here[:, category.regular], *scored[2:])
        (_, _, numerator, denominator), unsure = dropped(own, category, by_points=by_points)
    if category.extra.size:
        others, beside = (np.logical_or.reduce(scored.here[:, at], axis=1) for at in (category.regular, category.extra))
        on_top = ~others & beside
        there = ~excused[on_top, category.all]
        whole = there @ category.whole
        denominator = denominator.copy()
        denominator[on_top] = whole = np.where(whole > 0, whole, there @ category.whole_extra)
        on_top[on_top] = whole > 0
    percent = np.full(n, np.nan)
    np.divide(numerator * 100, denominator, out=percent, where=denominator > 0)
    return _Part(percent, denominator, on_top, unsure)


def _value(categories: Sequence[CategoryColumns], parts: Sequence[_Part], n: int, by_points: bool) -> Floats:
    """Weights of categories with nothing in them are spread over the others; without weights points weigh."""
    live = np.zeros(n)
    for category, part in zip(categories, parts, strict=True):
        if not category.extra_credit:
            own = part.denominator if by_points else category.weight or 0.0
            live += np.where(np.isnan(part.percent) | part.on_top, 0.0, own)
    value, any_value = np.zeros(n), np.zeros(n, np.bool_)
    with np.errstate(divide="ignore", invalid="ignore"):
        for category, part in zip(categories, parts, strict=True):
            percent = np.nan_to_num(part.percent, nan=0.0)
            if by_points:
                effective = np.where(live > 0, part.denominator / live * 100, 0.0)
            else:
                weight = category.weight or 0.0
                spread = np.where(live > 0, weight * 100 / live, 0.0)
                effective = np.where(part.on_top | category.extra_credit, weight, spread)
            value += percent * effective / 100
            if not category.extra_credit:
                any_value |= ~np.isnan(part.percent) & ~part.on_top
    return np.where(any_value, value, np.nan)


def _shown(value: Floats, unsure: Bools, bands: Sequence[Band], rounding: Rounding) -> Figures:
    unit = 10**rounding.decimals
    scaled = np.nan_to_num(np.abs(value) * unit, nan=0.0)
    whole = np.floor(scaled + 0.5)
    np.logical_or(unsure, np.abs(scaled - np.floor(scaled) - 0.5) < NEAR, out=unsure)
    shown = (np.where(value < 0, -whole, whole)).astype(np.int64)
    lowers = sorted(b.lower for b in bands)
    if rounding.letters_on_rounded:
        band = np.searchsorted(np.array([ceil(low * unit) for low in lowers], dtype=np.int64), shown, side="right")
    else:
        edges = np.array([float(low) for low in lowers])
        band = np.searchsorted(edges, np.nan_to_num(value, nan=-np.inf), side="right")
        np.logical_or(unsure, (np.abs(value[:, None] - edges) < NEAR).any(axis=1), out=unsure)
    nothing = np.isnan(value)
    return Figures(value, np.where(nothing, 0, shown), np.where(nothing, -1, band - 1), unsure & ~nothing)
