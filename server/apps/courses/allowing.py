"""The allowances of a course as its teachers see them."""

from __future__ import annotations

from apps.courses.access import ref
from apps.courses.api import time_schemas as out
from apps.courses.models import Allowance, Course, Group, Section
from apps.courses.queries import layout, students
from apps.courses.sheets import item_ref


def allowances(course: Course) -> out.Allowances:
    laid = layout(course)
    rows = Allowance.objects.filter(course=course, removed=False).select_related(
        "person", "group", "section", "given_by"
    )
    enrolled = list(students(course).select_related("person").order_by("person__sort_name"))
    of_section: dict[int | None, int] = {}
    for e in enrolled:
        of_section[e.section_id] = of_section.get(e.section_id, 0) + 1
    in_group: dict[int, int] = {}
    for groups in laid.groups.values():
        for group in groups:
            in_group[group] = in_group.get(group, 0) + 1
    return out.Allowances(
        given=[
            out.AllowanceOut(
                id=row.pk,
                whom=row.person.sort_name if row.person else (row.group or row.section).name,  # type: ignore[union-attr]
                level="person" if row.person_id else "group" if row.group_id else "section",
                item=item_ref(ref(laid, row.item_id)) if row.item_id in laid.items else None,
                shift_minutes=row.shift_minutes,
                walls=row.walls,
                time_factor=format(row.time_factor.normalize(), "f"),
                extra_attempts=row.extra_attempts,
                excused=row.excused,
                why=row.why,
                given_at=row.given_at,
                given_by=row.given_by.name if row.given_by else "",
                students=1
                if row.person_id
                else in_group.get(row.group_id or 0, 0)
                if row.group_id
                else of_section.get(row.section_id, 0),
            )
            for row in rows.order_by("-given_at", "-id")
            if row.item_id is None or row.item_id in laid.items
        ],
        students=[out.Choice(id=e.person_id, name=e.person.sort_name) for e in enrolled],
        groups=[out.Choice(id=g.pk, name=g.name) for g in Group.objects.filter(course=course).order_by("name")],
        sections=[out.Choice(id=s.pk, name=s.name) for s in Section.objects.filter(course=course).order_by("number")],
        items=[item_ref(ref(laid, i)) for i in laid.items],
        zone=course.zone,
    )
