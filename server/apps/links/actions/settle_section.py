from __future__ import annotations

from apps.courses.public import Course, can_study, membership
from apps.kernel.public import Actor, not_found, record, require
from apps.links.models import KnownIn
from apps.links.queries import known_in, placement_of


def settle_section(actor: Actor, course: Course, item_id: int) -> None:
    """Whoever is stopped because the system has them elsewhere says that they belong where they are here: the next
    launch takes them there, and the system is told of this section."""
    require(can_study(membership(actor, course)))
    placement = placement_of(item_id)
    if placement is None or placement.item.course_id != course.pk:
        raise not_found("linked homework")
    row = known_in(placement.system, course, actor.person_id or 0)
    if row is None or row.theirs_id is None:
        raise not_found("other section")
    before = {"section": row.theirs.name if row.theirs else ""}
    KnownIn.objects.filter(pk=row.pk).update(theirs=None, theirs_at=None)
    record(actor, "link.section", ("item", item_id), course_id=course.pk, before=before)
