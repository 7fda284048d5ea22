from __future__ import annotations

from collections.abc import Mapping

from apps.courses.public import Course, Group
from apps.gradebook.models import Category, ConversionTable, GradedItem, GradingScheme, LateRule, Remark, Rubric
from apps.kernel.public import Actor, now, record


def copy_grading(actor: Actor, source: Course, course: Course, items: Mapping[int, int]) -> None:
    """Scheme, categories, conversion tables, late rules, rubrics, kept comments and what is graded, for a
    copied course, without scores; `items`: old -> new."""
    for scheme in GradingScheme.objects.filter(course=source):
        scheme.pk, scheme.course = None, course
        scheme.save()
    categories = _copies(Category.objects.filter(course=source, removed=False).order_by("id"), course)
    _copy_tables(source, course, categories)
    rules = _copies(LateRule.objects.filter(course=source, removed=False).order_by("id"), course)
    rubrics = _copies(Rubric.objects.filter(course=source, removed=False).order_by("id"), course)
    GradedItem.objects.bulk_create(
        GradedItem(
            course=course,
            item_id=items[row.item_id],
            category_id=categories.get(row.category_id),
            late_rule_id=rules.get(row.late_rule_id),
            rubric_id=rubrics.get(row.rubric_id),
            counting=row.counting,
            extra_credit=row.extra_credit,
            never_dropped=row.never_dropped,
            hold=row.hold,
            anonymous=row.anonymous,
            two_graders=row.two_graders,
        )
        for row in GradedItem.objects.filter(course=source, item_id__in=items, removed=False).order_by("id")
    )
    kept = Remark.objects.filter(course=source).values_list("text", flat=True)
    Remark.objects.bulk_create(Remark(course=course, text=text, kept_at=now()) for text in kept)
    record(actor, "grading.copy", ("course", course.pk), course_id=course.pk, after={"from": source.pk})


def _copy_tables(source: Course, course: Course, categories: Mapping[int | None, int]) -> None:
    """Groups came along under their names, of which a course has each once."""
    groups = dict(Group.objects.filter(course=course).values_list("name", "pk"))
    for row in ConversionTable.objects.filter(course=source, removed=False).select_related("group").order_by("id"):
        if row.category_id is not None and row.category_id not in categories:
            continue
        group = groups[row.group.name] if row.group else None
        row.pk, row.course, row.category_id = None, course, categories.get(row.category_id)
        row.group_id = group
        row.save()


def _copies(rows: object, course: Course) -> dict[int | None, int]:
    found: dict[int | None, int] = {}
    for row in rows:  # type: ignore[attr-defined]
        old, row.pk, row.course = row.pk, None, course
        row.save()
        found[old] = row.pk
    return found
