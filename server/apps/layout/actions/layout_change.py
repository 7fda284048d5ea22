from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import date, time
from decimal import Decimal
from typing import Any

from django.db import models

from apps.courses.public import Course, Term, TermBreak
from apps.kernel.public import Actor, AuditRecord, record
from apps.layout.models import Allowance, Item, ItemFile, MeetingPattern, Module, Part, Syllabus

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
    "syllabus": Syllabus,
}


@dataclass(frozen=True)
class Edit:
    """Set `fields` on one row. `row` is saved already when it is new (then `made` is true)."""

    kind: str
    row: models.Model
    fields: dict[str, Any] = field(default_factory=dict)
    made: bool = False


def apply(actor: Actor, course: Course, action: str, edits: Sequence[Edit]) -> AuditRecord:
    """Set the fields, save, and keep before and after as one record."""
    before, after = [], []
    for edit in edits:
        if edit.made:
            old, new = {"removed": True}, {"removed": False}
        else:
            old = {name: plain(getattr(edit.row, name)) for name in edit.fields}
            for name, value in edit.fields.items():
                setattr(edit.row, name, value)
            edit.row.save(update_fields=list(edit.fields))
            new = {name: plain(value) for name, value in edit.fields.items()}
        before.append({"kind": edit.kind, "id": edit.row.pk, "fields": old})
        after.append({"kind": edit.kind, "id": edit.row.pk, "fields": new})
    first = edits[0]
    return record(
        actor, f"layout.{action}", (first.kind, first.row.pk), course_id=course.pk, before=before, after=after
    )


def plain(value: Any) -> Any:
    """As JSON keeps it, so that what was kept compares with what is."""
    if isinstance(value, Decimal):
        return format(value.normalize(), "f")
    if isinstance(value, date | time):
        return value.isoformat()
    return list(value) if isinstance(value, tuple) else value
