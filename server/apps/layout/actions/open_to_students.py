from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from typing import Any

from unvo_core.schedule.moments import rule_for

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, Refused, not_found, require
from apps.layout.actions.layout_change import Edit, apply
from apps.layout.actions.set_moments import wall_of
from apps.layout.models import Item, Module
from apps.layout.queries import layout
from apps.layout.reading.rules import row_of


@dataclass(frozen=True)
class Opening:
    """Modules and items alike. `on`: a wall time from which they open; None: now, or as their conditions say."""

    modules: Collection[int]
    items: Collection[int]
    published: bool = True
    on: str | None = None


def open_to_students(actor: Actor, course: Course, wish: Opening) -> AuditRecord:
    """Show drafts to students, at once or from a day on, or take them back into draft; one change."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    modules = list(Module.objects.filter(course=course, removed=False, pk__in=wish.modules).order_by("position"))
    items = list(Item.objects.filter(course=course, removed=False, pk__in=wish.items).order_by("position"))
    if len(modules) != len(set(wish.modules)):
        raise not_found("module")
    if len(items) != len(set(wish.items)) or not (modules or items):
        raise not_found("item")
    edits = [Edit("module", row, {"published": wish.published}) for row in modules]
    edits += [Edit("item", row, {"published": wish.published}) for row in items]
    if wish.published and wish.on:
        edits += _from_a_day(course, modules, items, wish.on)
    return apply(actor, course, "open_to_students" if wish.published else "back_into_draft", edits)


def _from_a_day(course: Course, modules: Sequence[Module], items: Sequence[Item], on: str) -> list[Edit]:
    """A module waits for the day with all that is in it; items of other modules wait each for itself."""
    inside = {m.pk for m in modules}
    rule = {"on": "date", "rule": row_of(rule_for(wall_of(on, course), layout(course).calendar))}
    found = [Edit("module", row, {"conditions": _with_day(row, rule)}) for row in modules]
    return found + [
        Edit("item", row, {"conditions": _with_day(row, rule)}) for row in items if row.module_id not in inside
    ]


def _with_day(row: Module | Item, rule: dict[str, Any]) -> dict[str, Any]:
    others = [c for c in row.conditions.get("of", ()) if c["on"] != "date"]
    if row.conditions.get("join") == "any" and len(others) > 1:
        raise Refused("opening.any", title=row.title)
    return {"join": "all", "of": [*others, rule]}
