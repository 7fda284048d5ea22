"""A person's place in a course."""

from __future__ import annotations

from dataclasses import dataclass

from apps.courses.models import Course, Enrolment
from apps.kernel.public import Actor


@dataclass(frozen=True, slots=True)
class Membership:
    """`section_ids` is None for an instructor: all of them. A stranger has no roles."""

    roles: frozenset[str]
    section_ids: tuple[int, ...] | None
    section_name: str = ""

    @property
    def teaches(self) -> bool:
        return bool(self.roles & {Enrolment.INSTRUCTOR, Enrolment.ASSISTANT})

    @property
    def instructs(self) -> bool:
        return Enrolment.INSTRUCTOR in self.roles

    @property
    def studies(self) -> bool:
        return Enrolment.STUDENT in self.roles

    @property
    def role(self) -> str:
        for role in (Enrolment.INSTRUCTOR, Enrolment.ASSISTANT, Enrolment.STUDENT):
            if role in self.roles:
                return role
        return "stranger"


def membership(actor: Actor, course: Course) -> Membership:
    if actor.person_id is None:
        return Membership(frozenset(), ())
    rows = list(
        Enrolment.objects.filter(course=course, person_id=actor.person_id).values_list(
            "role", "section_id", "section__name"
        )
    )
    roles = frozenset(role for role, _, _ in rows)
    sections = tuple(section for _, section, _ in rows if section is not None)
    names = ", ".join(name for _, _, name in rows if name)
    return Membership(roles, None if Enrolment.INSTRUCTOR in roles else sections, names)
