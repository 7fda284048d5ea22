from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from django.db import IntegrityError, transaction

from apps.kernel.public import Actor, Refused, not_found, record, require
from apps.links.public import keep_names
from apps.people.public import Person, can_administer

WORK = ("assignments.handin", "gradebook.cell", "quizzes.quizattempt", "quizzes.papersheet")
"""Where both have something of one item nobody but a person can tell which counts."""
LEFT = ("kernel.auditrecord", "kernel.answeredrequest", "usersessions.usersession", "joining.invitation")
"""What tells who did a thing then, or where they are signed in, stays with whom it was."""


def merge_people(actor: Actor, kept_id: int, gone_id: int) -> Person:
    """All that is the second person's becomes the first's; the second does not come in any more. Refused whole where
    both have work on one item.

    Every write holds a lock on its person (kernel.writes), so one that is under way is done before, and one that comes
    after is refused as signed out.
    """
    require(can_administer(actor))
    gone = Person.objects.select_for_update().filter(pk=gone_id).first()
    kept = Person.objects.select_for_update(no_key=True).filter(pk=kept_id, is_active=True).first()
    if gone is None or kept is None:
        raise not_found("person")
    if gone.administers:
        raise Refused("person.merge_administrator", status=409)
    keep_names(kept, gone)
    moved: dict[str, int] = {}
    for model, field in _tables():
        label = model._meta.label_lower
        moved[label] = moved.get(label, 0) + _move(model, field, kept, gone)
    gone.is_active = False
    gone.save(update_fields=["is_active"])
    record(
        actor,
        "person.merge",
        ("person", kept.pk),
        before={"gone": gone.pk, "name": gone.name, "address": gone.email},
        after={label: count for label, count in moved.items() if count},
    )
    return kept


def _tables() -> Iterator[tuple[Any, str]]:
    """Every table that names a person, and by which field; histories name who it was then."""
    for relation in Person._meta.get_fields(include_hidden=True):
        if not relation.auto_created or relation.concrete or relation.many_to_many:
            continue
        model: Any = relation.related_model
        if model._meta.label_lower not in LEFT and not model.__name__.endswith(("Event", "Events")):
            yield model, relation.field.name  # type: ignore[union-attr]


def _move(model: Any, field: str, kept: Person, gone: Person) -> int:
    """How many rows came over. Of what both have, the kept person's stays."""
    rows = model._base_manager.filter(**{field: gone})
    try:
        with transaction.atomic():
            return int(rows.update(**{field: kept}))
    except IntegrityError:
        return sum(_move_row(model, row, field, kept) for row in rows)


def _move_row(model: Any, row: Any, field: str, kept: Person) -> int:
    try:
        with transaction.atomic():
            return int(model._base_manager.filter(pk=row.pk).update(**{field: kept}))
    except IntegrityError:
        if model._meta.label_lower in WORK:
            raise Refused("person.both_worked", status=409, name=kept.name) from None
        row.delete()
        return 0
