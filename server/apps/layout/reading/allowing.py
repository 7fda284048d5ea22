"""The allowances of a course as its teachers see them."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping

from apps.courses.public import Course, Group, Named, Section, students
from apps.layout.api import allowance_schemas as out
from apps.layout.api.shapes import item_ref
from apps.layout.models import Allowance
from apps.layout.queries import layout
from apps.layout.reading.refs import ref
from apps.layout.reading.structure import Layout


def allowances(course: Course) -> out.Allowances:
    laid = layout(course)
    enrolled = list(students(course).select_related("person").order_by("person__sort_name"))
    count = _Counts(laid, Counter(e.section_id for e in enrolled))
    rows = Allowance.objects.filter(course=course, removed=False).select_related(
        "person", "group", "section", "given_by"
    )
    return out.Allowances(
        given=[
            _given(row, laid, count)
            for row in rows.order_by("-given_at", "-id")
            if row.item_id is None or row.item_id in laid.items
        ],
        students=[Named(id=e.person_id, name=e.person.sort_name) for e in enrolled],
        groups=[Named(id=g.pk, name=g.name) for g in Group.objects.filter(course=course).order_by("name")],
        sections=[Named(id=s.pk, name=s.name) for s in Section.objects.filter(course=course).order_by("number")],
        items=[item_ref(ref(laid, i)) for i in laid.items],
        zone=course.zone,
    )


class _Counts:
    """How many students an allowance is for."""

    def __init__(self, laid: Layout, of_section: Mapping[int | None, int]) -> None:
        self.of_section = of_section
        self.in_group = Counter(group for groups in laid.groups.values() for group in groups)

    def of(self, row: Allowance) -> int:
        if row.person_id:
            return 1
        return self.in_group[row.group_id] if row.group_id else self.of_section.get(row.section_id, 0)


def _given(row: Allowance, laid: Layout, count: _Counts) -> out.AllowanceOut:
    return out.AllowanceOut(
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
        students=count.of(row),
    )
