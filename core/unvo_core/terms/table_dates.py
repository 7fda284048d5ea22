"""How the dates of a pasted table are meant: what all of a column says about the order of its figures."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from unvo_core.schedule.calendar import Calendar
from unvo_core.terms.table_columns import LETTERS, weekday_of
from unvo_core.terms.written_dates import MONTHS, Order, WrittenDate, written_dates

ORDERS: tuple[Order, Order] = ("month_first", "day_first")
PAIR = re.compile(
    r"(?<![\d/.-])(\d{1,2})\s*(?P<mark>[/.-])\s*(\d{1,2})(?:\s*(?P=mark)\s*(\d{4}|\d{2}))?(?![\d/-]|\.\d)"
)
LETTERED = re.compile(r"^\s*(" + "|".join(sorted(LETTERS, key=len, reverse=True)) + r")\.?,?\s+(?=\d)", re.IGNORECASE)
WEEKDAY_WEIGHT = 3
"""A weekday that fits, or does not, says more than a date that merely lies in the term."""


@dataclass(frozen=True, slots=True)
class Evidence:
    """`by`: what decided it: 'chosen', 'weekdays', 'term', 'sequence', 'setup', or 'none' where no figures stand."""

    order: Order
    by: str
    names_first: bool = False


@dataclass(frozen=True, slots=True)
class CellDate:
    """`swapped`: its figures stand the other way round than in its column. `weekday_wrong`: another one is written."""

    day: date
    swapped: bool = False
    weekday_wrong: bool = False
    ranged: bool = False


@dataclass(frozen=True, slots=True)
class Dated:
    """A cell that holds a date, with the weekday that stands beside it in a column of its own."""

    text: str
    weekday: int | None


def evidence_of(cells: Sequence[Dated], calendar: Calendar, setup: Order, chosen: Order | None) -> Evidence:
    """The order in which the column's figures are read, and why."""
    names = _names_first(cells)
    if chosen is not None:
        return Evidence(chosen, "chosen", names)
    if not any(PAIR.search(c.text) for c in cells):
        return Evidence(setup, "none", names)
    scores = {order: _score(cells, calendar, order) for order in ORDERS}
    ours, theirs = scores[ORDERS[0]], scores[ORDERS[1]]
    if ours.total == theirs.total:
        return Evidence(setup, "setup", names)
    order = ORDERS[0] if ours.total > theirs.total else ORDERS[1]
    by = next(n for n in ("weekdays", "term", "sequence") if getattr(ours, n) != getattr(theirs, n))
    return Evidence(order, by, names)


@dataclass(frozen=True, slots=True)
class _Score:
    weekdays: int
    term: int
    sequence: int

    @property
    def total(self) -> int:
        return WEEKDAY_WEIGHT * self.weekdays + self.term + self.sequence


def _score(cells: Sequence[Dated], calendar: Calendar, order: Order) -> _Score:
    weekdays = term = sequence = 0
    before: date | None = None
    for cell in cells:
        pair = PAIR.search(cell.text)
        day = _day(pair, order, calendar) if pair else None
        if day is None:
            term -= pair is not None
            continue
        term += 1 if calendar.week_of(day) else -1
        wanted = cell.weekday if cell.weekday is not None else weekday_of(cell.text) if pair else None
        if wanted is not None:
            weekdays += 1 if day.weekday() == wanted else -1
        if before is not None:
            sequence += (day >= before) - (day < before)
        before = day
    return _Score(weekdays, term, sequence)


def _day(pair: re.Match[str], order: Order, calendar: Calendar) -> date | None:
    """The pair strictly in this order, of the year that lies nearest to the term."""
    first, second = int(pair[1]), int(pair[3])
    month, day = (first, second) if order == "month_first" else (second, first)
    middle = _middle(calendar)
    years = [_year(pair[4])] if pair[4] else [middle.year - 1, middle.year, middle.year + 1]
    found = [d for year in years if (d := _date(year, month, day))]
    return min(found, key=lambda d: abs((d - middle).days), default=None)


def _names_first(cells: Sequence[Dated]) -> bool:
    """More cells write 'Feb 19' than '19 Feb'."""
    first = sum(re.search(r"[A-Za-z]{3,}\.?\s+\d{1,2}(?!\d)\s*(?:,|$|[-–(])", c.text) is not None for c in cells)
    last = sum(
        re.match(r"(?:[A-Za-z]+\.?,?\s+)?\d{1,2}(?:st|nd|rd|th)?\.?[\s-]+[A-Za-z]{3}", c.text) is not None
        for c in cells
    )
    return first > last


def read_cell(cell: Dated, evidence: Evidence, calendar: Calendar, around: date) -> CellDate | None:
    """The day that a cell of dates names, the first one of a range; None where it holds none."""
    lettered = LETTERED.match(cell.text)
    text = cell.text[lettered.end() :] if lettered else cell.text
    weekday = cell.weekday if cell.weekday is not None else weekday_of(cell.text)
    if lettered and weekday is None:
        weekday = LETTERS[lettered[1].lower()]
    text = DAYS_BEFORE_MONTH.sub(r"\1 \3 – \2", text)
    found = list(_read(text, evidence, around, calendar))
    if not found:
        return None
    day, rest = found[0]
    ranged = len(found) > 1 or WEEK_OF.search(text) is not None or GOES_ON.match(rest) is not None
    if weekday is None or day.weekday() == weekday or ranged:
        return CellDate(day, ranged=ranged, swapped=_is_swapped(text, day, evidence.order))
    pair = PAIR.search(text)
    other = _day(pair, ORDERS[evidence.order == ORDERS[0]], calendar) if pair else None
    if other is not None and other.weekday() == weekday and calendar.week_of(other):
        return CellDate(other, swapped=True)
    return CellDate(day, weekday_wrong=True)


WEEK_OF = re.compile(r"(?i)\bweek\s+(?:of|beginning|commencing)\b|\bw/c\b")
GOES_ON = re.compile(r"(?i)\s*(?:–|—|-|&|,|\bto\b|\band\b|\bthrough\b)\s*\d")
"""What follows a date where it is the first of several days."""
DAYS_BEFORE_MONTH = re.compile(r"\b(\d{1,2})\.?\s*[–—-]\s*(\d{1,2}\.?\s+(" + "|".join(MONTHS) + r")\b)", re.IGNORECASE)
"""'24–28 Aug': the month stands once, behind both days."""


def _read(text: str, evidence: Evidence, around: date, calendar: Calendar) -> Iterator[tuple[date, str]]:
    """The dates of a cell, each with what follows it."""
    written = dates_in(text, around, evidence)
    if written:
        yield from ((w.day, text[w.end :]) for w in written)
        return
    pair = PAIR.search(text)
    if pair is None:
        return
    for order in (evidence.order, ORDERS[evidence.order == ORDERS[0]]):
        day = _day(pair, order, calendar)
        if day is not None:
            yield day, text[pair.end() :]
            return


def dates_in(text: str, around: date, evidence: Evidence) -> tuple[WrittenDate, ...]:
    return written_dates(text, around, evidence.order, in_prose=False, names_first=evidence.names_first)


def _is_swapped(text: str, day: date, order: Order) -> bool:
    pair = PAIR.search(text)
    if pair is None or pair["mark"] == ".":
        return False
    return (int(pair[1]), int(pair[3])) != ((day.month, day.day) if order == "month_first" else (day.day, day.month))


def _middle(calendar: Calendar) -> date:
    term = calendar.term
    if term is None:
        raise ValueError("a schedule table needs a term")
    return term.first_day + timedelta(days=(term.last_day - term.first_day).days // 2)


def _year(text: str) -> int:
    return int(text) if len(text) == len("2026") else 2000 + int(text)


def _date(year: int, month: int, day: int) -> date | None:
    try:
        return date(year, month, day)
    except ValueError:
        return None
