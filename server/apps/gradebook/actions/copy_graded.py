from __future__ import annotations

from collections.abc import Mapping

from apps.courses.public import Course
from apps.gradebook.models import Category, GradedItem, LateRule, Rubric


def copy_graded(source: Course, course: Course, items: Mapping[int, int]) -> None:
    """How copied items count; `items`: old -> new. Categories, late rules and rubrics are found by name in
    `course`; rubrics that are not there come along."""
    categories = {c.name: c.pk for c in Category.objects.filter(course=course, removed=False)}
    rules = {r.name: r.pk for r in LateRule.objects.filter(course=course, removed=False)}
    rubrics = _rubrics(source, course, items)
    rows = GradedItem.objects.filter(course=source, item_id__in=items, removed=False).select_related(
        "category", "late_rule"
    )
    GradedItem.objects.bulk_create(
        GradedItem(
            course=course,
            item_id=items[row.item_id],
            category_id=categories.get(row.category.name) if row.category else None,
            late_rule_id=rules.get(row.late_rule.name) if row.late_rule else None,
            rubric_id=rubrics.get(row.rubric_id) if row.rubric_id else None,
            counting=row.counting,
            extra_credit=row.extra_credit,
            never_dropped=row.never_dropped,
            hold=row.hold,
            anonymous=row.anonymous,
            two_graders=row.two_graders,
        )
        for row in rows.order_by("id")
    )


def _rubrics(source: Course, course: Course, items: Mapping[int, int]) -> dict[int, int]:
    """Old -> new, of those that measure these items."""
    there = {r.name: r.pk for r in Rubric.objects.filter(course=course, removed=False)}
    found = {}
    for row in Rubric.objects.filter(course=source, removed=False, graded_items__item_id__in=items).distinct():
        if row.name not in there:
            there[row.name] = Rubric.objects.create(
                course=course, name=row.name, criteria=row.criteria, last_id=row.last_id
            ).pk
        found[row.pk] = there[row.name]
    return found
