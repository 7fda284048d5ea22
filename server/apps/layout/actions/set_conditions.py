from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from decimal import Decimal, InvalidOperation
from typing import Any

from unvo_core.path.circles import condition_problems
from unvo_core.path.model import PathModule
from unvo_core.schedule.moments import rule_for

from apps.courses.public import Course, Group, Section, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, Refused, not_found, require
from apps.layout.actions.change_module import module_row
from apps.layout.actions.layout_change import Edit, apply
from apps.layout.actions.set_moments import wall_of
from apps.layout.models import Item, Module, Part
from apps.layout.queries import item_row, layout
from apps.layout.reading.condition_choices import names_of
from apps.layout.reading.conditions import Successors, in_words, named_in, renamed, whens_of
from apps.layout.reading.facts import path_item
from apps.layout.reading.rules import row_of
from apps.layout.reading.structure import Layout

MOST_CONDITIONS = 12
MOST_ITEMS = 60


@dataclass(frozen=True)
class Said:
    """Conditions as they would be kept, and in words."""

    conditions: dict[str, Any]
    words: str


def say_conditions(actor: Actor, course: Course, kind: str, pk: int, wish: Mapping[str, Any]) -> Said:
    """What these conditions mean, with the refusals of `set_conditions`; nothing is changed."""
    require(can_lay_out(membership(actor, course)))
    laid = layout(course)
    kept = _kept(course, laid, wish)
    _refuse_circles(laid, kind, pk, kept)
    return Said(kept, in_words(kept, names_of(course, laid), laid.calendar))


def set_conditions(actor: Actor, course: Course, kind: str, pk: int, wish: Mapping[str, Any]) -> AuditRecord:
    """The conditions of an item, a part or a module. Refuses circles, spelled out."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    row = _row(course, kind, pk)
    said = say_conditions(actor, course, kind, pk, wish)
    return apply(actor, course, "set_conditions", [Edit(kind, row, {"conditions": said.conditions})])


def drop_wait(actor: Actor, course: Course, item_id: int, on: int) -> AuditRecord:
    """The item waits for `on` no more, be it gone or hidden, and neither do its part and its module."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    item = item_row(course, item_id)
    around: list[tuple[str, Item | Part | Module | None]] = [
        ("item", item),
        ("part", item.part),
        ("module", item.module),
    ]
    edits = []
    for kind, row in around:
        named = named_in(row.conditions) if row is not None else set()
        if row is not None and on in named:
            kept = renamed(row.conditions, Successors({i: i for i in named if i != on}))
            edits.append(Edit(kind, row, {"conditions": kept}))
    if not edits:
        raise Refused("condition.not_there", status=409)
    return apply(actor, course, "set_conditions", edits)


def _row(course: Course, kind: str, pk: int) -> Item | Part | Module:
    if kind == "item":
        return item_row(course, pk)
    if kind == "module":
        return module_row(course, pk)
    part = Part.objects.filter(pk=pk, module__course=course, removed=False).first()
    if part is None:
        raise not_found("part")
    return part


def _kept(course: Course, laid: Layout, wish: Mapping[str, Any]) -> dict[str, Any]:
    of = [_one(course, laid, c) for c in wish["of"]]
    if len(of) > MOST_CONDITIONS:
        raise Refused("condition.too_many", most=MOST_CONDITIONS)
    return {"join": wish["join"], "of": of} if of else {}


def _one(course: Course, laid: Layout, wish: Mapping[str, Any]) -> dict[str, Any]:
    match wish["on"]:
        case "done":
            return _done(laid, wish)
        case "score":
            if wish["item"] not in laid.items or laid.items[wish["item"]].points is None:
                raise Refused("condition.no_score")
            return {"on": "score", "item": wish["item"], "percent": _percent(wish["percent"])}
        case "date":
            return {"on": "date", "rule": row_of(rule_for(wall_of(wish["wall"] or "", course), laid.calendar))}
        case "for":
            return _for(course, wish)
        case _:
            return {"on": "hand", "opened": bool(wish["opened"])}


def _done(laid: Layout, wish: Mapping[str, Any]) -> dict[str, Any]:
    named = list(dict.fromkeys(wish["items"]))
    if not named:
        raise Refused("condition.no_items")
    if any(i not in laid.items for i in named) or len(named) > MOST_ITEMS:
        raise Refused("item.after_itself")
    of = wish.get("of")
    if of is not None and not 1 <= of <= len(named):
        raise Refused("condition.so_many", most=len(named))
    return {"on": "done", "items": named, "of": None if of == len(named) else of}


def _for(course: Course, wish: Mapping[str, Any]) -> dict[str, Any]:
    groups = set(Group.objects.filter(course=course, pk__in=wish["groups"]).values_list("pk", flat=True))
    sections = set(Section.objects.filter(course=course, pk__in=wish["sections"]).values_list("pk", flat=True))
    if not groups | sections or groups != set(wish["groups"]) or sections != set(wish["sections"]):
        raise Refused("condition.for_nobody")
    return {"on": "for", "groups": sorted(groups), "sections": sorted(sections)}


def _percent(value: object) -> float:
    try:
        percent = Decimal(str(value))
    except InvalidOperation:
        raise Refused("condition.percent") from None
    if not 0 < percent <= 100:
        raise Refused("condition.percent")
    return float(round(percent, 2))


def _refuse_circles(laid: Layout, kind: str, pk: int, kept: Mapping[str, Any]) -> None:
    """Among all items, with the wish in the place of what this item, part or module has now."""
    when = whens_of((kept,), laid.calendar)
    modules = []
    for module in laid.all:
        of_part = {p.id: p.conditions for p in module.parts}
        items = []
        for item in module.items:
            meant = {"item": item.id, "part": item.part_id, "module": module.id}[kind] == pk
            path = path_item(item)
            if meant and kind == "item":
                around = (of_part.get(item.part_id or 0, {}), module.conditions)
                path = replace(path, whens=(*whens_of(around, laid.calendar), *when))
            elif meant:
                # With the old conditions too: alone they made no circle, so they can't close one here.
                path = replace(path, whens=(*path.whens, *when))
            items.append(path)
        modules.append(PathModule(module.id, tuple(items), module.in_order))
    for problem in condition_problems(modules):
        ids: tuple[int, ...] = problem.params["items"]  # type: ignore[assignment]
        raise Refused(problem.code, items=" → ".join(laid.items[i].title for i in ids))
