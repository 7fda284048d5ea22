"""Who came into a course, moved in it, or left it."""

from __future__ import annotations

from collections.abc import Collection, Iterator
from typing import Any

from apps.courses.public import Course, Section
from apps.kernel.public import AuditRecord
from apps.people.public import Person
from apps.screens.history import schemas as out


def names_of_people(person_ids: Collection[int]) -> dict[int, str]:
    return dict(Person.objects.filter(pk__in=person_ids).values_list("pk", "name"))


def moves(course: Course, record: AuditRecord) -> Iterator[out.ChangedField]:
    """A line for each person and what became of their section or role; three queries."""
    old, new = _by_person(record, record.before), _by_person(record, record.after)
    if not old and not new:
        return
    names = names_of_people([*old, *new])
    sections = dict(Section.objects.filter(course=course).values_list("pk", "name"))
    for pk in dict.fromkeys([*new, *old]):
        before, after = old.get(pk, {}), new.get(pk, {})
        role = "role" in before and before.get("role") != after.get("role") and bool(after)
        field = "role" if role else "section"
        told = (str(_word(row, field, sections)) for row in (before, after))
        yield out.ChangedField(thing=names.get(pk, ""), field=field, before=next(told), after=next(told))


def _by_person(record: AuditRecord, kept: Any) -> dict[int, dict[str, Any]]:
    """Rows that name people, or are about the one whom the record is about."""
    rows = kept if isinstance(kept, list) else []
    about = record.target_id if record.target_kind == "person" else 0
    return {row.get("person", about): row for row in rows if "kind" not in row}


def _word(row: dict[str, Any], field: str, sections: dict[int, str]) -> str:
    value = row.get(field)
    if field == "section":
        return sections.get(value or 0, "")
    return value or ""
