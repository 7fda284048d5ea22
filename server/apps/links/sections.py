"""In which section somebody is when they go to a system, and the course as a section has it."""

from __future__ import annotations

from apps.courses.public import Course, Membership, Section
from apps.kernel.public import Actor
from apps.layout.public import Layout, layout, made_up_layout


def layout_of(course: Course, section: Section | None) -> Layout:
    """The course as a section has it: by its own classes and allowances."""
    laid = layout(course)
    return laid if section is None else made_up_layout(laid, section.pk, frozenset(), with_allowances=True)


def own_section(course: Course, member: Membership, actor: Actor, wished: int | None = None) -> Section | None:
    """A student's own. Whoever teaches is in the one they wish, as far as it is theirs, or else in their first."""
    if not member.teaches:
        own = layout(course).sections.get(actor.person_id or 0)
        return course.sections.filter(pk=own).first() if own is not None else None
    rows = [s for s in course.sections.order_by("number") if member.reaches(s.pk)]
    return next((s for s in rows if s.pk == wished), rows[0] if rows else None)
