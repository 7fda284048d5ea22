"""The entries of a cell: what is to be read, and what is due when."""

from __future__ import annotations

import re
from dataclasses import dataclass
from datetime import date, time, timedelta

from unvo_core.schedule.calendar import Calendar
from unvo_core.terms.table_columns import COUNTED, WORKS
from unvo_core.terms.table_dates import Evidence, dates_in
from unvo_core.terms.written_dates import WEEKDAYS

NOTHING = frozenset({"", "-", "–", "—", "--", "n/a", "na", "none", "nil", "tba", "tbd", "tbc", "no reading", "nothing"})
"""What people write where there is nothing, or nothing yet; common practice, no source."""
NO_CLASS = re.compile(
    r"(?i)\bno\s+(?:class(?:es)?|lectures?|meetings?|school|lessons?|session)\b|\b(?:class|lecture)s?\s+cancell?ed\b"
    r"|^\W*(?:holiday|recess|vacation|(?:spring|fall|autumn|winter|mid-?term|semester|thanksgiving|easter)\s+"
    r"(?:break|recess|holidays?|vacation)|thanksgiving|break|(?:university|campus) closed|reading week)\W*"
    r"(?:\(.*\))?\W*$"
)
CLOCK = re.compile(
    r"(?i)(?:\b(?:at|by|before)\s+|@\s*)?\b(?:(?P<hour>[01]?\d|2[0-3])(?::|\.|h)(?P<minute>[0-5]\d)\s*(?P<half>[ap]\.?m\b\.?)?"
    r"|(?P<bare>1[0-2]|0?[1-9])\s*(?P<bare_half>[ap]\.?m\b\.?)|(?P<word>noon|midday|midnight))(?![\d:])|\bat\s+(?P<alone>[01]?\d|2[0-3])(?=\s*(?:[)\],;]|$))"
)
DAY_NAME = re.compile(
    r"(?i)(?P<cue>[([,;:–-]\s*|\b(?:due|by|on|before|until)\s+)(?P<next>next\s+)?\b(?P<day>"
    + "|".join(sorted(WEEKDAYS, key=len, reverse=True))
    + r")\b\.?"
)
LEFT_OVER = re.compile(
    r"(?i)[\s,;:–—\-(\[]*\b(?:due|by|on|at|before|until|no later than)\b[\s:.,]*(?=[)\]\s,;:.–—-]*$)"
)
LED_UP = re.compile(
    r"[\s,;:]*(?:\bdue\b[\s:]*|\b(?:by|on|at|before|until)\b[\s:]*)*(?:\x00[\s,;:]*(?:\b(?:at|by|on)\b\s*)?)+",
    re.IGNORECASE,
)
MORNING = 7
"""'At 5' is in the afternoon, 'at 8' in the morning; common practice, no source."""
BULLET = re.compile(r"^\s*(?:[•·▪◦*–—-]|\(?\d{1,2}[.)]\s(?=\S)|\(?[a-h]\)\s)\s*")
PAGES = re.compile(r"^(?:pp?\.?\s*)?\d[\d\s.,–-]*$")


@dataclass(frozen=True, slots=True)
class Due:
    """`day` None where the cell says none; `at` None where it says no time."""

    title: str
    day: date | None
    at: time | None


def is_nothing(cell: str) -> bool:
    return cell.strip().strip(".").lower() in NOTHING


def entries_of(cell: str, work: bool = False) -> list[str]:
    """A cell's entries: by line, semicolon or bullet; work by comma too where each part names some. Pages that go on
    after a semicolon stay with their book."""
    found: list[str] = []
    for part in re.split(r"[\n;]+|\s+[•·▪]\s+", cell):
        bare = BULLET.sub("", part).strip(" \t,")
        if is_nothing(bare):
            continue
        if found and PAGES.match(bare) and not work:
            found[-1] += f"; {bare}"
        else:
            found += _by_comma(bare) if work else [bare]
    return found


def _by_comma(text: str) -> list[str]:
    parts = [p.strip() for p in re.split(r",\s+|\s+(?:and|&|\+)\s+", text)]
    return parts if len(parts) > 1 and all(WORKS.match(p) for p in parts) else [text]


def with_header(cell: str, header: str) -> str:
    """'2' under 'Quiz' is 'Quiz 2'; anything else says what it is by itself."""
    match = COUNTED.match(header.strip())
    if match and re.fullmatch(r"#?\d[\d.,\s–&-]*", cell):
        return f"{match[1].strip().capitalize()} {cell.lstrip('#')}"
    return cell


def due_of(text: str, evidence: Evidence, calendar: Calendar, around: date, week: int | None) -> Due:
    """'Problem set 3 (due Fri 9 Oct, 5 pm)': its title, and the day and time that it carries itself."""
    spans: list[tuple[int, int]] = []
    day: date | None = None
    inside = [w for w in dates_in(text, around, evidence) if calendar.week_of(w.day)]
    if inside:
        day = inside[-1].day
        spans += [(w.start, w.end) for w in inside]
    else:
        named = list(DAY_NAME.finditer(text))
        if named and week is not None:
            day = _in_week(named[-1], calendar, week)
            spans.append(named[-1].span())
    at, clock = _clock(text, spans)
    if clock is not None:
        spans.append(clock)
    return Due(_without(text, spans) or text, day, at)


def _in_week(match: re.Match[str], calendar: Calendar, week: int) -> date | None:
    """The weekday of the row's week, or of the next one."""
    there = calendar.week_by_number.get(week)
    if there is None:
        return None
    day = next((d for d in there.days if d.weekday() == WEEKDAYS[match["day"].lower()]), None)
    return day + timedelta(days=7) if day is not None and match["next"] else day


def _clock(text: str, taken: list[tuple[int, int]]) -> tuple[time | None, tuple[int, int] | None]:
    for match in CLOCK.finditer(text):
        if any(start < match.end() and match.start() < end for start, end in taken):
            continue
        if match["word"]:
            return (time(23, 59) if match["word"].lower() == "midnight" else time(12)), match.span()
        if match["alone"]:
            alone = int(match["alone"])
            return time(alone + 12 * (0 < alone < MORNING)), match.span()
        half = (match["half"] or match["bare_half"] or "").lower()
        hour, minute = int(match["hour"] or match["bare"]), int(match["minute"] or 0)
        if not half and match["hour"] and "." in match.group() and not taken:
            continue  # 'Exercise 4.15' is no time
        if half and hour > 12:
            continue
        if half:
            hour = hour % 12 + 12 * half.startswith("p")
        return time(hour, minute), match.span()
    return None, None


def _without(text: str, spans: list[tuple[int, int]]) -> str:
    """The words without what was read out of them, and without what led up to that."""
    for start, end in sorted(spans, reverse=True):
        text = f"{text[:start]}\x00{text[end:]}"
    text = LED_UP.sub("\x00", text)
    text = re.sub(r"[(\[]\s*\x00\s*[)\]]", "\x00", text).replace("\x00", " ")
    text = LEFT_OVER.sub("", re.sub(r"\s+", " ", text))
    for closing, opening in ((")", "("), ("]", "[")):
        if text.count(closing) > text.count(opening):
            text = "".join(text.rsplit(closing, 1))
        elif text.count(opening) > text.count(closing):
            text = "".join(text.rsplit(opening, 1))
    return text.strip(" ,;:–—-")
