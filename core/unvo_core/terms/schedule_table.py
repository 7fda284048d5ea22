"""A schedule pasted as a table: by date or week, with topic, reading and what is due."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import date, time
from typing import Literal

from unvo_core.problems import Problem
from unvo_core.schedule.calendar import Calendar
from unvo_core.terms.table_columns import TIMES, WEEK, Columns, Grid, Read, columns_of, weekday_of
from unvo_core.terms.table_dates import Dated, Evidence, dates_in, evidence_of, read_cell
from unvo_core.terms.table_entries import NO_CLASS, due_of, entries_of, is_nothing, with_header
from unvo_core.terms.written_dates import Order

MOST_ROWS = 500
LONGEST_CELL = 1000
LeftOut = Literal["", "no_class", "heading", "header", "nothing", "unplaced"]


@dataclass(frozen=True, slots=True)
class TableItem:
    """An item that a cell becomes. `kind` 'page' for reading, 'assignment' for what is due; `at`: a due time that
    the cell says itself."""

    kind: str
    title: str
    day: date | None
    at: time | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class TableRow:
    """One row: the week it falls in and what it becomes. `line` counts from 1, the header included; `cells` as they
    were pasted. `left_out`: why it becomes nothing."""

    line: int
    cells: tuple[str, ...]
    week: int | None = None
    day: date | None = None
    topics: tuple[str, ...] = ()
    items: tuple[TableItem, ...] = ()
    carried: bool = False
    left_out: LeftOut = ""


@dataclass(frozen=True, slots=True)
class ScheduleTable:
    """`columns`: what each column is read as, '' for those left out, which `problems` name. `evidence`: in which
    order figures were read, and why."""

    columns: tuple[Read, ...]
    names: tuple[str, ...]
    rows: tuple[TableRow, ...]
    evidence: Evidence
    problems: tuple[Problem, ...] = field(default=())


def read_table(
    grid: Grid, calendar: Calendar, setup: Order = "month_first", chosen: Order | None = None
) -> ScheduleTable:
    """Read a table against the term. Nothing is guessed in silence: what can't be read is a problem.

    A cell left empty under a week or date, as merged cells leave it, carries the one above on. `setup`: the order of
    figures where the table itself says nothing; `chosen`: the one that a person wants whatever it says.
    """
    none = Evidence(setup, "none")
    filled = [n for n, row in enumerate(grid) if any(row)]
    if len(filled) < 2:
        return ScheduleTable((), (), (), none, (Problem("table.empty"),))
    if len(filled) > MOST_ROWS + 1:
        return ScheduleTable((), (), (), none, (Problem("table.long", params={"most": MOST_ROWS}),))
    rows = [[cell.strip()[:LONGEST_CELL] for cell in grid[n]] for n in filled]
    columns = columns_of(rows)
    if not columns.has("week", "date", "class"):
        return ScheduleTable(columns.reads, columns.names, (), none, (Problem("table.no_time", "1"),))
    if not columns.has("topic", "reading", "due"):
        return ScheduleTable(columns.reads, columns.names, (), none, (Problem("table.no_content", "1"),))
    rows = [_fitted(row, len(columns.reads)) for row in rows]
    body = rows[columns.first :]
    evidence = evidence_of(_dated(body, columns), calendar, setup, chosen)
    reader = _Reader(columns, calendar, evidence, _strangers(columns, body))
    read = [reader.row(filled[n] + 1, row) for n, row in enumerate(rows) if n >= columns.first]
    return ScheduleTable(columns.reads, columns.names, tuple(read), evidence, tuple(reader.problems))


def _fitted(row: list[str], width: int) -> list[str]:
    """What runs over the last column belongs to it: a comma in a cell that nobody put into quotes."""
    return row if len(row) <= width else [*row[: width - 1], ", ".join(c for c in row[width - 1 :] if c)]


def _strangers(columns: Columns, body: Grid) -> list[Problem]:
    """Columns that hold something and are read as nothing."""
    line = 1 if columns.header is None else columns.header + 1
    return [
        Problem("table.column", f"{line}.{n + 1}", {"column": columns.names[n] or str(n + 1)})
        for n, read in enumerate(columns.reads)
        if not read and any(n < len(row) and row[n] for row in body)
    ]


def _dated(body: Grid, columns: Columns) -> list[Dated]:
    if "date" not in columns.reads:
        return [Dated(c, None) for row in body for n, c in enumerate(row) if columns.reads[n : n + 1] == ("week",)]
    at = columns.reads.index("date")
    beside = columns.reads.index("weekday") if "weekday" in columns.reads else None
    return [
        Dated(row[at], weekday_of(row[beside]) if beside is not None and beside < len(row) else None)
        for row in body
        if at < len(row) and row[at]
    ]


class _Reader:
    """Reads row by row, carrying week and date on."""

    def __init__(self, columns: Columns, calendar: Calendar, evidence: Evidence, problems: list[Problem]) -> None:
        self.columns, self.calendar, self.evidence, self.problems = columns, calendar, evidence, problems
        self.week: int | None = None
        self.day: date | None = None
        self.exact = False
        """The row's date is one day, and not a range."""

    def row(self, line: int, cells: Sequence[str]) -> TableRow:
        base = TableRow(line=line, cells=tuple(cells))
        named = self._named(cells)
        if why := self._no_row(cells, named):
            return _left(base, why)
        carried = not any(read in TIMES - {"weekday"} for read, _, _ in named)
        no_class = any(NO_CLASS.search(cell) for read, _, cell in named if read not in TIMES)
        if not carried and not self._time(line, named, quiet=no_class):
            return _left(base, "no_class" if no_class else "unplaced")
        if self.week is None:
            self._say("table.no_week", str(line))
            return _left(base, "unplaced")
        items = self._items(named)
        topics = [t for read, _, cell in named if read == "topic" for t in entries_of(cell) if not NO_CLASS.search(t)]
        if not topics and not items:
            return _left(base, "no_class" if no_class else "nothing")
        return TableRow(
            line=line,
            cells=base.cells,
            week=self.week,
            day=self.day,
            topics=tuple(topics),
            items=tuple(items),
            carried=carried,
        )

    def _named(self, cells: Sequence[str]) -> list[tuple[Read, int, str]]:
        reads = self.columns.reads
        return [(reads[n], n, c) for n, c in enumerate(cells) if n < len(reads) and reads[n] and not is_nothing(c)]

    def _no_row(self, cells: Sequence[str], named: list[tuple[Read, int, str]]) -> LeftOut:
        """The header again, or a line that stands above the rows that follow."""
        if tuple(c.casefold() for c in cells if c) == tuple(c.casefold() for c in self.columns.names if c):
            return "header"
        filled = {c for c in cells if c}
        if len(filled) == 1 and named and named[0][0] in TIMES and not self._readable(named[0]):
            return "heading"
        return "" if named else "nothing"

    def _readable(self, named: tuple[Read, int, str]) -> bool:
        return (
            bool(WEEK.match(named[2]))
            or read_cell(Dated(named[2], None), self.evidence, self.calendar, self._around()) is not None
        )

    def _items(self, named: list[tuple[Read, int, str]]) -> list[TableItem]:
        items = []
        for read, column, cell in named:
            header = self.columns.names[column]
            if read == "reading":
                items += [TableItem("page", with_header(t, header), self.day) for t in entries_of(cell)]
            elif read == "due":
                items += [
                    self._due(with_header(t, header)) for t in entries_of(cell, work=True) if not NO_CLASS.search(t)
                ]
        return items

    def _due(self, text: str) -> TableItem:
        due = due_of(text, self.evidence, self.calendar, self._around(), self.week)
        return TableItem("assignment", due.title, due.day or (self.day if self.exact else None), due.at)

    def _time(self, line: int, named: list[tuple[Read, int, str]], quiet: bool) -> bool:
        """Set week and day from the row; False when neither can be read. `quiet`: nothing is made of the row."""
        by = {read: (column, cell) for read, column, cell in named if read in TIMES}
        said = self._read_week(line, *by["week"]) if "week" in by else None
        if "class" in by and "date" not in by:
            self._read_class(line, *by["class"])
        if "date" not in by:
            return self.week is not None and (said is not None or "class" in by)
        beside = weekday_of(by["weekday"][1]) if "weekday" in by else None
        found = self._read_day(line, *by["date"], beside, quiet)
        if found and said is not None and said != self.week:
            self._say("table.week_contradicts", f"{line}.{by['week'][0] + 1}", week=said, day=self.day)
        return found

    def _read_week(self, line: int, column: int, cell: str) -> int | None:
        match = WEEK.match(re.sub(r"[(:,].*$", "", cell).strip() or cell)
        if match and int(match[1]) in self.calendar.week_by_number:
            self.week, self.day, self.exact = int(match[1]), None, False
            return self.week
        written = dates_in(cell, self._around(), self.evidence)
        week = self.calendar.week_of(written[0].day) if written else None
        if week is not None and week.number is not None:
            self.week, self.day, self.exact = week.number, None, False
            return self.week
        self._say("table.week_unknown" if match else "table.week_unreadable", f"{line}.{column + 1}", cell=cell)
        self.week = None
        return None

    def _read_class(self, line: int, column: int, cell: str) -> None:
        number = int(cell.strip("#. ")) if cell.strip("#. ").isdigit() else 0
        meeting = next((m for m in self.calendar.meetings if m.number == number), None)
        week = self.calendar.week_of(meeting.day) if meeting else None
        if meeting is None or week is None or week.number is None:
            self._say("table.class_unknown", f"{line}.{column + 1}", cell=cell)
            return
        self.week, self.day, self.exact = week.number, meeting.day, True

    def _read_day(self, line: int, column: int, cell: str, beside: int | None, quiet: bool) -> bool:
        path = f"{line}.{column + 1}"
        read = read_cell(Dated(cell, beside), self.evidence, self.calendar, self._around())
        week = self.calendar.week_of(read.day) if read else None
        if read is None or week is None or week.number is None:
            if not quiet:
                self._say_nowhere(path, cell, read.day if read else None, week.break_name if week else None)
            return False
        if read.swapped:
            self._say("table.date_swapped", path, cell=cell, day=read.day)
        if read.weekday_wrong:
            self._say("table.weekday_wrong", path, cell=cell, day=read.day)
        self.week, self.day, self.exact = week.number, read.day, not read.ranged
        return True

    def _say_nowhere(self, path: str, cell: str, day: date | None, pause: str | None) -> None:
        if day is None:
            self._say("table.date_unreadable", path, cell=cell)
        elif pause is not None:
            self._say("table.date_in_break", path, cell=cell, name=pause)
        else:
            self._say("table.date_outside", path, cell=cell, day=day)

    def _say(self, code: str, path: str, **params: object) -> None:
        self.problems.append(Problem(code, path, params))

    def _around(self) -> date:
        if self.day is not None:
            return self.day
        term = self.calendar.term
        if term is None:
            raise ValueError("a schedule table needs a term")
        week = self.calendar.week_by_number.get(self.week) if self.week is not None else None
        return week.first_day if week else term.first_day + (term.last_day - term.first_day) / 2


def _left(row: TableRow, why: LeftOut) -> TableRow:
    return TableRow(line=row.line, cells=row.cells, left_out=why)
