"""Rules about what pages and announcements say: dates in their prose, links."""

from __future__ import annotations

import re
from collections.abc import Iterator
from datetime import date

from unvo_core.check.model import CheckedCourse, Finding, Fix, Link, Place, Prose, Severity
from unvo_core.schedule.term import Term
from unvo_core.terms.redate import same_day
from unvo_core.terms.written_dates import MONTHS, WEEKDAYS, WrittenDate, written_dates

NEAR_CHARACTERS = 120
_DAY_NAMES = ("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday")


def prose_dates(course: CheckedCourse) -> Iterator[Finding]:
    """Each written date once: outside the term, else unlike the item it stands beside, else a wrong weekday."""
    term = course.calendar.term
    if term is None:
        return
    for prose in course.proses:
        for written in written_dates(prose.text, middle(term), course.date_order):
            found = (
                _outside(course, prose, written)
                or _unlike_its_item(course, prose, written)
                or _wrong_weekday(course, prose, written)
            )
            if found is not None:
                yield found


def middle(term: Term) -> date:
    """The day from which a date without its year is read."""
    return term.first_day + (term.last_day - term.first_day) / 2


def in_term(course: CheckedCourse, day: date) -> bool:
    weeks = course.calendar.weeks
    return weeks[0].first_day <= day <= weeks[-1].last_day


def _outside(course: CheckedCourse, prose: Prose, written: WrittenDate) -> Finding | None:
    if in_term(course, written.day):
        return None
    day = _day_of_link(course, prose, written) or redated(course, prose.text, written)
    return _wrong("prose.outside_term", prose, written, day, day=written.day)


def _unlike_its_item(course: CheckedCourse, prose: Prose, written: WrittenDate) -> Finding | None:
    link = _nearest_link(course, prose, written)
    day = _day_of_link(course, prose, written)
    if link is None or day is None or day == written.day:
        return None
    item = course.item_by_id[link.item_id or 0]
    days = {course.calendar.day_of(at) for at in (item.span.opens, item.span.start_by, item.span.closes) if at}
    if written.day in days:
        return None
    return _wrong("prose.unlike_item", prose, written, day, item=item.title, at=item.span.due)


def _wrong_weekday(course: CheckedCourse, prose: Prose, written: WrittenDate) -> Finding | None:
    """Where the weekday was right in the term that the text comes from, the whole date is of that term."""
    if not written.weekday_is_wrong:
        return None
    day = redated(course, prose.text, written) or written.day
    return _wrong("prose.weekday", prose, written, day, day=written.day)


def _wrong(code: str, prose: Prose, written: WrittenDate, instead: date | None, **params: object) -> Finding:
    """`instead`: what the date should be, None if nobody can say."""
    return Finding(
        code=code,
        severity=Severity.WRONG,
        place=_place(prose),
        params={"title": prose.title, "text": written.text, **params},
        fix=_rewrite(prose, written, instead),
    )


def redated(course: CheckedCourse, text: str, written: WrittenDate) -> date | None:
    """What a date of the term that the text was copied from is in this one, by the same class or week."""
    if course.earlier is None or course.earlier.term is None:
        return None
    read_then = written_dates(text, middle(course.earlier.term), course.date_order)
    then = next((w for w in read_then if w.start == written.start), None)
    if then is None or then.weekday_is_wrong:
        return None
    return same_day(then.day, course.earlier, course.calendar)


def _place(prose: Prose) -> Place:
    return Place(prose.kind, prose.id)


def _nearest_link(course: CheckedCourse, prose: Prose, written: WrittenDate) -> Link | None:
    """The link to an item in the same sentence, at most a line or two away."""
    near = []
    for link in prose.links:
        if link.item_id not in course.item_by_id:
            continue
        low, high = min(link.end, written.end), max(link.start, written.start)
        between = prose.text[low:high]
        if len(between) <= NEAR_CHARACTERS and not any(mark in between for mark in ".!?\n"):
            near.append((len(between), link))
    return min(near, key=lambda n: n[0])[1] if near else None


def _day_of_link(course: CheckedCourse, prose: Prose, written: WrittenDate) -> date | None:
    link = _nearest_link(course, prose, written)
    due = course.item_by_id[link.item_id or 0].span.due if link else None
    return course.calendar.day_of(due) if due else None


def _rewrite(prose: Prose, written: WrittenDate, day: date | None) -> Fix | None:
    """The date written anew in its own style."""
    if day is None:
        return None
    values = {"start": written.start, "end": written.end, "old": written.text, "text": restyled(written.text, day)}
    return Fix("replace_text", _place(prose), values)


def restyled(text: str, day: date) -> str:
    """`day` written the way `text` writes its date: weekday, month name or figures where they stood."""

    def weekday(match: re.Match[str]) -> str:
        name = _DAY_NAMES[day.weekday()]
        word = match.group()
        return name if word.lower() == _DAY_NAMES[WEEKDAYS[word.lower()]].lower() else name[:3]

    found = re.sub(r"[A-Za-z]+", lambda m: weekday(m) if m.group().lower() in WEEKDAYS else m.group(), text)
    month = next((m for m in re.finditer(r"[A-Za-z]+", found) if m.group().lower() in MONTHS), None)
    if month is None:
        return _in_figures(found, day)
    full = day.strftime("%B")
    name = full if len(month.group()) > 4 or month.group().lower() == "may" else full[:3]
    found = found[: month.start()] + name + found[month.end() :]
    found = re.sub(r"\b(19|20)\d\d\b", str(day.year), found)
    return re.sub(r"(?<!\d)\d{1,2}(?!\d)(st|nd|rd|th)?", lambda m: _ordinal(day.day, bool(m.group(1))), found, count=1)


def _in_figures(text: str, day: date) -> str:
    """Figures have no style to keep that could not mislead: the date with its month's name."""

    return re.sub(r"\d[\d/.-]*\d\.?", f"{day.day} {day.strftime('%B')}", text, count=1)


def _ordinal(number: int, wanted: bool) -> str:
    if not wanted:
        return str(number)
    last = {1: "st", 2: "nd", 3: "rd"}.get(number % 10, "th") if number % 100 not in (11, 12, 13) else "th"
    return f"{number}{last}"


def links_gone(course: CheckedCourse) -> Iterator[Finding]:
    for prose in course.proses:
        for link in prose.links:
            gone = link.gone or (link.item_id is not None and link.item_id not in course.item_by_id)
            if gone:
                words = prose.text[link.start : link.end]
                values = {"start": link.start, "end": link.end, "old": words}
                fix = Fix("unlink", _place(prose), values)
                yield Finding(
                    code="link.gone",
                    severity=Severity.WRONG,
                    place=_place(prose),
                    params={"title": prose.title, "text": words},
                    fix=fix,
                )
