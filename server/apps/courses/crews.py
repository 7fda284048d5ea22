"""Those of a course who do something together: every student in one group at most."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from django.db.models import QuerySet

from apps.courses.models import Course, Group, GroupMember
from apps.courses.queries import students


@dataclass(frozen=True, slots=True)
class Crew:
    """A group, and the students in it who are in no other before it: names by person, in the order of names."""

    group_id: int
    name: str
    people: dict[int, str]


def own_groups(course: Course, person_id: int) -> list[int]:
    """By name: where somebody is in several that do something in one place, the first counts."""
    rows = _members(course, ()).filter(person_id=person_id)
    return list(rows.values_list("group_id", flat=True))


def crew_of(course: Course, person_id: int, among: Sequence[int]) -> Crew | None:
    """With whom somebody works, of these groups or of all; one query. None: they are in none of them."""
    rows = _members(course, among)
    mine = rows.filter(person_id=person_id).values("group_id")
    near = rows.filter(person_id__in=rows.filter(group_id__in=mine).values("person_id"))
    return next((crew for crew in _crews(course, near) if person_id in crew.people), None)


def crews(course: Course, among: Sequence[int]) -> list[Crew]:
    """By name."""
    return _crews(course, _members(course, among))


def groups_named_alike(course: Course, group_ids: Sequence[int]) -> list[int]:
    """The groups of this course that are called as these are, of whatever course."""
    names = Group.objects.filter(pk__in=group_ids).values("name")
    return sorted(Group.objects.filter(course=course, name__in=names).values_list("pk", flat=True)) if group_ids else []


def _members(course: Course, among: Sequence[int]) -> QuerySet[GroupMember]:
    rows = GroupMember.objects.filter(group__course=course)
    return (rows.filter(group_id__in=among) if among else rows).order_by("group__name", "group_id")


def _crews(course: Course, rows: QuerySet[GroupMember]) -> list[Crew]:
    there = rows.filter(person_id__in=students(course).values("person_id")).order_by(
        "group__name", "group_id", "person__sort_name", "person_id"
    )
    found: dict[int, Crew] = {}
    taken: set[int] = set()
    for group, name, person, called in there.values_list("group_id", "group__name", "person_id", "person__name"):
        if person not in taken:
            found.setdefault(group, Crew(group, name, {})).people[person] = called
            taken.add(person)
    return list(found.values())
