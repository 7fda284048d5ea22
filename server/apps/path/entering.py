"""Who asks, and as whom: a request becomes the reader of a course."""

from datetime import datetime
from zoneinfo import ZoneInfo

from unvo_core.schedule.zones import instant_of

from apps.courses.public import Course, can_enter, course_and_membership
from apps.kernel.public import actor_of, now, require
from apps.layout.changes import wall_of
from apps.path.readers import Reader
from apps.path.walking import MadeUp, made_up
from apps.people.public import SignedIn

NO_PERSON = 0
"""The person of a made-up student: nobody has this key."""


def enter(request: SignedIn, slug: str) -> tuple[Course, Reader]:
    course, member = course_and_membership(actor_of(request), slug)
    require(can_enter(member))
    at = _as_on(request, course) if member.teaches else None
    who = _as_student(request, course) if member.teaches else None
    person_id, place = (NO_PERSON, who.member) if who else (request.user.pk, member)
    return course, Reader(person_id, place, request.user.budget_minutes, at or now(), who)


def _as_student(request: SignedIn, course: Course) -> MadeUp | None:
    """The walk-through: teachers read a course as a made-up student does. Writes are always their own."""
    said = request.headers.get("As-Student", "")
    return made_up(said, course) if said and request.method == "GET" else None


def _as_on(request: SignedIn, course: Course) -> datetime | None:
    """The walk-through clock: teachers read a course as on another wall time. Writes keep to the real one."""
    wall = request.headers.get("As-On", "")
    if not wall or request.method != "GET":
        return None
    return instant_of(wall_of(wall, course), ZoneInfo(course.zone))
