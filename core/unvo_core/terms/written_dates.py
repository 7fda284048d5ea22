"""Dates as people write them: with month names, as figures, with a weekday."""

from __future__ import annotations

import re
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

_YEAR = r"(?:,?\s+(?P<year>(?:19|20)\d\d))?"
_WORDS_TOO = frozenset({"may", "mar", "march", "sun", "sat"})
_CUE = re.compile(r"\b(?:by|due|on|until|till|before|after|from|to|through|and|or|is|–|-)[\s:]*$", re.IGNORECASE)
_DUE = re.compile(r"\b(?:by|due|on|until|till|before)[\s:]*$", re.IGNORECASE)
_WEEKDAY_BEFORE = re.compile(r"(?<![\w/.-])([A-Za-z]{3,9})\.?,?\s+(?:the\s+)?$")
_LONGEST_BEFORE = 20
_GLUED = frozenset("/.-_")
_END = r"(?![\w/-]|\.\d)"
# Each begins with a set of characters, which is what makes the search fast; the rest is checked after a match.
_FORMS = tuple(
    re.compile(form + _END)
    for form in (
        r"[12]\d\d\d(?P<iso>[-/.])(?P<figure>\d{1,2})(?P=iso)(?P<day>\d{1,2})",
        r"[0-3]?\d-(?P<month>[JFMASONDjfmasond][A-Za-z]{2,8})(?:-(?P<year>(?:19|20)\d\d|\d\d))?",
        r"[0-3]?\d(?:st|nd|rd|th)?\.?\s+(?:of\s+)?(?P<month>[JFMASONDjfmasond][A-Za-z]{2,8})\.?" + _YEAR,
        r"[JFMASONDjfmasond][A-Za-z]{2,8}\.?\s+(?P<day>\d{1,2})(?:st|nd|rd|th)?" + _YEAR,
        r"\d{1,2}(?P<mark>[/.])(?P<second>\d{1,2})(?:(?P=mark)(?P<year>(?:(?:19|20)\d\d|\d\d))?)?",
    )
)
_NAME_FIRST = _FORMS[3]


@dataclass(frozen=True, slots=True, kw_only=True)
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
    text: str, around: date, order: Order = "month_first", in_prose: bool = True, names_first: bool = False
) -> tuple[WrittenDate, ...]:
    """Every date in `text`, in order. One without a year means the nearest to `around`.

    In prose a bare pair such as 10/12 counts only after a word like 'by' or 'due', else '1/2' would
    be a date, and months and weekdays that are words too ('may', 'sun') only with a capital.

    Figures such as 10/12 are read in `order`; where that is no date, in the other one. A pair with a
    dot counts only with a year, a final dot or a weekday, else '3.2' would be a date.

    `names_first`: in '6 Feb 19' the date is 'Feb 19', as where a table writes its months before its days.
    """
    found: list[WrittenDate] = []
    for form in sorted(_FORMS, key=lambda form: form is not _NAME_FIRST) if names_first else _FORMS:
        for match in form.finditer(text):
            if any(f.start < match.end() and match.start() < f.end for f in found):
                continue
            written = _written(match, text)
            if written is None or (in_prose and not _meant(written, text, order)):
                continue
            read = _read(written, text, around, order)
            if read is not None:
                found.append(read)
    return tuple(sorted(found, key=lambda f: f.start))


@dataclass(frozen=True, slots=True, kw_only=True)
class _Written:
    """The parts of a date as they stand; `start` takes the weekday in."""

    start: int
    end: int
    first: str
    second: str
    mark: str
    month: str
    day: str
    year: str
    weekday: str


def _written(match: re.Match[str], text: str) -> _Written | None:
    """A match's parts; None where it is the tail of a longer word or number, or names no month."""
    start = match.start()
    if start and (text[start - 1].isalnum() or text[start - 1] in _GLUED):
        return None
    groups = {name: value or "" for name, value in match.groupdict().items()}
    leading = re.match(r"[A-Za-z]+|\d+", match.group())
    first = leading.group() if leading else ""
    month = groups.get("month") or groups.get("figure") or (first if first.isalpha() else "")
    if month.isalpha() and month.lower() not in MONTHS:
        return None
    before = _WEEKDAY_BEFORE.search(text, max(0, start - _LONGEST_BEFORE), start)
    weekday = before[1] if before and before[1].lower() in WEEKDAYS else ""
    year = first if "figure" in groups else groups.get("year", "")
    day = groups.get("day") or (first if month else "")
    begins = before.start() if before and weekday else start
    mark = groups.get("mark", "")
    end = match.end() - (match.group().endswith(".") and not mark)
    return _Written(
        start=begins,
        end=end,
        first=first,
        second=groups.get("second", ""),
        mark=mark,
        month=month,
        day=day,
        year=year,
        weekday=weekday,
    )


def _meant(written: _Written, text: str, order: Order) -> bool:
    if written.mark == "." and not written.year and not written.weekday:
        # 'Sections 3.5 and 3.6.' end a sentence; who writes the month first writes no dots.
        return (
            order == "day_first"
            and _DUE.search(text, max(0, written.start - _LONGEST_BEFORE), written.start) is not None
        )
    if written.mark and not written.year and not written.weekday:
        return _CUE.search(text, max(0, written.start - _LONGEST_BEFORE), written.start) is not None
    return not any(w in _WORDS_TOO for w in (written.month, written.weekday))


def _read(written: _Written, text: str, around: date, order: Order) -> WrittenDate | None:
    year = _year(written.year)
    if written.mark:
        sure = year is not None or written.weekday or text[written.end - 1] == "."
        if written.mark == "." and not sure:
            return None
        pair = int(written.first), int(written.second)
        day, month = pair if (order == "day_first" or written.mark == ".") else pair[::-1]
        if month > 12 >= day:
            day, month = month, day
    else:
        month = int(written.month) if written.month.isdigit() else MONTHS[written.month.lower()]
        day = int(written.day)
    found = _nearest(day, month, around) if year is None else _date(year, month, day)
    if found is None:
        return None
    weekday = WEEKDAYS[written.weekday.lower()] if written.weekday else None
    return WrittenDate(
        start=written.start,
        end=written.end,
        text=text[written.start : written.end],
        day=found,
        weekday=weekday,
        has_year=year is not None,
    )


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
