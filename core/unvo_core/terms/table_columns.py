"""What the columns of a pasted schedule are: by their header, and where there is none by what stands in them."""

from __future__ import annotations

import re
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Literal

from unvo_core.terms.written_dates import MONTHS, WEEKDAYS

Read = Literal["week", "date", "weekday", "class", "topic", "reading", "due", ""]
Grid = Sequence[Sequence[str]]

# Common practice, no source: what people write above the columns of a schedule.
NAMES: dict[Read, frozenset[str]] = {
    "week": frozenset({"week", "wk", "weeks", "week no", "week number", "no", "number", "woche"}),
    "date": frozenset({"date", "dates", "when", "class date", "day", "days", "datum", "week of", "week beginning"}),
    "weekday": frozenset({"weekday", "day of week", "day of the week"}),
    "class": frozenset({"class", "session", "meeting", "lesson", "class no", "class number", "session no"}),
    "topic": frozenset({"topic", "topics", "subject", "theme", "title", "content", "module", "unit", "lecture"}),
    "reading": frozenset(
        {"reading", "readings", "read", "text", "chapter", "chapters", "pages", "prepare", "sections"}
    ),
    "due": frozenset({"due", "homework", "assignment", "assignments", "work", "tasks", "quiz", "quizzes", "hw"}),
}
# Where no name fits whole: the first of these words that the header holds decides.
WORDS: tuple[tuple[str, Read], ...] = (
    ("due", "due"),
    ("homework", "due"),
    ("assign", "due"),
    ("graded", "due"),
    ("deliverable", "due"),
    ("hand in", "due"),
    ("submit", "due"),
    ("exam", "due"),
    ("work", "due"),
    ("quiz", "due"),
    ("lab", "due"),
    ("project", "due"),
    ("reading", "reading"),
    ("read", "reading"),
    ("chapter", "reading"),
    ("prepar", "reading"),
    ("textbook", "reading"),
    ("topic", "topic"),
    ("subject", "topic"),
    ("theme", "topic"),
    ("week", "week"),
    ("date", "date"),
)
TIMES: frozenset[Read] = frozenset({"week", "date", "weekday", "class"})
COUNTED = re.compile(r"(?i)^(chapter|section|quiz|homework|hw|lab|set|problem set|assignment|project)s?\b")
"""Headers whose cells may hold a number alone: 'Quiz' above '2' is Quiz 2."""
DATED = re.compile(
    r"(?i)\d{1,2}\s*[/.-]\s*\d{1,2}|\d\s*-?\s*(?:" + "|".join(MONTHS) + r")\b|\b(?:" + "|".join(MONTHS) + r")\.?\s+\d"
)
WEEK = re.compile(r"(?i)^(?:weeks?|wk|w)?\.?\s*(\d{1,2})\s*(?:[-–]\s*\d{1,2})?\s*[.:]?$")
READS = re.compile(r"(?i)^(?:ch(?:apter|ap)?s?\.?\s*\d|pp?\.\s*\d|§|read\b|section\s+\d)")
WORKS = re.compile(
    r"(?i)^(?:hw|homework|problem set|set|quiz|exam|mid-?term|final|lab(?: report)?|assignment|project|essay|paper)\b"
)
LETTERS = {"m": 0, "t": 1, "tu": 1, "w": 2, "r": 3, "th": 3, "f": 4, "s": 5, "sa": 5, "u": 6, "su": 6}
"""Days of the week as letters; common practice of American timetables, no source."""
MOST_ABOVE = 6
"""So many lines may stand above the header."""


@dataclass(frozen=True, slots=True)
class Columns:
    """`reads`: what each column is read as, '' for none. `header`: the row of the header, None without one."""

    reads: tuple[Read, ...]
    header: int | None
    names: tuple[str, ...]

    @property
    def first(self) -> int:
        return 0 if self.header is None else self.header + 1

    def has(self, *reads: Read) -> bool:
        return any(read in reads for read in self.reads)


def columns_of(grid: Grid) -> Columns:
    """The first row that names a time and something to do is the header; without one the cells decide."""
    best: Columns | None = None
    for n, row in enumerate(grid[:MOST_ABOVE]):
        if any(DATED.search(cell) or WEEK.match(cell) for cell in row):
            continue
        found = Columns(_named(row), n, tuple(row))
        if found.has(*TIMES) and found.has("topic", "reading", "due"):
            return Columns(_by_cells(found.reads, grid[n + 1 :]), n, tuple(row))
        if best is None and sum(bool(read) for read in found.reads) > 1:
            best = found
    if best is None and grid:
        width = max(len(row) for row in grid)
        guessed = _without_header(grid, width)
        if any(read in TIMES for read in guessed):
            return Columns(guessed, None, ("",) * width)
    return best or Columns(_named(grid[0]) if grid else (), 0, tuple(grid[0]) if grid else ())


def _named(header: Sequence[str]) -> tuple[Read, ...]:
    found: list[Read] = []
    for cell in header:
        name = _name(cell)
        found.append("" if name in TIMES and name in found else name)
    return tuple(found)


def _name(cell: str) -> Read:
    plain = re.sub(r"[^a-z ]", " ", cell.lower())
    plain = re.sub(r"\s+", " ", plain).strip()
    if len(plain) > LONGEST_HEADER:
        return ""
    whole = next((read for read, names in NAMES.items() if plain in names), None)
    if whole is not None:
        return whole
    return next((read for word, read in WORDS if re.search(rf"\b{word}", plain)), "")


LONGEST_HEADER = 40


def _by_cells(reads: tuple[Read, ...], rows: Grid) -> tuple[Read, ...]:
    """A column of weekdays is none of dates, and one of classes holds numbers."""
    found = list(reads)
    for n, read in enumerate(reads):
        cells = [row[n] for row in rows if n < len(row) and row[n]]
        if read == "date" and cells and _most(cells, lambda c: weekday_of(c) is not None and not DATED.search(c)):
            found[n] = "weekday"
        if read == "class" and not (cells and _most(cells, lambda c: c.strip("#. ").isdigit())):
            found[n] = "topic" if "topic" not in reads else ""
    dates = next((n for n, read in enumerate(reads) if found[n] == "weekday"), None)
    if dates is not None and "date" not in found:
        for n, read in enumerate(found):
            cells = [row[n] for row in rows if n < len(row) and row[n]]
            if not read and cells and _most(cells, lambda c: DATED.search(c) is not None):
                found[n] = "date"
                break
    if "topic" not in found:
        for n, read in enumerate(found):
            cells = [row[n] for row in rows if n < len(row) and row[n]]
            if not read and cells and _most(cells, lambda c: len(re.sub(r"[^a-zA-Z]", "", c)) >= SHORTEST_TOPIC):
                found[n] = "topic"
                break
    return tuple(found)


SHORTEST_TOPIC = 4


def _without_header(grid: Grid, width: int) -> tuple[Read, ...]:
    """Dates and weeks by how they look; then readings and work by their words; the first other column is the topic."""
    found: list[Read] = [""] * width
    columns = [[row[n] for row in grid if n < len(row) and row[n]] for n in range(width)]
    tests: tuple[tuple[Read, Callable[[str], bool]], ...] = (
        ("weekday", lambda c: weekday_of(c) is not None and not DATED.search(c)),
        ("date", lambda c: DATED.search(c) is not None and len(c) < LONGEST_HEADER),
        ("week", lambda c: WEEK.match(c) is not None),
        ("reading", lambda c: READS.match(c) is not None),
        ("due", lambda c: WORKS.match(c) is not None),
    )
    for read, holds in tests:
        for n, cells in enumerate(columns):
            if not found[n] and cells and _most(cells, holds) and (read not in TIMES or read not in found):
                found[n] = read
    topic = next((n for n, cells in enumerate(columns) if cells and not found[n]), None)
    if topic is not None:
        found[topic] = "topic"
    return tuple(found)


def _most(cells: Sequence[str], holds: Callable[[str], bool]) -> bool:
    return sum(holds(c) for c in cells) * 2 > len(cells)


def weekday_of(cell: str) -> int | None:
    """The weekday that a cell names, in words or as a letter, with whatever stands behind it."""
    match = re.match(r"[A-Za-z]+", cell.strip())
    if match is None:
        return None
    word = match.group().lower()
    if word in WEEKDAYS:
        return WEEKDAYS[word]
    bare = cell.strip().rstrip(".").lower()
    return LETTERS.get(bare)
