"""Facts: what a person did with an item. Every way of noting one passes here."""

from __future__ import annotations

from datetime import datetime
from typing import Any

from apps.courses.access import require_doable, require_open
from apps.courses.memberships import membership
from apps.courses.models import Course, Fact
from apps.courses.policies import can_study
from apps.kernel.public import Actor, Refused, now, record, require


def note(
    actor: Actor,
    course: Course,
    item_id: int,
    person_id: int,
    kind: str,
    *,
    at: datetime | None = None,
    edition: int = 0,
    detail: dict[str, Any] | None = None,
    keep_first: bool = False,
) -> None:
    """Keep a fact, and the record of it. `keep_first`: an earlier one of the kind stands."""
    when = at or now()
    if keep_first:
        _, made = Fact.objects.get_or_create(
            item_id=item_id,
            person_id=person_id,
            kind=kind,
            defaults={"course": course, "at": when, "edition": edition, "detail": detail or {}},
        )
        if not made:
            return
    else:
        Fact.objects.update_or_create(
            item_id=item_id,
            person_id=person_id,
            kind=kind,
            defaults={"course": course, "at": when, "edition": edition, "detail": detail or {}},
        )
    record(actor, f"fact.{kind}", ("item", item_id), course_id=course.pk, after={"person": person_id})


def forget(actor: Actor, course: Course, item_id: int, person_id: int, kind: str) -> None:
    gone, _ = Fact.objects.filter(item_id=item_id, person_id=person_id, kind=kind).delete()
    if gone:
        record(actor, f"fact.{kind}.undone", ("item", item_id), course_id=course.pk, before={"person": person_id})


def note_opened(actor: Actor, course: Course, item_id: int) -> None:
    require(can_study(membership(actor, course)))
    require_open(course, item_id, actor)
    note(actor, course, item_id, _id(actor), Fact.OPENED, keep_first=True)


def tick(actor: Actor, course: Course, item_id: int, done: bool) -> None:
    """'I've done this', or taken back. Only for items whose rule is the tick."""
    require(can_study(membership(actor, course)))
    known = require_doable(course, item_id, actor, now())
    if known.laid.student_items[item_id].done_rule != "ticked":
        raise Refused("item.wrong_kind")
    if done:
        note(actor, course, item_id, _id(actor), Fact.TICKED, keep_first=True)
    else:
        forget(actor, course, item_id, _id(actor), Fact.TICKED)


def acknowledge(actor: Actor, course: Course, item_id: int, edition: int) -> None:
    require(can_study(membership(actor, course)))
    known = require_doable(course, item_id, actor, now())
    item = known.laid.student_items[item_id]
    if item.done_rule != "acknowledged":
        raise Refused("item.wrong_kind")
    if edition < item.asked_edition:
        raise Refused("item.edition_gone", status=409)
    note(actor, course, item_id, _id(actor), Fact.ACKNOWLEDGED, edition=edition)


def _id(actor: Actor) -> int:
    if actor.person_id is None:
        raise Refused("course.students_only", status=403)
    return actor.person_id
