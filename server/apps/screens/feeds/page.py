"""A person's own dates as an outside calendar reads them."""

from __future__ import annotations

import hashlib
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import replace
from datetime import datetime

from django.conf import settings
from django.utils.translation import gettext as _
from unvo_core.formats.calendar_file import Entry, calendar_bytes
from unvo_core.schedule.meetings import Meeting

from apps.courses.public import RUNNING, Course, Enrolment
from apps.layout.public import LaidItem, Layout, layout, layout_for, want_said
from apps.path.public import Fact, Progress, progress_in
from apps.people.public import Person
from apps.screens.feeds.number_feed import numbered
from apps.screens.models import CalendarFeed

TEACHING = (Enrolment.INSTRUCTOR, Enrolment.ASSISTANT)


def feed_bytes(person: Person, course: Course | None, now: datetime, with_tasks: bool = False) -> bytes:
    """The person's classes and due moments, of one course or of all; five queries and one write of what changed."""
    courses = _courses(person, course)
    known = progress_in(courses, person.pk, now)
    entries = [e for pk, (c, laid) in courses.items() for e in _entries(c, laid, known[pk], with_tasks)]
    name = f"{course.code} {course.title}" if course else _("My courses")
    return calendar_bytes(name, numbered(person, entries, now), now)


def _courses(person: Person, course: Course | None) -> dict[int, tuple[Course, Layout]]:
    """Courses that the person studies, once they are open, and those that they teach."""
    rows = Enrolment.objects.filter(person=person, **RUNNING).select_related("course__term").order_by("course_id")
    if course is not None:
        rows = rows.filter(course=course)
    found: dict[int, tuple[Course, Layout]] = {}
    for row in rows:
        if row.role in TEACHING:
            found[row.course_id] = (row.course, layout(row.course))
        elif row.course.opened_at is not None:
            found[row.course_id] = (row.course, layout_for(layout(row.course), person.pk))
    return found


def _entries(course: Course, laid: Layout, known: Progress, with_tasks: bool) -> Iterator[Entry]:
    yield from (_class(course, laid, meeting) for meeting in laid.calendar.meetings)
    for item in laid.student_items.values():
        if item.span.due is None or item.excused:
            continue
        due = _due(course, laid, item, item.span.due)
        begun = known.details.get((item.id, Fact.STARTED), {})
        if "questions" in begun:
            due = replace(due, description="\n".join(filter(None, (_under_way(begun), due.description))))
        yield due
        yield from _parts(due, item, laid)
        if with_tasks:
            state = known.course.items[item.id]
            yield replace(
                due,
                uid=f"task-{item.id}@unvo",
                kind="task",
                summary=item.title,
                completed_at=(state.done_at or item.span.due) if state.done else None,
                alarm_minutes=None,
            )


def _under_way(begun: Mapping[str, int]) -> str:
    """An attempt at a quiz; the minutes that are left would be wrong by the time a calendar shows them."""
    given = {"attempt": begun["attempt"], "of": begun["of"], "n": begun["answered"], "all": begun["questions"]}
    if begun["of"]:
        return _("Attempt %(attempt)s of %(of)s under way, %(n)s of %(all)s answered.") % given
    return _("Attempt %(attempt)s under way, %(n)s of %(all)s answered.") % given


def _parts(due: Entry, item: LaidItem, laid: Layout) -> Iterator[Entry]:
    """What of a discussion is due at a moment of its own."""
    for want in item.wants:
        by = want.by(item.span.due, laid.zone)
        if by is not None and by != item.span.due:
            words = {"due": due.summary, "part": want_said(want)}
            summary = _("%(due)s: %(part)s") % words
            yield replace(due, uid=f"due-{item.id}-{want.key}@unvo", start=by, summary=summary, description="")


def _class(course: Course, laid: Layout, meeting: Meeting) -> Entry:
    return Entry(
        uid=f"class-{course.pk}-{meeting.number}@unvo",
        kind="class",
        start=meeting.start,
        end=meeting.end,
        zone=laid.zone,
        summary=_("%(course)s, class %(n)s") % {"course": course.code, "n": meeting.number},
        place=meeting.place,
        course=course.code,
    )


def _due(course: Course, laid: Layout, item: LaidItem, at: datetime) -> Entry:
    minutes = item.effort_minutes
    return Entry(
        uid=f"due-{item.id}@unvo",
        kind="due",
        start=at,
        zone=laid.zone,
        summary=_("Due: %(title)s (%(course)s)") % {"title": item.title, "course": course.code},
        description=_("About %(minutes)s minutes.") % {"minutes": minutes} if minutes else "",
        address=f"{settings.PUBLIC_ADDRESS}/c/{course.slug}/item/{item.id}",
        place=item.place,
        course=course.code,
        alarm_minutes=24 * 60 if item.points else None,
    )


def digest(secret: str) -> str:
    return hashlib.sha256(secret.encode()).hexdigest()


def feed_by_secret(secret: str) -> CalendarFeed | None:
    found = CalendarFeed.objects.select_related("person", "course__term").filter(
        secret_sha256=digest(secret), person__is_active=True
    )
    return found.first()


def feeds_of(person: Person) -> Iterable[CalendarFeed]:
    return CalendarFeed.objects.filter(person=person).select_related("course").order_by("course__code")
