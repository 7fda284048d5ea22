from __future__ import annotations

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.gradebook.models import Category, GradedItem, LateRule
from apps.kernel.public import Actor, AuditRecord, Refused, require
from apps.layout.changes import Edit, apply_edits
from apps.layout.public import item_row


def set_grading(
    actor: Actor,
    course: Course,
    item_id: int,
    category_id: int | None,
    late_rule_id: int | None,
    hold: bool,
    counting: str | None = None,
    anonymous: bool | None = None,
    two_graders: bool | None = None,
) -> AuditRecord:
    """Which category an item counts in, its late rule, whether its scores are held at first, which of several attempts
    counts, whether whose work it is is said while it is scored, and whether two score it; the last three None: as they
    stand."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    item_row(course, item_id)
    if category_id is not None and not Category.objects.filter(pk=category_id, course=course, removed=False).exists():
        raise Refused("grading.no_such_category")
    if late_rule_id is not None and not LateRule.objects.filter(pk=late_rule_id, course=course, removed=False).exists():
        raise Refused("grading.no_such_category")
    graded, made = GradedItem.objects.get_or_create(item_id=item_id, defaults={"course": course})
    fields: dict[str, object] = {
        "category_id": category_id,
        "late_rule_id": late_rule_id,
        "hold": hold,
        "removed": False,
    }
    also = {"counting": counting, "anonymous": anonymous, "two_graders": two_graders}
    fields |= {name: value for name, value in also.items() if value is not None}
    edits = [Edit("graded_item", graded, made=True)] if made else []
    edits.append(Edit("graded_item", graded, fields))
    return apply_edits(actor, course, "set_grading", edits, ("item", item_id))


def set_hold(actor: Actor, course: Course, item_id: int, hold: bool) -> AuditRecord:
    """Whether new scores of an item wait to be released; what is out stays out."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    item_row(course, item_id)
    graded, made = GradedItem.objects.get_or_create(item_id=item_id, defaults={"course": course})
    edits = [Edit("graded_item", graded, made=True)] if made else []
    return apply_edits(
        actor, course, "set_grading", [*edits, Edit("graded_item", graded, {"hold": hold})], ("item", item_id)
    )
