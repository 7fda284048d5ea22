"""Dates as people write them: with month names, as figures, with a weekday."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date
from typing import Literal

Order = Literal["day_first", "month_first"]

MONTHS = {
    name: n
    for n, names in enumerate(
        ("jan january", "feb february", "mar march", "apr april", "may", "jun june", "jul july", "aug august",
         "sep sept september", "oct october", "nov november", "dec december"),
        start=1,
    )
    for name in names.split()
}  # fmt: skip
WEEKDAYS = {
    name: n
    for n, names in enumerate(
        ("mon monday", "tue tues tuesday", "wed weds wednesday", "thu thur thurs thursday", "fri friday",
         "sat saturday", "sun sunday")
    )
    for name in names.split()
}  # fmt: skip

_MONTH = "(?P<month>" + "|".join(sorted(MONTHS, key=len, reverse=True)) + r")\.?"
_WEEKDAY = "(?:(?P<weekday>" + "|".join(sorted(WEEKDAYS, key=len, reverse=True)) + r")\.?,?\s+(?:the\s+)?)?"
_YEAR = r"(?:,?\s+(?P<year>(?:19|20)\d\d))?"
_WORDS_TOO = frozenset({"may", "mar", "march", "sun", "sat"})
_CUE = re.compile(r"\b(?:by|due|on|until|till|before|after|from|to|through|and|or|is|–|-)[\s:]*$", re.IGNORECASE)
_NOT_IN_NUMBER = r"(?<![\w/.-])"
_END = r"(?![\w/-]|\.\d)"
_FORMS = tuple(
    re.compile(_NOT_IN_NUMBER + _WEEKDAY + form + _END, re.IGNORECASE)
    for form in (
        r"(?P<year>(?:19|20)\d\d)-(?P<figure>\d{1,2})-(?P<day>\d{1,2})",
        r"(?P<day>\d{1,2})(?:st|nd|rd|th)?\.?\s+(?:of\s+)?" + _MONTH + _YEAR,
        _MONTH + r"\s+(?P<day>\d{1,2})(?:st|nd|rd|th)?" + _YEAR,
        r"(?P<first>\d{1,2})(?P<mark>[/.])(?P<second>\d{1,2})(?:(?P=mark)(?P<year>(?:(?:19|20)\d\d|\d\d))?)?",
    )
)


@dataclass(frozen=True, slots=True)
class WrittenDate:
    """One date in a text: where it stands, and what it says. `weekday` None when none is written."""

    start: int
    end: int
    text: str
    day: date
    weekday: int | None
    has_year: bool

    @property
    def weekday_is_wrong(self) -> bool:
        return self.weekday is not None and self.weekday != self.day.weekday()


def written_dates(
    text: str, around: date, order: Order = "month_first", in_prose: bool = True
) -> tuple[WrittenDate, ...]:
    """Every date in `text`, in order. One without a year means the nearest to `around`.

    In prose a bare pair such as 10/12 counts only after a word like 'by' or 'due', else '1/2' would
    be a date, and months and weekdays that are words too ('may', 'sun') only with a capital.

    Figures such as 10/12 are read in `order`; where that is no date, in the other one. A pair with a
    dot counts only with a year, a final dot or a weekday, else '3.2' would be a date.
    """
    found: list[WrittenDate] = []
    for form in _FORMS:
        for match in form.finditer(text):
            if any(f.start < match.end() and match.start() < f.end for f in found):
                continue
            if in_prose and not _meant(match, text):
                continue
            read = _read(match, around, order)
            if read is not None:
                found.append(read)
    return tuple(sorted(found, key=lambda f: f.start))


def read_date(text: str, around: date, order: Order = "month_first") -> date | None:
    """The one date that a cell holds; None when it holds none or more than one."""
    found = written_dates(text.strip(), around, order, in_prose=False)
    return found[0].day if len(found) == 1 else None


def order_of(cells: Iterator[str] | list[str], fallback: Order = "month_first") -> Order:
    """Whether figures mean day or month first, from the cells that leave no choice."""
    for cell in cells:
        match = re.search(r"(?<!\d)(\d{1,2})[/.](\d{1,2})(?!\d)", cell)
        if match and int(match[1]) > 12 >= int(match[2]):
            return "day_first"
        if match and int(match[2]) > 12 >= int(match[1]):
            return "month_first"
    return fallback


def _meant(match: re.Match[str], text: str) -> bool:
    groups = match.groupdict()
    if groups.get("first") and not groups.get("year") and not groups.get("weekday"):
        return _CUE.search(text[: match.start()]) is not None
    words = (groups.get("month"), groups.get("weekday"))
    return not any(w in _WORDS_TOO for w in words)


def _read(match: re.Match[str], around: date, order: Order) -> WrittenDate | None:
    groups = match.groupdict()
    year = _year(groups.get("year"))
    if groups.get("first"):
        sure = year is not None or groups.get("weekday") or match.group().endswith(".")
        if groups["mark"] == "." and not sure:
            return None
        pair = int(groups["first"]), int(groups["second"])
        day, month = pair if (order == "day_first" or groups["mark"] == ".") else pair[::-1]
        if month > 12 >= day:
            day, month = month, day
    else:
        month = int(groups["figure"]) if groups.get("figure") else MONTHS[groups["month"].lower()]
        day = int(groups["day"])
    found = _nearest(day, month, around) if year is None else _date(year, month, day)
    if found is None:
        return None
    weekday = groups.get("weekday")
    written = WEEKDAYS[weekday.lower()] if weekday else None
    return WrittenDate(match.start(), match.end(), match.group(), found, written, year is not None)


def _year(text: str | None) -> int | None:
    if not text:
        return None
    return int(text) if len(text) == 4 else 2000 + int(text)


def _nearest(day: int, month: int, around: date) -> date | None:
    options = [d for y in (around.year - 1, around.year, around.year + 1) if (d := _date(y, month, day))]
    return min(options, key=lambda d: abs((d - around).days), default=None)


def _date(year: int, month: int, day: int) -> date | None:
    try:
        return date(year, month, day)
    except ValueError:
        return None
