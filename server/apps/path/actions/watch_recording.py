from __future__ import annotations

from typing import Any

from unvo_core.path.watching import joined, watched_percent

from apps.courses.public import Course, can_study, membership
from apps.kernel.public import Actor, Refused, now, require
from apps.layout.public import kind_of
from apps.path.access import require_open
from apps.path.actions.note_fact import note, own_id
from apps.path.models import Fact

MOST_STRETCHES = 500


def watch_recording(
    actor: Actor, course: Course, item_id: int, at_seconds: float, stretches: list[tuple[float, float]]
) -> None:
    """How far a recording was watched: `stretches` of it in seconds, joined with what was seen before."""
    require(can_study(membership(actor, course)))
    known = require_open(course, item_id, actor)
    item = known.laid.student_items[item_id]
    if not kind_of(item.kind).recording:
        raise Refused("item.not_watched")
    before = _locked(course, item_id, own_id(actor))
    length = float(item.length_seconds or before.get("length") or 0)
    seen = joined([*((a, b) for a, b in before.get("seen", [])), *stretches], length or None)[:MOST_STRETCHES]
    percent = watched_percent(seen, length)
    detail = {"percent": max(percent, before.get("percent", 0)), "position": round(at_seconds, 1), "seen": seen}
    _keep_watched(actor, course, item_id, detail, before)


def _locked(course: Course, item_id: int, person_id: int) -> dict[str, Any]:
    """What is kept so far, nobody else's until the end of the transaction: two devices join into one what they saw."""
    of = {"item_id": item_id, "person_id": person_id, "kind": Fact.WATCHED}
    Fact.objects.get_or_create(**of, defaults={"course": course, "at": now()})
    detail: dict[str, Any] = Fact.objects.select_for_update().values_list("detail", flat=True).get(**of)
    return detail


def _keep_watched(actor: Actor, course: Course, item_id: int, detail: dict[str, Any], before: dict[str, Any]) -> None:
    """The moment of the fact is that of the last progress; where somebody stopped is no event to record."""
    fresh = detail["percent"] > before.get("percent", -1)
    if fresh:
        note(actor, course, item_id, own_id(actor), Fact.WATCHED, detail=detail)
    else:
        Fact.objects.filter(item_id=item_id, person_id=own_id(actor), kind=Fact.WATCHED).update(detail=detail)
