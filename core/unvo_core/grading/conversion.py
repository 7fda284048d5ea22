"""Conversion tables: from raw points to a recorded percentage, chosen by date, category and group."""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Collection, Iterator, Sequence
from dataclasses import dataclass
from datetime import date
from fractions import Fraction
from itertools import pairwise
from typing import NamedTuple, TypeVar

from unvo_core.problems import Problem

MOST_PERCENT = 200
Place = TypeVar("Place", int, date)


class Due(NamedTuple):
    """When an item is due for the course: in which week of the term, on which day; None where in none."""

    week: int | None = None
    day: date | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class ConversionTable:
    """`rows`: (points, percent), points rising from 0 to all that can be had, percent never falling. `category`,
    `group`: for what counts there, for whom; None for all. `from_week`, `until_week`: of what is due in these weeks of
    the term; `from_day`, `until_day`: on these days; both ends in, None leaves an end open."""

    name: str
    rows: tuple[tuple[Fraction, Fraction], ...]
    category: int | str | None = None
    group: int | None = None
    from_week: int | None = None
    until_week: int | None = None
    from_day: date | None = None
    until_day: date | None = None

    @property
    def out_of(self) -> Fraction:
        return self.rows[-1][0]

    @property
    def by_date(self) -> bool:
        return any(end is not None for end in (self.from_week, self.until_week, self.from_day, self.until_day))

    def holds_for(self, due: Due) -> bool:
        """What is due in no week of the term is in a table of all weeks only, what is never due in one of all days."""
        weeks, days = (self.from_week, self.until_week), (self.from_day, self.until_day)
        return _within(due.week, *weeks) and _within(due.day, *days)

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
    tables: Sequence[ConversionTable], category: int | str | None, groups: Collection[int], due: Due
) -> ConversionTable | None:
    """The one by which an item of this category, due then, is recorded for somebody of these groups. What is for a
    group wins over what is for all, then what is for a category, then what is for some dates; else the first."""
    fitting = [
        table
        for table in tables
        if table.category in (None, category)
        and (table.group is None or table.group in groups)
        and table.holds_for(due)
    ]
    return max(fitting, key=lambda t: (t.group is not None, t.category is not None, t.by_date), default=None)


def table_problems(tables: Sequence[ConversionTable]) -> Iterator[Problem]:
    """Paths as 'tables.0.rows'."""
    for n, table in enumerate(tables):
        yield from _rows(table, f"tables.{n}.rows")
        if table.from_week is not None and table.until_week is not None and table.from_week > table.until_week:
            yield Problem("grading.table_weeks", f"tables.{n}.until_week", {"name": table.name})
        if table.from_day is not None and table.until_day is not None and table.from_day > table.until_day:
            yield Problem("grading.table_days", f"tables.{n}.until_day", {"name": table.name})


def _within(value: Place | None, first: Place | None, last: Place | None) -> bool:
    if first is None and last is None:
        return True
    return value is not None and (first is None or value >= first) and (last is None or value <= last)


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
