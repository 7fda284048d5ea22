"""What the editor of conditions offers, and the names that say conditions in words."""

from __future__ import annotations

from collections.abc import Collection
from typing import Any

from unvo_core.schedule.moments import resolve

from apps.courses.public import Course, Group, Section
from apps.kernel.public import edition, not_found
from apps.layout import queries
from apps.layout.api import condition_schemas as out
from apps.layout.reading.conditions import in_words
from apps.layout.reading.rules import rule_of
from apps.layout.reading.structure import Layout


def names_of(course: Course, laid: Layout) -> dict[tuple[str, int], str]:
    """(item, group or section; id) -> what it is called."""
    names = {("item", i.id): i.title for i in laid.items.values()}
    names |= {("group", g.pk): g.name for g in Group.objects.filter(course=course)}
    return names | {("section", s.pk): s.name for s in Section.objects.filter(course=course)}


def condition_choices(course: Course, kind: str, pk: int) -> out.ConditionChoices:
    laid = queries.layout(course)
    names = names_of(course, laid)
    kept = _conditions_of(laid, kind, pk)
    own = _items_of(laid, kind, pk)
    return out.ConditionChoices(
        modules=chosen_modules(laid, own),
        groups=[out.Chosen(id=i, title=name) for (what, i), name in names.items() if what == "group"],
        sections=[out.Chosen(id=i, title=name) for (what, i), name in names.items() if what == "section"],
        join=kept.get("join", "all"),
        of=[_with_wall(c, laid) for c in kept.get("of", ())],
        words=in_words(kept, names, laid.calendar),
        edition=edition((kind, pk)),
    )


def chosen_modules(laid: Layout, but: Collection[int] = ()) -> list[out.ChosenModule]:
    """Every item that can be chosen, by module in the order of the course."""
    return [
        out.ChosenModule(
            title=m.title,
            step=m.key,
            items=[
                out.Chosen(id=i.id, title=i.title, scored=i.points is not None)
                for i in m.items
                if not i.is_heading and i.id not in but
            ],
        )
        for m in laid.all
    ]


def _items_of(laid: Layout, kind: str, pk: int) -> set[int]:
    return {i.id for i in laid.items.values() if {"item": i.id, "part": i.part_id, "module": i.module_id}[kind] == pk}


def _conditions_of(laid: Layout, kind: str, pk: int) -> dict[str, Any]:
    rows: dict[int, dict[str, Any]]
    if kind == "item":
        rows = {i.id: i.conditions for i in laid.items.values()}
    elif kind == "part":
        rows = {p.id: p.conditions for m in laid.all for p in m.parts}
    else:
        rows = {m.id: m.conditions for m in laid.all}
    if pk not in rows:
        raise not_found(kind)
    return rows[pk]


def _with_wall(row: dict[str, Any], laid: Layout) -> Any:
    if row["on"] != "date":
        return row
    at = resolve(rule_of(row["rule"]), laid.calendar)
    return {"on": "date", "wall": at.astimezone(laid.zone).strftime("%Y-%m-%dT%H:%M") if at else ""}
