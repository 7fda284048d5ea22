from __future__ import annotations

from django.db.models import Max

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, not_found, one_line, require
from apps.layout.actions.change_module import LONGEST_TITLE, module_row
from apps.layout.actions.layout_change import Edit, apply
from apps.layout.models import Item, Part


def make_part(actor: Actor, course: Course, module_id: int, title: str) -> AuditRecord:
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    module = module_row(course, module_id)
    last = module.parts.aggregate(n=Max("position"))["n"] or 0
    part = Part.objects.create(module=module, title=one_line(title, "Title", LONGEST_TITLE), position=last + 10)
    return apply(actor, course, "make_part", [Edit("part", part, made=True)])


def change_part(actor: Actor, course: Course, part_id: int, title: str) -> AuditRecord:
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    part = part_row(course, part_id)
    return apply(actor, course, "change_part", [Edit("part", part, {"title": one_line(title, "Title", LONGEST_TITLE)})])


def remove_part(actor: Actor, course: Course, part_id: int) -> AuditRecord:
    """Its items stay, above the first part."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    part = part_row(course, part_id)
    items = Item.objects.filter(part=part, removed=False)
    edits = [Edit("part", part, {"removed": True}), *(Edit("item", i, {"part_id": None}) for i in items)]
    return apply(actor, course, "remove_part", edits)


def part_row(course: Course, part_id: int) -> Part:
    found = Part.objects.filter(module__course=course, pk=part_id, removed=False).first()
    if found is None:
        raise not_found("part")
    return found
