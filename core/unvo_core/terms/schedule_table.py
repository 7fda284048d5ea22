"""A schedule pasted as a table: by date or week, with topic, reading and what is due."""

from __future__ import annotations

import csv
import re
from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import date
from io import StringIO

from unvo_core.problems import Problem
from unvo_core.schedule.calendar import Calendar
from unvo_core.terms.written_dates import Order, order_of, read_date

MOST_ROWS = 500
HEADERS = {
    "week": ("week", "wk", "no", "number"),
    "date": ("date", "day", "when", "class date", "dates"),
    "topic": ("topic", "topics", "subject", "theme", "title", "content", "module", "unit"),
    "reading": ("reading", "readings", "read", "text", "chapter", "chapters", "pages", "prepare", "preparation"),
    "due": ("due", "homework", "assignment", "assignments", "hand in", "work", "work due", "quiz", "tasks"),
}


@dataclass(frozen=True, slots=True)
class TableItem:
    """An item that a cell becomes. `kind` 'page' for reading, 'assignment' for what is due."""

    kind: str
    title: str
    day: date | None


@dataclass(frozen=True, slots=True, kw_only=True)
class TableRow:
    """One row: the week it falls in and what it becomes. `line` counts from 1, the header included."""

    line: int
    week: int | None
    day: date | None
    topic: str
    items: tuple[TableItem, ...]
    carried: bool = False


@dataclass(frozen=True, slots=True)
class ScheduleTable:
    """`columns`: what each column is read as, '' for those left out, which `problems` name."""

    columns: tuple[str, ...]
    rows: tuple[TableRow, ...]
    order: Order
    problems: tuple[Problem, ...] = field(default=())


def cells_of(text: str) -> list[list[str]]:
    """Rows of cells from tab, comma or semicolon separated text; quoted cells may hold line breaks."""
    sample = text.lstrip("\ufeff\n\r")
    first = sample.splitlines()[0] if sample.strip() else ""
    mark = max(("\t", ";", ","), key=first.count)
    rows = [[cell.strip() for cell in row] for row in csv.reader(StringIO(sample, newline=""), delimiter=mark)]
    return [row for row in rows if any(row)]


def read_table(text: str, calendar: Calendar, fallback: Order = "month_first") -> ScheduleTable:
    """Read a table against the term. Nothing is guessed in silence: what can't be read is a problem.

    A cell left empty under a week or date, as merged cells leave it, carries the one above on.
    """
    rows = cells_of(text)
    if len(rows) < 2:
        return ScheduleTable((), (), fallback, (Problem("table.empty"),))
    if len(rows) > MOST_ROWS + 1:
        return ScheduleTable((), (), fallback, (Problem("table.long", params={"most": MOST_ROWS}),))
    columns = _columns(rows[0])
    if not {"week", "date"} & set(columns):
        return ScheduleTable(columns, (), fallback, (Problem("table.no_time", "1"),))
    if not {"topic", "reading", "due"} & set(columns):
        return ScheduleTable(columns, (), fallback, (Problem("table.no_content", "1"),))
    problems = [
        Problem("table.column", f"1.{n + 1}", {"column": rows[0][n] or str(n + 1)})
        for n, name in enumerate(columns)
        if not name and any(n < len(row) and row[n] for row in rows)
    ]
    dated = columns.index("date") if "date" in columns else None
    order = order_of([r[dated] for r in rows[1:] if dated is not None and dated < len(r)], fallback)
    reader = _Reader(columns, calendar, order, problems)
    read = [reader.row(n, cells) for n, cells in enumerate(rows[1:], start=2)]
    return ScheduleTable(columns, tuple(r for r in read if r is not None), order, tuple(problems))


def _columns(header: Sequence[str]) -> tuple[str, ...]:
    found: list[str] = []
    for cell in header:
        plain = re.sub(r"[^a-z ]", "", cell.lower()).strip()
        name = next((k for k, words in HEADERS.items() if plain in words), "")
        found.append("" if name in found else name)
    return tuple(found)


class _Reader:
    """Reads row by row, carrying week and date on."""

    def __init__(self, columns: Sequence[str], calendar: Calendar, order: Order, problems: list[Problem]) -> None:
        self.columns, self.calendar, self.order, self.problems = columns, calendar, order, problems
        self.week: int | None = None
        self.day: date | None = None
        self.topic = ""

    def row(self, line: int, cells: Sequence[str]) -> TableRow | None:
        named = {name: cells[n] for n, name in enumerate(self.columns) if name and n < len(cells) and cells[n]}
        carried = not (named.keys() & {"week", "date"})
        if not carried and not self._time(line, named):
            return None
        if self.week is None:
            self.problems.append(Problem("table.no_week", str(line)))
            return None
        items = [TableItem("page", t, self.day) for t in _entries(named.get("reading", ""))]
        items += [self._due(line, t) for t in _entries(named.get("due", ""))]
        return TableRow(
            line=line, week=self.week, day=self.day, topic=named.get("topic", ""), items=tuple(items), carried=carried
        )

    def _time(self, line: int, named: dict[str, str]) -> bool:
        """Set week and day from the row; False when neither can be read."""
        fine = False
        if "week" in named:
            fine = self._read_week(line, named["week"])
        if "date" in named:
            fine = self._read_day(line, named["date"]) or fine
        return fine

    def _read_week(self, line: int, cell: str) -> bool:
        match = re.fullmatch(r"(?:week|wk)?\.?\s*(\d{1,2})", cell, re.IGNORECASE)
        if match and int(match[1]) in self.calendar.week_by_number:
            self.week, self.day = int(match[1]), None
            return True
        day = read_date(cell, self._around(), self.order)
        week = self.calendar.week_of(day) if day else None
        if week is not None and week.number is not None:
            self.week, self.day = week.number, None
            return True
        code = "table.week_unknown" if match else "table.week_unreadable"
        self.problems.append(Problem(code, f"{line}.{self.columns.index('week') + 1}", {"cell": cell}))
        return False

    def _read_day(self, line: int, cell: str) -> bool:
        first = re.split(r"\s*(?:–|—|\bto\b|-(?=\s*[A-Za-z\d]+\s*[A-Za-z]))\s*", cell)[0]
        day = read_date(first, self._around(), self.order) or read_date(cell, self._around(), self.order)
        path = f"{line}.{self.columns.index('date') + 1}"
        if day is None:
            self.problems.append(Problem("table.date_unreadable", path, {"cell": cell}))
            return False
        week = self.calendar.week_of(day)
        if week is None:
            self.problems.append(Problem("table.date_outside", path, {"cell": cell, "day": day}))
            return False
        self.day = day
        self.week = week.number if week.number is not None else self.week
        if week.number is None:
            self.problems.append(Problem("table.date_in_break", path, {"cell": cell, "name": week.break_name}))
        return self.week is not None

    def _due(self, line: int, text: str) -> TableItem:
        """'Problem set 3 (due Fri 9 Oct)' carries its own date; otherwise the row's."""
        own = read_date(text, self._around(), self.order)
        if own is None or self.calendar.week_of(own) is None:
            return TableItem("assignment", text, self.day)
        bare = re.sub(r"[\s(\[]*\b(?:due|by)\b.*$", "", text, flags=re.IGNORECASE).strip(" ,;:-")
        return TableItem("assignment", bare or text, own)

    def _around(self) -> date:
        if self.day is not None:
            return self.day
        term = self.calendar.term
        if term is None:
            raise ValueError("a schedule table needs a term")
        return term.first_day + (term.last_day - term.first_day) / 2


def _entries(cell: str) -> list[str]:
    """A cell's entries: by line or semicolon."""
    return [part.strip(" •-–\t") for part in re.split(r"[\n;]+", cell) if part.strip(" •-–\t")]
