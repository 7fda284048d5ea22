"""Everybody's part in a discussion, told to the path: complete, begun, or not there."""

from __future__ import annotations

from collections.abc import Collection
from datetime import datetime

from unvo_core.talk.counting import Part

from apps.courses.public import Course, course_by_slug
from apps.kernel.public import Actor, now
from apps.layout.public import LaidItem, person_layout, want_key
from apps.path.public import Fact, forget, note
from apps.talk.facts import own_part
from apps.talk.models import Post, Visit


def lock_part(item_id: int, person_id: int) -> Visit:
    """Who counts the same part waits until the other's transaction ends; so none counts with half of what was said."""
    Visit.objects.get_or_create(item_id=item_id, person_id=person_id, defaults={"seen_at": now()})
    return Visit.objects.select_for_update().get(item_id=item_id, person_id=person_id)


def count_part(actor: Actor, course: Course, item_id: int, person_id: int) -> None:
    """Tell the path what is there of one student's part now. Under `lock_part`."""
    laid = person_layout(course, person_id)
    item = laid.items.get(item_id)
    if item is None or person_id not in laid.sections:
        return
    _tell(actor, course, item, person_id, own_part(laid, item, person_id))


def recount(actor: Actor, course: Course, item_ids: Collection[int]) -> None:
    """What is asked of everybody was changed: count again for all who said something."""
    course = course_by_slug(course.slug)
    rows = Post.objects.filter(item_id__in=item_ids).order_by("item_id", "author_id")
    for item_id, person_id in rows.values_list("item_id", "author_id").distinct():
        lock_part(item_id, person_id)
        count_part(actor, course, item_id, person_id)


def _tell(actor: Actor, course: Course, item: LaidItem, person_id: int, part: Part) -> None:
    """The fact that holds, with how many of each want are there; the other one goes."""
    detail = {want_key(h.want.key): len(h.taken) for h in part.haves}
    moments: list[datetime] = [t.at for h in part.haves for t in h.taken]
    wanted = {
        Fact.POSTED: part.done_at,
        Fact.STARTED: min(moments) if part.begun and not part.done else None,
    }
    there = dict(Fact.objects.filter(item_id=item.id, person_id=person_id).values_list("kind", "detail"))
    for kind, at in wanted.items():
        if at is not None and there.get(kind) != detail:
            note(actor, course, item.id, person_id, kind, at=at, detail=detail)
        elif at is None and kind in there:
            forget(actor, course, item.id, person_id, kind)
