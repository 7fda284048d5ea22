from __future__ import annotations

import re
from collections.abc import Iterable
from dataclasses import replace
from typing import Any, TypeVar

from django.db.models import Model

from apps.courses.public import Course, Enrolment, Group, Section, Term, can_lay_out, free_slug, membership
from apps.kernel.public import Actor, StoredFile, copied, now, one_line, record, require
from apps.layout.models import Item, ItemFile, ItemText, MeetingPattern, Module, Part, Rhythm, Syllabus
from apps.layout.queries import latest_texts
from apps.layout.reading.conditions import Successors, renamed

Row = TypeVar("Row", bound=Model)


def copy_layout(actor: Actor, source: Course, title: str, code: str) -> tuple[Course, dict[int, int]]:
    """A course of the same layout with its dates as they stand, and item -> its copy.

    Conditions and rules that name items name their copies. It is closed to students until it is
    opened, and its copier is its instructor. Groups come empty. Texts come as one edition; who did what stays behind.
    """
    require(can_lay_out(membership(actor, source)))
    course = copied_row(
        source,
        slug=free_slug(code, title),
        title=one_line(title, "Title", 200),
        code=one_line(code, "Code", 20),
        term=_own_term(source),
        opened_at=None,
        archived_at=None,
        copied_from=source,
    )
    sections = {s.pk: copied_row(s, course=course).pk for s in Section.objects.filter(course=source)}
    for pattern in MeetingPattern.objects.filter(course=source):
        copied_row(pattern, course=course, section_id=sections.get(pattern.section_id or 0))
    rhythms = {r.pk: copied_row(r, course=course).pk for r in Rhythm.objects.filter(course=source, removed=False)}
    groups = {g.pk: copied_row(g, course=course).pk for g in Group.objects.filter(course=source)}
    items = _copy_items(source, course, rhythms, Successors({}, groups, sections))
    Syllabus.objects.bulk_create(
        Syllabus(course=course, item_id=items[s.item_id or 0])
        for s in Syllabus.objects.filter(course=source, item_id__in=items)
    )
    Enrolment.objects.create(course=course, person_id=actor.person_id or 0, role=Enrolment.INSTRUCTOR)
    record(actor, "course.copy", ("course", course.pk), course_id=course.pk, after={"from": source.pk})
    return course, items


def _copy_items(source: Course, course: Course, rhythms: dict[int, int], named: Successors) -> dict[int, int]:
    """`named`: the copies of groups and sections."""
    modules = {
        m.pk: copied_row(m, course=course).pk
        for m in Module.objects.filter(course=source, removed=False).order_by("id")
    }
    parts = {
        p.pk: copied_row(p, module_id=modules[p.module_id]).pk
        for p in Part.objects.filter(module_id__in=modules, removed=False).order_by("id")
    }
    olds = list(Item.objects.filter(course=source, removed=False, module_id__in=modules).order_by("id"))
    made: dict[int, Item] = {}
    for old in olds:
        made[old.pk] = copied_row(
            old,
            course=course,
            module_id=modules[old.module_id],
            part_id=parts.get(old.part_id or 0),
            rhythm_id=rhythms.get(old.rhythm_id or 0),
            asked_edition=1,
            copied_from=old.pk,
        )
    items = {old: new.pk for old, new in made.items()}
    named = replace(named, items=items)
    rename_around([*Module.objects.filter(course=course), *Part.objects.filter(module__course=course)], named)
    for new in made.values():
        new.conditions = renamed(new.conditions, named)
        new.read_first = [items[i] for i in new.read_first if i in items]
        new.moments = {name: _moved(row, items) for name, row in new.moments.items()}
    Item.objects.bulk_update(made.values(), ["conditions", "read_first", "moments"])
    files = copy_files(course, items, made)
    texts = latest_texts(source)
    ItemText.objects.bulk_create(
        ItemText(item_id=items[i], edition=1, html=moved_text(html, items, files, course.slug), written_at=now())
        for i, (_, html) in texts.items()
        if i in items
    )
    return items


def rename_around(copies: Iterable[Module | Part], named: Successors) -> None:
    """Conditions of copied modules and parts name what takes the place of what they named."""
    for around in copies:
        if around.conditions:
            around.conditions = renamed(around.conditions, named)
            around.save(update_fields=["conditions"])


def copy_files(course: Course, items: dict[int, int], made: dict[int, Item]) -> dict[str, str]:
    """Files go with their items under keys of their own, so that the copies' locks guard them. Old key -> new."""
    keys: dict[str, str] = {}
    new: dict[int, StoredFile] = {}
    for stored in StoredFile.objects.filter(owner_kind="item", owner_id__in=list(items)):
        new[stored.pk] = copied(stored, course.pk, ("item", items[stored.owner_id or 0]))
        keys[str(stored.key)] = str(new[stored.pk].key)
    for item in made.values():
        if item.file_id in new:
            item.file = new[item.file_id]
            item.save(update_fields=["file"])
    ItemFile.objects.bulk_create(
        ItemFile(
            item_id=items[f.item_id],
            file=new.get(f.file_id, f.file),
            role=f.role,
            label=f.label,
            language=f.language,
            position=f.position,
        )
        for f in ItemFile.objects.filter(item_id__in=list(items), removed=False).select_related("file")
    )
    return keys


def moved_text(html: str, items: dict[int, int], files: dict[str, str], slug: str) -> str:
    with_files = re.sub(r"/files/([0-9a-f-]{36})/", lambda m: f"/files/{files.get(m[1], m[1])}/", html)
    return with_addresses(with_files, items, slug)


def _moved(row: dict[str, Any], items: dict[int, int]) -> dict[str, Any]:
    return row | {"item": items.get(row["item"], row["item"])} if row["on"] == "moment" else row


def with_addresses(html: str, items: dict[int, int], slug: str) -> str:
    """Links between items follow them to the items' copies."""
    return re.sub(
        r"/c/[^/\"']+/item/(\d+)",
        lambda m: f"/c/{slug}/item/{items[int(m[1])]}" if int(m[1]) in items else m[0],
        html,
    )


def _own_term(source: Course) -> Term | None:
    """The old term as the copy's own, so that re-dating it touches no other course."""
    if source.term is None:
        return None
    breaks = list(source.term.breaks.filter(removed=False))
    term = copied_row(source.term, shared=False, removed=False)
    for pause in breaks:
        copied_row(pause, term=term)
    return term


def copied_row(row: Row, **changes: Any) -> Row:
    """A new row with the same fields, but for `changes`."""
    skipped = {"id", "layout_version"}
    fields = {f.attname: getattr(row, f.attname) for f in row._meta.concrete_fields if f.name not in skipped}
    for name, value in changes.items():
        fields.pop(f"{name}_id", None)
        fields[name] = value
    return type(row)._default_manager.create(**fields)
