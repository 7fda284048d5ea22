"""One class day: everything that was on it, and what of it is still open."""

from __future__ import annotations

from unvo_core.schedule.class_day import items_of_class

from apps.courses.public import Course
from apps.kernel.public import not_found
from apps.layout.public import class_out, item_ref, ref
from apps.live.public import Absence, AbsenceOut
from apps.path.public import Reader, laid_for
from apps.screens.classes import schemas as out
from apps.screens.rows import look, row


def class_day(course: Course, number: int, reader: Reader) -> out.ClassDay:
    """`rows` in path order. For the reader's own section, when they study."""
    laid, teaching = laid_for(course, reader), reader.member.teaches
    meeting = laid.calendar.meeting(number)
    if meeting is None:
        raise not_found("class")
    items = {i.id: i for m in laid.modules(teaching) for i in m.items if not i.is_heading}
    on_it = items_of_class(meeting, {pk: i.span for pk, i in items.items()}, laid.rules, laid.zone)
    seen = look(course, laid, reader, list(on_it))
    own = (
        None
        if teaching
        else Absence.objects.filter(course=course, person_id=reader.person_id, starts_at=meeting.start).first()
    )
    rows = [row(items[pk], laid, seen, reader) for pk in on_it]
    return out.ClassDay(
        meeting=class_out(meeting),
        week=week.key if (week := laid.calendar.week_of(meeting.day)) else "",
        zone=course.zone,
        now=reader.now,
        teaching=teaching,
        previous=number - 1 if number > 1 else None,
        next=number + 1 if laid.calendar.meeting(number + 1) else None,
        rows=[out.OnClass(row=r, ref=item_ref(ref(laid, r.id))) for r in rows],
        open=sum(1 for r in rows if r.open and not r.done),
        absence=AbsenceOut(reason=own.reason, at=own.at, seen_at=own.seen_at) if own else None,
    )
