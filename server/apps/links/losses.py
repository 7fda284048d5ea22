"""What a student will not be able to do because access to a system runs out, or is not there: told ahead of time."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import datetime, timedelta

from pydantic import BaseModel
from unvo_core.links.access import Kind, blocked

from apps.courses.public import Course
from apps.layout.public import ItemRef, Layout, item_ref, ref
from apps.links.kinds import LINKED
from apps.links.models import Placement, SystemAccess
from apps.links.pages.access import access_of, wanted_of
from apps.links.queries import put_to_use

AHEAD = timedelta(days=14)
MOST_NAMED = 3


class AccessLoss(BaseModel):
    """`until`: when it ends or ended, null where there never was any. `items`: the first few of `count` that can't be
    done without it; `matters`: the first due moment that it costs."""

    slug: str
    code: str
    system: str
    kind: Kind
    until: datetime | None
    over: bool
    items: list[ItemRef]
    count: int
    matters: datetime | None


def own_losses(
    courses: Mapping[int, tuple[Course, Layout]], person_id: int, done: frozenset[int], now: datetime
) -> list[AccessLoss]:
    """Over these courses; two queries, and none where nothing is linked. `done`: items that are handed in."""
    linked = [pk for pk, (_, laid) in courses.items() if any(i.kind == LINKED.code for i in laid.items.values())]
    if not linked:
        return []
    rows = SystemAccess.objects.filter(put_to_use("course_id"), course_id__in=linked, person_id=person_id)
    near = [row for row in rows.select_related("system") if row.kind == Kind.NONE or _is_near(row, now)]
    if not near:
        return []
    placed: dict[tuple[int, int], set[int]] = {}
    at = Placement.objects.filter(item__course_id__in=linked, item__removed=False)
    for system, course, item in at.values_list("system_id", "item__course_id", "item_id"):
        placed.setdefault((system, course), set()).add(item)
    found = [_loss(row, courses[row.course_id], placed, done, now) for row in near]
    return [loss for loss in found if loss is not None]


def _is_near(row: SystemAccess, now: datetime) -> bool:
    return row.until is not None and row.until <= now + AHEAD


def _loss(
    row: SystemAccess,
    at: tuple[Course, Layout],
    placed: Mapping[tuple[int, int], set[int]],
    done: frozenset[int],
    now: datetime,
) -> AccessLoss | None:
    course, laid = at
    wanted = wanted_of(laid, frozenset(placed.get((row.system_id, course.pk), ())), done)
    found = blocked(access_of(row), wanted, now)
    if found is None:
        return None
    return AccessLoss(
        slug=course.slug,
        code=course.code,
        system=row.system.name,
        kind=Kind(row.kind),
        until=row.until,
        over=row.until is not None and row.until <= now,
        items=[item_ref(ref(laid, pk)) for pk in found.items[:MOST_NAMED]],
        count=len(found.items),
        matters=found.matters,
    )
