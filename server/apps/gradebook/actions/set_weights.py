from __future__ import annotations

from collections.abc import Mapping
from decimal import Decimal
from typing import Any

import pghistory

from apps.courses.public import Course, can_lay_out, membership
from apps.gradebook.models import Category, GradedItem, Score
from apps.kernel.public import Actor, Refused, record, require


def set_weights(actor: Actor, course: Course, weights: Mapping[int, Decimal]) -> None:
    """Give categories their weights, in percent."""
    rows = {c.pk: c for c in Category.objects.filter(course=course, pk__in=weights)}
    if set(rows) != set(weights) or any(not 0 <= w <= 1000 for w in weights.values()):
        require(can_lay_out(membership(actor, course)))
        raise Refused("grading.no_such_category")
    _change(actor, course, [(rows[pk], {"weight": weight}) for pk, weight in weights.items()])


def set_drops(actor: Actor, course: Course, category_id: int, lowest: int, highest: int) -> None:
    row = Category.objects.filter(course=course, pk=category_id).first()
    if row is None:
        require(can_lay_out(membership(actor, course)))
        raise Refused("grading.no_such_category")
    _change(actor, course, [(row, {"drop_lowest": lowest, "drop_highest": highest})])


def _change(actor: Actor, course: Course, changes: list[tuple[Category, dict[str, Any]]]) -> None:
    require(can_lay_out(membership(actor, course)))
    for row, fields in changes:
        before = {name: str(getattr(row, name)) for name in fields}
        for name, value in fields.items():
            setattr(row, name, value)
        with pghistory.context(actor=actor.person_id, name=actor.name):
            row.save(update_fields=list(fields))
        after = {name: str(value) for name, value in fields.items()}
        record(actor, "category.change", ("category", row.pk), course_id=course.pk, before=before, after=after)


def drop_graded(actor: Actor, course: Course, graded_id: int) -> None:
    """Take an item that is on no path out of the gradebook; refused while anyone has a score there."""
    require(can_lay_out(membership(actor, course)))
    row = GradedItem.objects.select_related("item").filter(course=course, pk=graded_id, item__removed=True).first()
    if row is None:
        raise Refused("grading.no_ghost", status=404)
    if Score.objects.filter(cell__graded_item=row).exists():
        raise Refused("grading.ghost_has_scores", status=409, title=row.item.title)
    record(actor, "grading.drop", ("item", row.item_id), course_id=course.pk, before={"title": row.item.title})
    with pghistory.context(actor=actor.person_id, name=actor.name):
        row.delete()
