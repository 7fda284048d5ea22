from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import dataclass
from typing import Any

from django.db import models
from django.db.models import Q
from django.utils.translation import gettext as _

from apps.courses.public import Course, can_lay_out, lock_course, membership, moment
from apps.kernel.public import Actor, AuditRecord, AuditTouch, Refused, Thing, editions, require, together
from apps.layout.actions.allow import tell_of_allowance
from apps.layout.actions.layout_change import KINDS, Edit, apply, plain
from apps.layout.actions.write_text import EDITION, write_text
from apps.layout.jobs import read_files_of
from apps.layout.models import Allowance, ItemFile, ItemText
from apps.layout.queries import latest_text, layout

UNDO = "layout.undo"


def undo_change(actor: Actor, course: Course, change_id: int) -> AuditRecord:
    """Set everything back that this change set, its parts in reverse; refused as a whole, with what stands in the
    way, when something of it was changed since."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    change = AuditRecord.objects.filter(
        pk=change_id, course_id=course.pk, reversible=True, undone=False, whole=None
    ).first()
    if change is None:
        raise Refused("layout.nothing_to_undo", status=409)
    parts = list(change.parts.order_by("-id")) or [change]
    with together(actor, UNDO, (change.target_kind, change.target_id), course_id=course.pk) as whole:
        for part in parts:
            if part.action == EDITION:
                _set_text_back(actor, course, part)
            else:
                _set_back(actor, course, part)
    AuditRecord.objects.filter(pk__in=[change.pk, *(p.pk for p in parts)]).update(undone=True)
    return whole


def _set_back(actor: Actor, course: Course, change: AuditRecord) -> None:
    rows = _rows(change)
    edits, contradicted = [], []
    for old, new in zip(change.before or (), change.after or (), strict=True):
        row = rows.get((old["kind"], old["id"]))
        if row is None or any(plain(getattr(row, name)) != value for name, value in new["fields"].items()):
            contradicted.append((old["kind"], old["id"]))
        else:
            edits.append(Edit(old["kind"], row, old["fields"]))
    if contradicted:
        raise _in_the_way(course, change, contradicted, rows)
    for item_id in {edit.row.item_id for edit in edits if isinstance(edit.row, ItemFile)}:
        read_files_of.defer(item_id=item_id)
    apply(actor, course, "undo", edits)
    for edit in edits:
        # Whom an allowance concerns is told when it is given or ends, whichever way.
        if isinstance(edit.row, Allowance):
            tell_of_allowance(course, edit.row)


def _rows(change: AuditRecord) -> dict[tuple[str, int], models.Model]:
    wanted: dict[str, list[int]] = {}
    for one in change.after or ():
        wanted.setdefault(one["kind"], []).append(one["id"])
    return {
        (kind, row.pk): row for kind, ids in wanted.items() for row in KINDS[kind]._default_manager.filter(pk__in=ids)
    }


def _set_text_back(actor: Actor, course: Course, change: AuditRecord) -> None:
    item_id, made, before = change.target_id, change.after or {}, change.before or {}
    last = latest_text(item_id)
    if last is None or last.edition != made.get("edition"):
        raise _in_the_way(course, change, [("text", item_id)], {})
    text = ItemText.objects.filter(item_id=item_id, edition=before.get("edition", 0)).first()
    write_text(actor, course, item_id, text.html if text else "", ask_again=False, seen=None)


@dataclass(frozen=True)
class Later:
    """A later change of something, by which an earlier one can't be set back."""

    change: int
    who: str
    at: str
    what: str


def _in_the_way(
    course: Course, change: AuditRecord, things: list[tuple[str, int]], rows: dict[tuple[str, int], Any]
) -> Refused:
    found = [_later(course, change, thing, rows.get(thing)) for thing in things]
    named = list({one.what: one for one in found}.values())
    words = "; ".join(
        _("%(what)s by %(who)s, %(at)s") % {"what": o.what, "who": o.who, "at": o.at} if o.change else o.what
        for o in named[:MOST_NAMED]
    )
    also = {"in_the_way": [vars(o) for o in named]}
    return Refused("layout.changed_since", status=409, also=also, what=words)


MOST_NAMED = 4


def _later(course: Course, change: AuditRecord, thing: tuple[str, int], row: models.Model | None) -> Later:
    touch = (
        AuditTouch.objects.filter(kind=thing[0], thing=thing[1], record_id__gt=change.pk, record__undone=False)
        .exclude(record__whole_id=change.whole_id or 0)
        .select_related("record")
        .order_by("-record")
        .first()
    )
    what = str(getattr(row, "title", None) or getattr(row, "name", None) or _("something that is gone"))
    if touch is None:
        return Later(0, "", "", what)
    made = touch.record
    return Later(made.whole_id or made.pk, made.actor_name, moment(made.at, layout(course).zone), what)


def set_back(wanted: Mapping[str, Collection[int]]) -> set[Thing]:
    """Those of these things, by kind, whose last change was a setting back."""
    last = editions(wanted)
    undone = set(AuditRecord.objects.filter(pk__in=last.values(), action=UNDO).values_list("pk", flat=True))
    return {thing for thing, pk in last.items() if pk in undone}


def made_by(course: Course, change_id: int) -> set[int]:
    """The items that a change made, or brought back: those that go when it is set back."""
    rows = AuditRecord.objects.filter(course_id=course.pk).filter(Q(pk=change_id) | Q(whole_id=change_id))
    return {
        new["id"]
        for after in rows.values_list("after", flat=True)
        if isinstance(after, list)
        for new in after
        if new["kind"] == "item" and new["fields"].get("removed") is False
    }
