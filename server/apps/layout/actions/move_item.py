from __future__ import annotations

from django.db.models import Max
from unvo_core.path.circles import condition_problems
from unvo_core.terms.redate import shifted

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, Refused, not_found, require
from apps.layout.actions.layout_change import Edit, apply
from apps.layout.actions.set_moments import moment_edits
from apps.layout.models import Item, Module, Part
from apps.layout.queries import item_row, layout
from apps.layout.reading.facts import path_module


def move_item(actor: Actor, course: Course, item_id: int, module_id: int, with_dates: bool) -> AuditRecord:
    """Move an item to the end of another module, into its part of the same name if there is one.

    `with_dates`: its moments move by the weeks between the two modules.
    """
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    moved = item_row(course, item_id)
    module = Module.objects.filter(course=course, pk=module_id, removed=False).first()
    if module is None:
        raise not_found("module")
    if module.pk == moved.module_id:
        raise Refused("item.same_module", title=module.title)
    part = Part.objects.filter(module=module, removed=False, title=moved.part.title).first() if moved.part else None
    last = Item.objects.filter(module=module, part=part, removed=False).aggregate(n=Max("position"))["n"]
    fields = {"module_id": module.pk, "part_id": part.pk if part else None, "position": (last or 0) + 10}
    edits = [Edit("item", moved, fields), *_dates(course, moved, module, with_dates)]
    change = apply(actor, course, "move_item", edits)
    _refuse_circles(course)
    return change


def _dates(course: Course, moved: Item, module: Module, with_dates: bool) -> list[Edit]:
    weeks = (module.week or 0) - (moved.module.week or 0)
    if not (with_dates and weeks and course.term and moved.moments):
        return []
    laid = layout(course)
    rules = shifted(laid.rules, laid.calendar, {moved.pk}, days=7 * weeks)
    return moment_edits(laid, {moved.pk: {name: rule for (_, name), rule in rules.items()}}, {moved.pk: moved})


def _refuse_circles(course: Course) -> None:
    """A module may wait for the very item that has come into it."""
    course.refresh_from_db(fields=["layout_version"])
    laid = layout(course)
    for problem in condition_problems([path_module(m) for m in laid.all]):
        ids: tuple[int, ...] = problem.params["items"]  # type: ignore[assignment]
        raise Refused(problem.code, items=" → ".join(laid.items[i].title for i in ids))
