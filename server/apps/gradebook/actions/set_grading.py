from __future__ import annotations

import pghistory

from apps.courses.public import Course, can_lay_out, membership
from apps.gradebook.actions.save_score import graded_item
from apps.gradebook.models import Category, GradedItem, LateRule
from apps.kernel.public import Actor, Refused, record, require
from apps.layout.public import item_row


def set_grading(
    actor: Actor, course: Course, item_id: int, category_id: int | None, late_rule_id: int | None, hold: bool
) -> GradedItem:
    """Which category an item counts in, its late rule, and whether its scores are held at first."""
    require(can_lay_out(membership(actor, course)))
    item_row(course, item_id)
    if category_id is not None and not Category.objects.filter(pk=category_id, course=course).exists():
        raise Refused("grading.no_such_category")
    if late_rule_id is not None and not LateRule.objects.filter(pk=late_rule_id, course=course).exists():
        raise Refused("grading.no_such_category")
    graded = GradedItem.objects.select_for_update().get(pk=graded_item(course, item_id).pk)
    before = {"category": graded.category_id, "late_rule": graded.late_rule_id, "hold": graded.hold}
    graded.category_id, graded.late_rule_id, graded.hold = category_id, late_rule_id, hold
    with pghistory.context(actor=actor.person_id, name=actor.name):
        graded.save(update_fields=["category", "late_rule", "hold"])
    after = {"category": category_id, "late_rule": late_rule_id, "hold": hold}
    record(actor, "grading.set", ("item", item_id), course_id=course.pk, before=before, after=after)
    return graded
