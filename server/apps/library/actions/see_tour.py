from __future__ import annotations

from apps.courses.public import Course, can_enter, membership
from apps.kernel.public import Actor, now, record, require
from apps.library.models import TourSeen


def see_tour(actor: Actor, course: Course) -> None:
    """The person has been shown around; the tour does not open by itself any more."""
    require(can_enter(membership(actor, course)))
    _, made = TourSeen.objects.get_or_create(course=course, person_id=actor.person_id or 0, defaults={"at": now()})
    if made:
        record(actor, "library.tour_seen", ("course", course.pk), course_id=course.pk)
