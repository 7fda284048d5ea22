from __future__ import annotations

from collections.abc import Callable, Collection, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date, time
from decimal import Decimal
from typing import Any

import pghistory
from django.db import models

from apps.courses.public import Course, Term, TermBreak
from apps.kernel.public import Actor, AuditRecord, Thing, now, record, require_edition
from apps.layout.models import Allowance, Item, ItemFile, MeetingPattern, Module, Part, Rhythm, Syllabus

KINDS: dict[str, type[models.Model]] = {
    "module": Module,
    "part": Part,
    "item": Item,
    "item_file": ItemFile,
    "allowance": Allowance,
    "course": Course,
    "term": Term,
    "term_break": TermBreak,
    "pattern": MeetingPattern,
    "rhythm": Rhythm,
    "syllabus": Syllabus,
}
"""What edits are made to. An upper app adds its own models when it starts."""


def add_row_kinds(**kinds: type[models.Model]) -> None:
    KINDS.update(kinds)


Follower = Callable[[Actor, Course, Collection[int]], None]
_followers: dict[tuple[str, str], list[Follower]] = {}


def follow(kind: str, field: str, follower: Follower) -> None:
    """Call an upper app's function with the ids of the rows in which this field was changed, or set back, within the
    same transaction: what it keeps of them is then true again."""
    _followers.setdefault((kind, field), []).append(follower)


MANY = 20
"""From so many rows on they are written together and not one by one."""


@dataclass(frozen=True)
class Edit:
    """Set `fields` on one row. `row` is saved already when it is new (then `made` is true)."""

    kind: str
    row: models.Model
    fields: dict[str, Any] = field(default_factory=dict)
    made: bool = False


def apply(actor: Actor, course: Course, action: str, edits: Sequence[Edit], about: Thing | None = None) -> AuditRecord:
    """Set the fields that differ, save, and keep before and after as one record.

    `about`: the thing whose edition the writer saw; the first row of `edits` if not said. Where nothing differs
    nothing is kept, and the record that is returned has no id. Called under the lock of the course.
    """
    thing = about or (edits[0].kind, edits[0].row.pk)
    require_edition(thing)
    changes = [c for c in (_Change.of(edit) for edit in edits) if c.made or c.fields]
    if not changes:
        return AuditRecord(at=now(), actor_name=actor.name, action=action, target_kind=thing[0], target_id=thing[1])
    with pghistory.context(actor=actor.person_id, name=actor.name):
        _save(changes)
    made = record(
        actor,
        f"layout.{action}",
        thing,
        course_id=course.pk,
        before=[{"kind": c.kind, "id": c.row.pk, "fields": c.before} for c in changes],
        after=[{"kind": c.kind, "id": c.row.pk, "fields": c.after} for c in changes],
        touches=[thing, *((c.kind, c.row.pk) for c in changes)],
        reversible=True,
    )
    for (kind, name), followers in _followers.items():
        rows = [c.row.pk for c in changes if c.kind == kind and name in c.fields]
        for follower in followers if rows else ():
            follower(actor, course, rows)
    return made


@dataclass(frozen=True)
class _Change:
    """An edit with what it really changes, as JSON keeps it."""

    kind: str
    row: models.Model
    fields: tuple[str, ...]
    made: bool
    before: dict[str, Any]
    after: dict[str, Any]

    @classmethod
    def of(cls, edit: Edit) -> _Change:
        if edit.made:
            return cls(edit.kind, edit.row, (), True, {"removed": True}, {"removed": False})
        before = {name: plain(getattr(edit.row, name)) for name in edit.fields}
        after = {name: plain(value) for name, value in edit.fields.items()}
        fields = tuple(name for name in edit.fields if before[name] != after[name])
        for name in fields:
            setattr(edit.row, name, edit.fields[name])
        return cls(edit.kind, edit.row, fields, False, {n: before[n] for n in fields}, {n: after[n] for n in fields})


def _save(changes: Sequence[_Change]) -> None:
    alike: dict[tuple[str, tuple[str, ...]], list[models.Model]] = {}
    for change in changes:
        if change.fields:
            alike.setdefault((change.kind, change.fields), []).append(change.row)
    for (kind, fields), rows in alike.items():
        if len(rows) < MANY:
            for row in rows:
                row.save(update_fields=list(fields))
        else:
            KINDS[kind]._default_manager.bulk_update(rows, [name.removesuffix("_id") for name in fields])


def plain(value: Any) -> Any:
    """As JSON keeps it, so that what was kept compares with what is."""
    if isinstance(value, Decimal):
        return format(value.normalize(), "f")
    if isinstance(value, date | time):
        return value.isoformat()
    return list(value) if isinstance(value, tuple) else value


def row_titles(wanted: Mapping[str, Collection[int]]) -> dict[Thing, str]:
    """What rows are called, removed ones too, by kind; those of kinds without a title are left out."""
    found: dict[Thing, str] = {}
    for kind, ids in wanted.items():
        model = KINDS.get(kind)
        named = next((f.name for f in model._meta.fields if f.name in ("title", "name")), None) if model else None
        if model is not None and named is not None:
            rows = model._default_manager.filter(pk__in=ids).values_list("pk", named)
            found |= {(kind, pk): str(title) for pk, title in rows}
    return found
