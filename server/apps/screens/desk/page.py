"""The desk: all that waits for a teacher over their courses, the oldest promise first."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime, timedelta
from typing import cast

from django.utils.translation import gettext as _
from unvo_core.plan.promises import days_left, end_of_day, ranked

from apps.courses.public import Course, Seat, Seats, WaitingRow, seats_of, written_day
from apps.layout.public import item_ref, layout, ref
from apps.path.public import Where, whereabouts_in
from apps.people.public import Person
from apps.screens.activities import ON_THE_DESK
from apps.screens.desk import schemas as out

MOST_LINES = 6
"""Lines of a row that are shown on the desk itself."""


NEAR = timedelta(days=30)
"""A course is to be opened when its term begins within this."""


def desk(person: Person, now: datetime) -> out.Desk:
    seats = seats_of(person)
    rows = [row for source in (_unopened, *ON_THE_DESK) for row in source(seats, now)] if seats else []
    return _shown(seats, ranked(rows), now)


def drifting(person: Person, now: datetime) -> out.Desk:
    """Students who fall behind, a row a course: apart from the rest, because it evaluates every student's path."""
    seats = seats_of(person)
    return _shown(seats, _behind(seats, now), now)


def _shown(seats: Seats, rows: Sequence[WaitingRow], now: datetime) -> out.Desk:
    return out.Desk(
        now=now,
        courses=[
            out.DeskCourse(
                slug=s.course.slug,
                code=s.course.code,
                title=s.course.title,
                turnaround_days=s.course.turnaround_days,
                answer_days=s.course.answer_days,
            )
            for s in seats.values()
        ],
        rows=[_row(r, now) for r in rows],
    )


def _row(row: WaitingRow, now: datetime) -> out.DeskRow:
    course, laid = row.seat.course, layout(row.seat.course)
    return out.DeskRow(
        kind=cast(out.Kind, row.kind),
        slug=course.slug,
        code=course.code,
        zone=course.zone,
        item=item_ref(ref(laid, row.item_id)) if row.item_id in laid.items else None,
        row_id=row.row_id,
        class_at=row.class_at,
        since=row.since,
        by=row.by,
        days_left=None if row.by is None else days_left(row.by, now, row.seat.zone),
        count=row.count,
        person=row.person,
        lines=list(row.lines[:MOST_LINES]),
        can_lay_out=row.seat.member.instructs,
    )


def _unopened(seats: Seats, now: datetime) -> list[WaitingRow]:
    """Courses that students can't enter though their term is near, and copies that still have a term gone by."""
    found = []
    for seat in seats.values():
        term = layout(seat.course).term
        if seat.course.opened_at is not None or not seat.member.instructs or term is None:
            continue
        if term.is_over(now):
            found.append(WaitingRow("stale_term", seat))
        elif term.begins_within(NEAR, now):
            found.append(WaitingRow("unopened", seat, by=end_of_day(term.first_day, seat.zone)))
    return found


def _behind(seats: Seats, now: datetime) -> list[WaitingRow]:
    """In courses that run now: opened, and within their term if they have one."""
    running = {pk: seat for pk, seat in seats.items() if _runs(seat.course, now)}
    students = {
        pk: [p for p, section in layout(s.course).sections.items() if s.member.reaches(section)]
        for pk, s in running.items()
    }
    where = whereabouts_in([(s.course, students[pk]) for pk, s in running.items()], now)
    behind = {pk: [p for p in students[pk] if p in where[pk] and where[pk][p].position.drifting] for pk in running}
    names = dict(Person.objects.filter(pk__in=[p for ps in behind.values() for p in ps]).values_list("pk", "name"))
    found = []
    for pk, people in behind.items():
        if people:
            worst_first = sorted(people, key=lambda p: -len(where[pk][p].position.overdue))
            lines = tuple(_stands(names[p], where[pk][p], running[pk]) for p in worst_first[:MOST_LINES])
            found.append(WaitingRow("behind", running[pk], count=len(people), lines=lines))
    return found


def _stands(name: str, where: Where, seat: Seat) -> str:
    """'Caspian Holt: 9 overdue, at Reading 2.1 since Mon 17 Aug'."""
    laid, at = layout(seat.course), where.position
    words: dict[str, object] = {"name": name, "n": len(at.overdue)}
    if at.item_id is None or at.since is None:
        return _("%(name)s: %(n)s overdue") % words
    words |= {"item": laid.items[at.item_id].title, "since": written_day(at.since.astimezone(seat.zone).date())}
    return _("%(name)s: %(n)s overdue, at \u2018%(item)s\u2019 since %(since)s") % words


def _runs(course: Course, now: datetime) -> bool:
    if course.opened_at is None:
        return False
    term = layout(course).term
    return term is None or term.runs(now)
