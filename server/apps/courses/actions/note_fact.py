"""Facts: what a person did with an item. Every way of noting one passes here."""

from __future__ import annotations

from datetime import datetime
from typing import Any

from unvo_core.path.watching import joined, watched_percent

from apps.courses.access import require_doable, require_open
from apps.courses.memberships import membership
from apps.courses.models import Course, Fact, Item
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
    by_teacher: bool = False,
) -> None:
    """Keep a fact, and the record of it. `keep_first`: an earlier one of the kind stands."""
    when = at or now()
    fields = {"course": course, "at": when, "edition": edition, "detail": detail or {}, "by_teacher": by_teacher}
    keep = Fact.objects.get_or_create if keep_first else Fact.objects.update_or_create
    _, made = keep(item_id=item_id, person_id=person_id, kind=kind, defaults=fields)
    if keep_first and not made:
        return
    after = {"person": person_id} | ({"reason": detail["reason"]} if detail and "reason" in detail else {})
    record(actor, f"fact.{kind}", ("item", item_id), course_id=course.pk, after=after)


def forget(actor: Actor, course: Course, item_id: int, person_id: int, kind: str, reason: str = "") -> None:
    gone, _ = Fact.objects.filter(item_id=item_id, person_id=person_id, kind=kind).delete()
    if gone:
        before = {"person": person_id} | ({"reason": reason} if reason else {})
        record(actor, f"fact.{kind}.undone", ("item", item_id), course_id=course.pk, before=before)


def note_opened(actor: Actor, course: Course, item_id: int) -> None:
    require(can_study(membership(actor, course)))
    require_open(course, item_id, actor)
    note(actor, course, item_id, _id(actor), Fact.OPENED, keep_first=True)


def tick(actor: Actor, course: Course, item_id: int, done: bool) -> None:
    """'I've done this', or taken back. Only for items whose rule is the tick."""
    require(can_study(membership(actor, course)))
    known = require_doable(course, item_id, actor, now())
    if not known.laid.student_items[item_id].asks_for("ticked"):
        raise Refused("item.wrong_kind")
    if done:
        note(actor, course, item_id, _id(actor), Fact.TICKED, keep_first=True)
    else:
        forget(actor, course, item_id, _id(actor), Fact.TICKED)


def acknowledge(actor: Actor, course: Course, item_id: int, edition: int) -> None:
    require(can_study(membership(actor, course)))
    known = require_doable(course, item_id, actor, now())
    item = known.laid.student_items[item_id]
    if not item.asks_for("acknowledged"):
        raise Refused("item.wrong_kind")
    if edition < item.asked_edition:
        raise Refused("item.edition_gone", status=409)
    note(actor, course, item_id, _id(actor), Fact.ACKNOWLEDGED, edition=edition)


MOST_STRETCHES = 500


def watch(actor: Actor, course: Course, item_id: int, at_seconds: float, stretches: list[tuple[float, float]]) -> None:
    """How far a recording was watched: `stretches` of it in seconds, joined with what was seen before."""
    require(can_study(membership(actor, course)))
    known = require_open(course, item_id, actor)
    item = known.laid.student_items[item_id]
    if item.kind not in Item.MEDIA:
        raise Refused("item.not_watched")
    before = known.details.get((item_id, Fact.WATCHED), {})
    length = float(item.length_seconds or before.get("length") or 0)
    seen = joined([*((a, b) for a, b in before.get("seen", [])), *stretches], length or None)[:MOST_STRETCHES]
    percent = watched_percent(seen, length)
    detail = {"percent": max(percent, before.get("percent", 0)), "position": round(at_seconds, 1), "seen": seen}
    _keep_watched(actor, course, item_id, detail, before)


def _keep_watched(actor: Actor, course: Course, item_id: int, detail: dict[str, Any], before: dict[str, Any]) -> None:
    """The moment of the fact is that of the last progress; where somebody stopped is no event to record."""
    fresh = detail["percent"] > before.get("percent", -1)
    if fresh:
        note(actor, course, item_id, _id(actor), Fact.WATCHED, detail=detail)
    else:
        Fact.objects.filter(item_id=item_id, person_id=_id(actor), kind=Fact.WATCHED).update(detail=detail)


def _id(actor: Actor) -> int:
    if actor.person_id is None:
        raise Refused("course.students_only", status=403)
    return actor.person_id
