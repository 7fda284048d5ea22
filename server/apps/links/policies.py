"""Who may join systems to what."""

from __future__ import annotations

from apps.courses.public import Course, can_lay_out, membership
from apps.kernel.public import Actor, require
from apps.links.models import LinkedSystem
from apps.people.public import can_administer


def require_keeper(actor: Actor, course: Course | None) -> None:
    """Systems of the whole place are for administrators; those of one course for its instructors too."""
    if course is None:
        require(can_administer(actor))
    else:
        require(can_lay_out(membership(actor, course)))


def require_keeper_of(actor: Actor, system: LinkedSystem) -> None:
    require_keeper(actor, system.course)
