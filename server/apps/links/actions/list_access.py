"""Access of many, from a table: who, how, until when, with which code."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime
from typing import Any
from zoneinfo import ZoneInfo

from django.utils.translation import gettext as _
from unvo_core.formats.cells import cells_of
from unvo_core.links.access import Kind
from unvo_core.terms.written_dates import written_dates

from apps.courses.public import Course, can_teach, membership
from apps.kernel.public import Actor, now, require
from apps.layout.public import date_order_of
from apps.links.actions.say_access import EARLIEST, LATEST, end_of_day, keep_access
from apps.links.api import access_schemas as s
from apps.links.models import SystemAccess
from apps.links.queries import students_of, system_for

MOST_LINES = 3000
HEADS = {"name", "student", "e-mail", "email", "person"}


@dataclass(frozen=True, slots=True)
class _Line:
    person_id: int
    kind: str
    until: datetime | None
    code: str


def list_access(actor: Actor, course: Course, system_key: str, text: str, confirm: bool) -> s.AccessRead:
    """What each line says, and, when confirmed, all of it kept; nothing as long as a line can't be read."""
    member = membership(actor, course)
    require(can_teach(member))
    system = system_for(course, system_key)
    people: dict[str, list[Any]] = {}
    for row in students_of(course, member).select_related("person"):
        for word in (row.person.name, row.person.sort_name, row.person.email, row.person.username):
            people.setdefault(word.casefold(), []).append(row.person)
    shown, lines = [], []
    for number, cells in enumerate(cells_of(text)[:MOST_LINES], 1):
        if not any(cells) or (number == 1 and cells[0].casefold() in HEADS):
            continue
        out, line = _read(number, cells, people, course)
        shown.append(out)
        lines.append(line)
    kept = 0
    if confirm and lines and None not in lines:
        for line in lines:
            if line is not None:
                args = (line.person_id, line.kind, line.until, line.code)
                keep_access(actor, course, system, *args, SystemAccess.LIST)
                kept += 1
    return s.AccessRead(lines=shown, kept=kept)


def _read(
    number: int, cells: list[str], people: dict[str, list[Any]], course: Course
) -> tuple[s.AccessLine, _Line | None]:
    who, kind, until_text, code, *_rest = [*cells, "", "", "", ""]
    found = {p.pk: p for p in people.get(who.casefold(), [])}
    kind = kind.casefold() or (Kind.TRIAL if until_text else Kind.CODE if code else "")
    until = _until(until_text, course)
    wrong = _wrong(who, len(found), kind, until_text, until)
    person = next(iter(found.values()), None)
    out = s.AccessLine(
        line=number,
        given=", ".join(c for c in cells if c)[:200],
        name=person.name if person is not None and len(found) == 1 else "",
        kind=kind,
        until=until,
        code=code[:80],
        wrong=wrong,
    )
    line = None if wrong or person is None else _Line(person.pk, kind, until, code[:80])
    return out, line


def _wrong(who: str, found: int, kind: str, until_text: str, until: datetime | None) -> str:
    if not found:
        return _("No student of yours is called \u2018%(who)s\u2019.") % {"who": who[:80]}
    if found > 1:
        return _("Several students are called \u2018%(who)s\u2019; write the e-mail address.") % {"who": who[:80]}
    if kind not in (Kind.NONE, Kind.TRIAL, Kind.PAID, Kind.CODE):
        return _("\u2018%(kind)s\u2019 is none of: none, trial, paid, code.") % {"kind": kind[:40]}
    if until_text and until is None:
        return _("\u2018%(until)s\u2019 can't be read as a date.") % {"until": until_text[:40]}
    return _("A trial needs an end.") if kind == Kind.TRIAL and until is None else ""


def _until(text: str, course: Course) -> datetime | None:
    """The end of the day that is written, in the course's zone."""
    day = _day(text, course)
    return end_of_day(day, course) if day is not None and EARLIEST <= day.year <= LATEST else None


def _day(text: str, course: Course) -> date | None:
    try:
        return date.fromisoformat(text)
    except ValueError:
        found = written_dates(
            text, now().astimezone(ZoneInfo(course.zone)).date(), date_order_of(course), in_prose=False
        )
        return found[0].day if len(found) == 1 else None
