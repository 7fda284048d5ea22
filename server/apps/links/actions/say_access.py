"""Whether somebody has access to a system, as it is said by it, by a teacher, or by a list."""

from __future__ import annotations

from datetime import date, datetime, time
from zoneinfo import ZoneInfo

from unvo_core.links.access import Kind
from unvo_core.schedule.zones import instant_of

from apps.courses.public import Course, can_see_student, membership, students
from apps.kernel.public import Actor, Refused, not_found, now, one_line, record, require
from apps.links.models import LinkedSystem, SystemAccess
from apps.links.queries import system_for

MOST_CODE = 80
LAST_MINUTE = time(23, 59)
EARLIEST, LATEST = 1970, 2199


def say_access(
    actor: Actor, course: Course, system_key: str, person_id: int, kind: str, until: date | None, code: str
) -> SystemAccess:
    """A teacher says it of a student of theirs."""
    enrolment = students(course).filter(person_id=person_id).first()
    require(can_see_student(membership(actor, course), enrolment.section_id if enrolment else None))
    if enrolment is None:
        raise not_found("student")
    last = None if until is None else end_of_day(until, course)
    system = system_for(course, system_key)
    return keep_access(actor, course, system, person_id, kind, last, code, SystemAccess.TEACHER)


def end_of_day(day: date, course: Course) -> datetime:
    """The last minute of a day in the course's zone. Raises Refused for a day at the ends of the calendar."""
    if not EARLIEST <= day.year <= LATEST:
        raise Refused("links.access_day")
    return instant_of(datetime.combine(day, LAST_MINUTE), ZoneInfo(course.zone))


def keep_access(
    actor: Actor,
    course: Course,
    system: LinkedSystem,
    person_id: int,
    kind: str,
    until: datetime | None,
    code: str,
    said_by: str,
) -> SystemAccess:
    """What was announced of an earlier end is announced anew for another one."""
    if kind not in list(Kind):
        raise Refused("links.access_kind")
    if kind == Kind.TRIAL and until is None:
        raise Refused("links.trial_without_end")
    if kind in (Kind.NONE, Kind.UNKNOWN):
        until = None
    row = SystemAccess.objects.filter(system=system, course=course, person_id=person_id).first()
    before = None if row is None else {"kind": row.kind, "until": row.until and row.until.isoformat()}
    row = row or SystemAccess(system=system, course=course, person_id=person_id)
    if row.until != until:
        row.announced = []
    row.kind, row.until, row.code = kind, until, one_line(code, "Code", MOST_CODE) if code.strip() else ""
    row.said_by, row.said_at = said_by, now()
    row.save()
    after = {"kind": kind, "until": until and until.isoformat()}
    if after != before:
        after_person = after | {"person": person_id}
        record(actor, "link.access", ("system", system.pk), course_id=course.pk, before=before, after=after_person)
    return row
