from __future__ import annotations

from collections.abc import Collection, Mapping
from decimal import Decimal
from typing import Any

from django.db.models import Exists, OuterRef
from unvo_core.grading.rule_set import MOST_WEIGHT

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.gradebook.models import Category, GradedItem, Score
from apps.kernel.public import Actor, AuditRecord, Refused, require
from apps.layout.changes import Edit, apply_edits


def set_weights(actor: Actor, course: Course, weights: Mapping[int, Decimal]) -> AuditRecord:
    """Give categories their weights, in percent."""
    rows = {c.pk: c for c in Category.objects.filter(course=course, removed=False, pk__in=weights)}
    if set(rows) != set(weights) or any(not 0 <= w <= MOST_WEIGHT for w in weights.values()):
        require(can_lay_out(membership(actor, course)))
        raise Refused("grading.no_such_category")
    return _change(actor, course, [(rows[pk], {"weight": weight}) for pk, weight in weights.items()])


def set_drops(actor: Actor, course: Course, category_id: int, lowest: int, highest: int) -> AuditRecord:
    row = Category.objects.filter(course=course, removed=False, pk=category_id).first()
    if row is None:
        require(can_lay_out(membership(actor, course)))
        raise Refused("grading.no_such_category")
    return _change(actor, course, [(row, {"drop_lowest": lowest, "drop_highest": highest})])


def _change(actor: Actor, course: Course, changes: list[tuple[Category, dict[str, Any]]]) -> AuditRecord:
    require(can_lay_out(membership(actor, course)))
    edits = [Edit("category", row, fields) for row, fields in changes]
    return apply_edits(actor, lock_course(course), "set_categories", edits, ("weights", course.pk))


def drop_graded(actor: Actor, course: Course, graded_id: int) -> AuditRecord:
    """Take an item that is on no path out of the gradebook; refused while anyone has a score there."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    rows = GradedItem.objects.select_related("item").filter(course=course, removed=False, item__removed=True)
    row = rows.filter(pk=graded_id).first()
    if row is None:
        raise Refused("grading.no_ghost", status=404)
    if Score.objects.filter(cell__graded_item=row).exists():
        raise Refused("grading.ghost_has_scores", status=409, title=row.item.title)
    return apply_edits(actor, course, "drop_graded", [Edit("graded_item", row, {"removed": True})])


def graded_without_scores(item_ids: Collection[int]) -> list[GradedItem]:
    """The rows of these items in which nobody has a score: they leave the gradebook with their item."""
    rows = GradedItem.objects.filter(item_id__in=item_ids, removed=False)
    return list(rows.exclude(Exists(Score.objects.filter(cell__graded_item=OuterRef("pk")))))
