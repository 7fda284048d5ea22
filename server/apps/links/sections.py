"""In which section somebody is when they go to a system."""

from __future__ import annotations

from apps.courses.public import Course, Membership, Section
from apps.kernel.public import Actor
from apps.layout.public import layout


def own_section(course: Course, member: Membership, actor: Actor, wished: int | None = None) -> Section | None:
    """A student's own. Whoever teaches is in the one they wish, as far as it is theirs, or else in their first."""
    if not member.teaches:
        own = layout(course).sections.get(actor.person_id or 0)
        return course.sections.filter(pk=own).first() if own is not None else None
    rows = [s for s in course.sections.order_by("number") if member.reaches(s.pk)]
    return next((s for s in rows if s.pk == wished), rows[0] if rows else None)
