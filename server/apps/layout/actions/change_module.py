from __future__ import annotations

from dataclasses import dataclass

from django.db.models import F, Max

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, Refused, not_found, one_line, require
from apps.layout.actions.layout_change import Edit, apply
from apps.layout.models import Item, Module
from apps.layout.queries import layout

LONGEST_TITLE = 200
MOST_OBJECTIVES = 12


def make_module(actor: Actor, course: Course, title: str, week: int | None) -> AuditRecord:
    require(can_lay_out(membership(actor, course)))
    title = one_line(title, "Title", LONGEST_TITLE)
    course = lock_course(course)
    numbers = [w.number for w in layout(course).weeks if w.number is not None]
    if course.term is None:
        week = None
    elif week not in numbers:
        raise Refused("module.week", week=week, first=numbers[0], last=numbers[-1])
    position = place_between(course, week)
    module = Module.objects.create(course=course, title=title, week=week, position=position)
    return apply(actor, course, "make_module", [Edit("module", module, made=True)])


def place_between(course: Course, week: int | None) -> int:
    """A position after the modules of this and earlier weeks, as they stand now; those below it move down by one."""
    there = Module.objects.filter(course=course)
    last = there.aggregate(n=Max("position"))["n"]
    if week is None:
        return 0 if last is None else last + 10
    before = there.filter(removed=False, week__lte=week).aggregate(n=Max("position"))["n"]
    position = 0 if before is None else int(before) + 1
    there.filter(position__gte=position).update(position=F("position") + 1)
    return position


@dataclass(frozen=True)
class ModuleEdit:
    """None leaves a field as it is. `week`: of the term."""

    title: str | None = None
    in_order: bool | None = None
    published: bool | None = None
    objectives: list[str] | None = None
    week: int | None = None


def change_module(actor: Actor, course: Course, module_id: int, wish: ModuleEdit) -> AuditRecord:
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
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
    if wish.week is not None:
        numbers = sorted(layout(course).calendar.week_by_number)
        if wish.week not in numbers:
            first, last = (numbers[0], numbers[-1]) if numbers else (0, 0)
            raise Refused("module.week", week=wish.week, first=first, last=last)
        fields |= {"week": wish.week, "position": place_between(course, wish.week)}
    return apply(actor, course, "change_module", [Edit("module", module, fields)])


def remove_module(actor: Actor, course: Course, module_id: int) -> AuditRecord:
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    module = module_row(course, module_id)
    items = Item.objects.filter(module=module, removed=False)
    edits = [Edit("module", module, {"removed": True}), *(Edit("item", i, {"removed": True}) for i in items)]
    return apply(actor, course, "remove_module", edits)


def module_row(course: Course, module_id: int) -> Module:
    found = Module.objects.filter(course=course, pk=module_id, removed=False).first()
    if found is None:
        raise not_found("module")
    return found
