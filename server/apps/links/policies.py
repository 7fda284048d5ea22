"""Who may join systems to what."""

from __future__ import annotations

from django.conf import settings

from apps.courses.public import Course, can_lay_out, membership
from apps.kernel.public import Actor, Refused, require
from apps.links.models import LinkedSystem
from apps.people.public import can_administer


def require_keeper(actor: Actor, course: Course | None) -> None:
    """Systems of the whole place are for administrators; those of one course for its instructors too."""
    if course is None:
        require(can_administer(actor))
    else:
        require(can_lay_out(membership(actor, course)))


def require_joiner(actor: Actor, course: Course | None) -> None:
    """Who may link a new one: instructors where this place lets them."""
    require_keeper(actor, course)
    if course is not None and not settings.LINKS_BY_INSTRUCTORS:
        raise Refused("links.by_administrators", status=403)


def require_keeper_of(actor: Actor, system: LinkedSystem) -> None:
    require_keeper(actor, system.course)
