"""A person's place in a course."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Literal, get_args

from apps.courses.models import Course, Enrolment
from apps.courses.queries import RUNNING, THERE, course_by_slug
from apps.kernel.public import Actor

Role = Literal["instructor", "assistant", "student"]
ROLES: tuple[Role, ...] = get_args(Role)
"""The one that reaches furthest first."""


@dataclass(frozen=True, slots=True)
class Membership:
    """`section_ids` is None for an instructor: all of them. A stranger has no roles.

    `opened`: students may enter the course.
    """

    roles: frozenset[str]
    section_ids: tuple[int, ...] | None
    section_name: str = ""
    opened: bool = True

    @property
    def teaches(self) -> bool:
        return bool(self.roles & {Enrolment.INSTRUCTOR, Enrolment.ASSISTANT})

    @property
    def instructs(self) -> bool:
        return Enrolment.INSTRUCTOR in self.roles

    @property
    def studies(self) -> bool:
        return Enrolment.STUDENT in self.roles

    def reaches(self, section_id: int | None) -> bool:
        """Whether the students of this section are theirs to teach."""
        return self.teaches and (self.section_ids is None or section_id in self.section_ids)

    @property
    def role(self) -> Role:
        """The one that reaches furthest. Raises ValueError for a stranger."""
        for role in ROLES:
            if role in self.roles:
                return role
        raise ValueError("a stranger has no role")


def membership(actor: Actor, course: Course) -> Membership:
    if actor.person_id is None:
        return _of([], course)
    return _of(Enrolment.objects.filter(course=course, person_id=actor.person_id).select_related("section"), course)


def course_and_membership(actor: Actor, slug: str) -> tuple[Course, Membership]:
    """Both by one query for those who are in the course; a stranger costs two."""
    rows = list(
        Enrolment.objects.filter(course__slug=slug, person_id=actor.person_id or 0, **THERE).select_related(
            "course__term", "section"
        )
    )
    course = rows[0].course if rows else course_by_slug(slug)
    return course, _of(rows, course)


def memberships_of(person_id: int) -> list[tuple[Course, Membership]]:
    """Every course that the person is in and that goes on, with their place in it, in order of code; one query."""
    rows = Enrolment.objects.filter(person_id=person_id, **RUNNING).select_related("course__term", "section")
    by_course: dict[int, list[Enrolment]] = {}
    for row in rows.order_by("course__code", "course_id", "id"):
        by_course.setdefault(row.course_id, []).append(row)
    return [(found[0].course, _of(found, found[0].course)) for found in by_course.values()]


def _of(rows: Iterable[Enrolment], course: Course) -> Membership:
    found = list(rows)
    roles = frozenset(row.role for row in found)
    sections = [row.section for row in found if row.section is not None]
    ids = None if Enrolment.INSTRUCTOR in roles else tuple(section.pk for section in sections)
    return Membership(roles, ids, ", ".join(section.name for section in sections), course.opened_at is not None)
