from __future__ import annotations

from collections.abc import Mapping
from datetime import datetime
from typing import Any

from apps.courses.public import Course
from apps.kernel.public import Actor, Refused, now, record
from apps.path.models import Fact

WHICH = ("item", "person", "kind")


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
    if keep_first:
        _, made = Fact.objects.get_or_create(item_id=item_id, person_id=person_id, kind=kind, defaults=fields)
        if not made:
            return
    else:
        fresh = Fact(item_id=item_id, person_id=person_id, kind=kind, **fields)
        Fact.objects.bulk_create([fresh], update_conflicts=True, unique_fields=WHICH, update_fields=[*fields])
    after = {"person": person_id} | ({"reason": detail["reason"]} if detail and "reason" in detail else {})
    record(actor, f"fact.{kind}", ("item", item_id), course_id=course.pk, after=after)


def note_first(actor: Actor, course: Course, item_id: int, kind: str, when: Mapping[int, datetime]) -> None:
    """Keep a fact of each of these people, and the record of each: an earlier one of the kind stands. `when`: by
    person."""
    if not when:
        return
    rows = [
        Fact(item_id=item_id, person_id=person_id, kind=kind, course=course, at=at, edition=0, detail={})
        for person_id, at in when.items()
    ]
    here = Fact.objects.filter(item_id=item_id, kind=kind, person_id__in=when)
    before = set(here.values_list("person_id", flat=True))
    Fact.objects.bulk_create(rows, ignore_conflicts=True)
    for person_id in when.keys() - before:
        record(actor, f"fact.{kind}", ("item", item_id), course_id=course.pk, after={"person": person_id})


def tell_on(item_id: int, person_id: int, kind: str, detail: dict[str, Any]) -> None:
    """Other words beside a fact that is there: how far somebody has come. What they did is recorded with that."""
    Fact.objects.filter(item_id=item_id, person_id=person_id, kind=kind).update(detail=detail)


def forget(actor: Actor, course: Course, item_id: int, person_id: int, kind: str, reason: str = "") -> None:
    gone, _ = Fact.objects.filter(item_id=item_id, person_id=person_id, kind=kind).delete()
    if gone:
        before = {"person": person_id} | ({"reason": reason} if reason else {})
        record(actor, f"fact.{kind}.undone", ("item", item_id), course_id=course.pk, before=before)


def own_id(actor: Actor) -> int:
    if actor.person_id is None:
        raise Refused("course.students_only", status=403)
    return actor.person_id
