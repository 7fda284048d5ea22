from __future__ import annotations

from collections.abc import Mapping

from apps.courses.public import Course
from apps.gradebook.models import Category, GradedItem, LateRule


def copy_graded(source: Course, course: Course, items: Mapping[int, int]) -> None:
    """How copied items count; `items`: old -> new. Categories and late rules are found by name in `course`."""
    categories = {c.name: c.pk for c in Category.objects.filter(course=course, removed=False)}
    rules = {r.name: r.pk for r in LateRule.objects.filter(course=course, removed=False)}
    rows = GradedItem.objects.filter(course=source, item_id__in=items, removed=False).select_related(
        "category", "late_rule"
    )
    GradedItem.objects.bulk_create(
        GradedItem(
            course=course,
            item_id=items[row.item_id],
            category_id=categories.get(row.category.name) if row.category else None,
            late_rule_id=rules.get(row.late_rule.name) if row.late_rule else None,
            counting=row.counting,
            extra_credit=row.extra_credit,
            never_dropped=row.never_dropped,
            hold=row.hold,
        )
        for row in rows.order_by("id")
    )
