from __future__ import annotations

from typing import Any

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, Refused, require
from apps.layout.actions.layout_change import KINDS, Edit, apply, plain
from apps.layout.jobs import read_files_of
from apps.layout.models import ItemFile


def undo_change(actor: Actor, course: Course, change_id: int) -> AuditRecord:
    """Set everything back that this change set, unless one of its fields was changed since."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    change = AuditRecord.objects.filter(
        pk=change_id, course_id=course.pk, action__startswith="layout.", undone=False
    ).first()
    if change is None:
        raise Refused("layout.nothing_to_undo", status=409)
    edits = [_back(old, new) for old, new in zip(change.before or (), change.after or (), strict=True)]
    change.undone = True
    change.save(update_fields=["undone"])
    for item_id in {edit.row.item_id for edit in edits if isinstance(edit.row, ItemFile)}:
        read_files_of.defer(item_id=item_id)
    return apply(actor, course, "undo", edits)


def _back(old: dict[str, Any], new: dict[str, Any]) -> Edit:
    row = KINDS[old["kind"]]._default_manager.get(pk=old["id"])
    for name, value in new["fields"].items():
        if plain(getattr(row, name)) != value:
            raise Refused("layout.changed_since", status=409)
    return Edit(old["kind"], row, old["fields"])


def last_undoable(actor: Actor, course: Course) -> int | None:
    """The actor's latest layout change that is neither undone nor itself an undo."""
    return (
        AuditRecord.objects.filter(
            course_id=course.pk, actor_id=actor.person_id, action__startswith="layout.", undone=False
        )
        .exclude(action="layout.undo")
        .order_by("-id")
        .values_list("id", flat=True)
        .first()
    )
