from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from django.db.models import Max

from apps.courses.public import Course, Group, Section, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, Refused, now, require
from apps.layout.actions.change_module import module_row, place_between
from apps.layout.actions.copy_layout import copied_row, copy_files, moved_text, rename_around
from apps.layout.actions.layout_change import Edit, apply
from apps.layout.models import Item, ItemText, Module, Part
from apps.layout.queries import item_row, latest_texts, layout
from apps.layout.reading.conditions import Successors, renamed


@dataclass(frozen=True)
class CopyWish:
    """An item into a module, or a module into a week (None in a course without dates)."""

    item_id: int | None = None
    into_module: int | None = None
    module_id: int | None = None
    into_week: int | None = None


def copy_in(actor: Actor, source: Course, course: Course, wish: CopyWish) -> tuple[AuditRecord, dict[int, int]]:
    """Copy a part of `source` into `course`, which may be the same; old item -> its copy.

    Drafts, with their texts, files, conditions and dates; dates by week move by as many weeks as the
    module does. What names items that did not come along keeps them in the same course, and drops them
    in another one.
    """
    require(can_lay_out(membership(actor, source)))
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    if wish.item_id is not None:
        return _copy_item(actor, source, course, item_row(source, wish.item_id), wish.into_module or 0)
    return _copy_module(actor, source, course, module_row(source, wish.module_id or 0), wish.into_week)


def _copy_item(
    actor: Actor, source: Course, course: Course, old: Item, into: int
) -> tuple[AuditRecord, dict[int, int]]:
    module = module_row(course, into)
    part = old.part_id if module.pk == old.module_id else None
    last = module.items.aggregate(n=Max("position"))["n"] or 0
    made = {old.pk: _item(old, course, module.pk, part, last + 10)}
    weeks = (module.week or 0) - (old.module.week or 0)
    items = _finish(source, course, made, weeks)
    change = apply(actor, course, "copy_item", [Edit("item", made[old.pk], made=True)])
    return change, items


def _copy_module(
    actor: Actor, source: Course, course: Course, old: Module, week: int | None
) -> tuple[AuditRecord, dict[int, int]]:
    numbers = sorted(layout(course).calendar.week_by_number)
    if course.term is None:
        week = None
    elif week not in numbers:
        raise Refused("module.week", week=week, first=numbers[0], last=numbers[-1])
    module = copied_row(old, course=course, week=week, position=place_between(course, week), published=False)
    parts = {p.pk: copied_row(p, module_id=module.pk).pk for p in Part.objects.filter(module=old, removed=False)}
    rows = Item.objects.filter(module=old, removed=False).order_by("position", "id")
    made = {i.pk: _item(i, course, module.pk, parts.get(i.part_id or 0), i.position) for i in rows}
    items = _finish(source, course, made, (week or 0) - (old.week or 0))
    rename_around([module, *Part.objects.filter(module=module)], _successors(source, course, items))
    edits = [Edit("module", module, made=True), *(Edit("item", i, made=True) for i in made.values())]
    return apply(actor, course, "copy_module", edits), items


def _item(old: Item, course: Course, module_id: int, part_id: int | None, position: int) -> Item:
    return copied_row(
        old,
        course=course,
        module_id=module_id,
        part_id=part_id,
        position=position,
        published=False,
        rhythm_id=None,
        beat="",
        step="",
        stamped=None,
        asked_edition=1,
        copied_from=old.pk,
    )


def _successors(source: Course, course: Course, items: dict[int, int]) -> Successors:
    """In another course, groups and sections are those of the same name."""
    if source.pk == course.pk:
        return Successors(_names(source, course, items))
    groups = dict(Group.objects.filter(course=course).values_list("name", "pk"))
    sections = dict(Section.objects.filter(course=course).values_list("name", "pk"))
    return Successors(
        items,
        {g.pk: groups[g.name] for g in Group.objects.filter(course=source) if g.name in groups},
        {s.pk: sections[s.name] for s in Section.objects.filter(course=source) if s.name in sections},
    )


def _names(source: Course, course: Course, items: dict[int, int]) -> dict[int, int]:
    """What an item that is named becomes: its copy, or in the same course itself."""
    stay = {i: i for i in layout(course).items} if source.pk == course.pk else {}
    return stay | items


def _finish(source: Course, course: Course, made: dict[int, Item], weeks: int) -> dict[int, int]:
    """Conditions, dates, texts and files of the copies."""
    items = {old: new.pk for old, new in made.items()}
    names, named = _names(source, course, items), _successors(source, course, items)
    for new in made.values():
        new.conditions = renamed(new.conditions, named)
        new.read_first = [names[i] for i in new.read_first if i in names]
        moved = {name: _moved(row, names, weeks) for name, row in new.moments.items()}
        new.moments = {name: row for name, row in moved.items() if row is not None}
    Item.objects.bulk_update(made.values(), ["conditions", "read_first", "moments"])
    files = copy_files(course, items, made)
    texts = latest_texts(source)
    ItemText.objects.bulk_create(
        ItemText(item_id=new, edition=1, html=moved_text(texts[old][1], items, files, course.slug), written_at=now())
        for old, new in items.items()
        if old in texts
    )
    return items


def _moved(row: dict[str, Any], names: dict[int, int], weeks: int) -> dict[str, Any] | None:
    if row["on"] == "week":
        return row | {"week": row["week"] + weeks}
    if row["on"] == "moment":
        return row | {"item": names[row["item"]]} if row["item"] in names else None
    return row
