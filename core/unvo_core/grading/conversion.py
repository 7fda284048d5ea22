"""Conversion tables: from raw points to a recorded percentage, chosen by week, category and group."""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Collection, Iterator, Sequence
from dataclasses import dataclass
from fractions import Fraction
from itertools import pairwise

from unvo_core.problems import Problem

MOST_PERCENT = 200


@dataclass(frozen=True, slots=True, kw_only=True)
class ConversionTable:
    """`rows`: (points, percent), points rising from 0 to all that can be had, percent never falling. `category`,
    `group`: for what counts there, for whom; None for all. `from_week`, `until_week`: of what is due in these weeks of
    the term, both ends in; None leaves an end open."""

    name: str
    rows: tuple[tuple[Fraction, Fraction], ...]
    category: int | str | None = None
    group: int | None = None
    from_week: int | None = None
    until_week: int | None = None

    @property
    def out_of(self) -> Fraction:
        return self.rows[-1][0]

    @property
    def by_week(self) -> bool:
        return self.from_week is not None or self.until_week is not None

    def holds_in(self, week: int | None) -> bool:
        """What is due in no week of the term is in a table of all weeks only."""
        if not self.by_week:
            return True
        if week is None:
            return False
        return (self.from_week is None or week >= self.from_week) and (
            self.until_week is None or week <= self.until_week
        )

    def recorded(self, raw: Fraction, possible: Fraction) -> Fraction:
        """The points that are recorded for `raw` of `possible`: between two rows in proportion; what has another number
        of points than the table is read in proportion; what is above all points stays above by as much."""
        if not possible:
            return raw
        percent = self.percent(min(raw, possible) / possible * self.out_of)
        return percent * possible / 100 + max(Fraction(0), raw - possible)

    def percent(self, points: Fraction) -> Fraction:
        """Of points of the table; below its first row as there."""
        after = bisect_right(self.rows, points, key=lambda row: row[0])
        if after == 0:
            return self.rows[0][1]
        if after == len(self.rows):
            return self.rows[-1][1]
        (low, from_percent), (high, to_percent) = self.rows[after - 1], self.rows[after]
        return from_percent + (to_percent - from_percent) * (points - low) / (high - low)


def chosen(
    tables: Sequence[ConversionTable], category: int | str | None, groups: Collection[int], week: int | None
) -> ConversionTable | None:
    """The one by which an item of this category, due in this week, is recorded for somebody of these groups. What is
    for a group wins over what is for all, then what is for a category, then what is for some weeks; else the first."""
    fitting = [
        table
        for table in tables
        if table.category in (None, category)
        and (table.group is None or table.group in groups)
        and table.holds_in(week)
    ]
    return max(fitting, key=lambda t: (t.group is not None, t.category is not None, t.by_week), default=None)


def table_problems(tables: Sequence[ConversionTable]) -> Iterator[Problem]:
    """Paths as 'tables.0.rows'."""
    for n, table in enumerate(tables):
        yield from _rows(table, f"tables.{n}.rows")
        if table.from_week is not None and table.until_week is not None and table.from_week > table.until_week:
            yield Problem("grading.table_weeks", f"tables.{n}.until_week", {"name": table.name})


def _rows(table: ConversionTable, path: str) -> Iterator[Problem]:
    name = {"name": table.name}
    if len(table.rows) < 2:
        yield Problem("grading.table_short", path, name)
        return
    if table.rows[0][0] != 0:
        yield Problem("grading.table_start", path, name)
    for (low, before), (high, after) in pairwise(table.rows):
        if high <= low:
            yield Problem("grading.table_order", path, {**name, "points": _plain(high)})
        elif after < before:
            yield Problem("grading.table_falls", path, {**name, "points": _plain(high), "low": _plain(low)})
    if not all(0 <= percent <= MOST_PERCENT for _, percent in table.rows):
        yield Problem("grading.table_range", path, {**name, "most": MOST_PERCENT})


def _plain(value: Fraction) -> str:
    return f"{float(value):g}"
