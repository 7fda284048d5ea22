from __future__ import annotations

from apps.courses.public import Course, can_teach, membership
from apps.kernel.public import Actor, Refused, now, require
from apps.links.actions.hear import freshness
from apps.links.models import LinkedSystem
from apps.links.queries import in_use_by


def fetch_now(actor: Actor, course: Course, system: LinkedSystem) -> None:
    """A teacher wants what the system holds now; a job asks it, whatever it last failed for. Raises Refused for
    one that is not put to use here."""
    from apps.links.jobs import fetch_of

    require(can_teach(membership(actor, course)))
    in_use_by(system, course)
    if not system.state_address:
        raise Refused("links.cannot_be_asked", status=409, system=system.name)
    row = freshness(system.pk, course)
    row.asked_at = now()
    row.save(update_fields=["asked_at"])
    fetch_of.configure(lock=f"links.fetch:{system.pk}:{course.pk}").defer(system_id=system.pk, course_id=course.pk)
