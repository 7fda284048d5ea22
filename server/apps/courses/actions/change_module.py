from __future__ import annotations

from dataclasses import dataclass

from django.db.models import Max

from apps.courses.actions.layout_change import Edit, apply, lock
from apps.courses.memberships import membership
from apps.courses.models import Course, Item, Module
from apps.courses.policies import can_lay_out
from apps.courses.queries import layout
from apps.kernel.public import Actor, AuditRecord, Refused, not_found, one_line, require

LONGEST_TITLE = 200
MOST_OBJECTIVES = 12


def make_module(actor: Actor, course: Course, title: str, week: int | None) -> AuditRecord:
    require(can_lay_out(membership(actor, course)))
    title = one_line(title, "Title", LONGEST_TITLE)
    course = lock(course)
    numbers = [w.number for w in layout(course).weeks if w.number is not None]
    if course.term is None:
        week = None
    elif week not in numbers:
        raise Refused("module.week", week=week, first=numbers[0], last=numbers[-1])
    position = place_between(course, week)
    module = Module.objects.create(course=course, title=title, week=week, position=position)
    return apply(actor, course, "make_module", [Edit("module", module, made=True)])


def place_between(course: Course, week: int | None) -> int:
    """A position after the modules of this and earlier weeks; those of later ones move down."""
    last = Module.objects.filter(course=course).aggregate(n=Max("position"))["n"] or 0
    modules = layout(course).all
    after = [m for m in modules if m.week is not None and week is not None and m.week <= week]
    return _between(course, week) if course.term is not None and len(after) < len(modules) else last + 10


def _between(course: Course, week: int | None) -> int:
    rows = list(Module.objects.filter(course=course).order_by("position", "id"))
    before = [m for m in rows if m.week is not None and week is not None and m.week <= week]
    position = before[-1].position + 1 if before else 0
    for module in rows:
        if module not in before and module.position <= position + len(rows):
            module.position += len(rows) + 1
    Module.objects.bulk_update(rows, ["position"])
    return position


@dataclass(frozen=True)
class ModuleEdit:
    """None leaves a field as it is. `with_items`: publish or hide its items along with it."""

    title: str | None = None
    in_order: bool | None = None
    published: bool | None = None
    objectives: list[str] | None = None
    with_items: bool = False


def change_module(actor: Actor, course: Course, module_id: int, wish: ModuleEdit) -> AuditRecord:
    require(can_lay_out(membership(actor, course)))
    course = lock(course)
    module = module_row(course, module_id)
    fields: dict[str, object] = {}
    if wish.title is not None:
        fields["title"] = one_line(wish.title, "Title", LONGEST_TITLE)
    if wish.in_order is not None:
        fields["in_order"] = wish.in_order
    if wish.published is not None:
        fields["published"] = wish.published
    if wish.objectives is not None:
        kept = [one_line(o, "Objective", 300) for o in wish.objectives if o.strip()]
        if len(kept) > MOST_OBJECTIVES:
            raise Refused("module.objectives")
        fields["objectives"] = kept
    edits = [Edit("module", module, fields)]
    if wish.with_items and wish.published is not None:
        items = Item.objects.filter(module=module, removed=False).exclude(published=wish.published)
        edits += [Edit("item", i, {"published": wish.published}) for i in items]
    return apply(actor, course, "change_module", edits)


def remove_module(actor: Actor, course: Course, module_id: int) -> AuditRecord:
    require(can_lay_out(membership(actor, course)))
    course = lock(course)
    module = module_row(course, module_id)
    items = Item.objects.filter(module=module, removed=False)
    edits = [Edit("module", module, {"removed": True}), *(Edit("item", i, {"removed": True}) for i in items)]
    return apply(actor, course, "remove_module", edits)


def module_row(course: Course, module_id: int) -> Module:
    found = Module.objects.filter(course=course, pk=module_id, removed=False).first()
    if found is None:
        raise not_found("module")
    return found
