"""Work that was begun and is not handed in though its time is nearly up, or just past."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime

from django.db.models import Exists, OuterRef, Q, QuerySet
from unvo_core.schedule.spans import is_near_due

from apps.assignments.models import HandIn, HandInFile, HandInPhoto
from apps.assignments.queries import crews_at
from apps.courses.public import Course, Seat, WaitingRow
from apps.layout.public import Layout, layout, layout_for

DRAFT = ("course_id", "item_id", "person_id", "started_at")


def draft_rows(of: Q) -> QuerySet[HandIn]:
    """Drafts with something in them; of the first attempt only: who has handed something in knows how."""
    has = {"hand_in": OuterRef("pk")}
    files = Exists(HandInFile.objects.filter(**has)) | Exists(HandInPhoto.objects.filter(**has))
    filled = ~Q(text="") | ~Q(link="") | files
    return HandIn.objects.filter(of, filled, attempt=1, handed_in_at=None, item__removed=False)


def near_due(laid: Layout, item_id: int, person_id: int, now: datetime) -> datetime | None:
    """When it is due for the person, if that is near, and it can still be handed in."""
    item = layout_for(laid, person_id).student_items.get(item_id)
    return item.span.due if item and not item.excused and is_near_due(item.span, now) else None


def unfinished_row(seat: Seat, item_id: int, some: Sequence[tuple[datetime, datetime]], now: datetime) -> WaitingRow:
    """For the desk; `some`: when each was begun, and is due. What is still to come stands there by its due moment."""
    due = min(due for _, due in some)
    return WaitingRow(
        "unfinished",
        seat,
        since=min(begun for begun, _ in some),
        by=due if due > now else None,
        count=len(some),
        item_id=item_id,
    )


def unfinished_of(course: Course, item_id: int, of: Q, now: datetime) -> dict[int, datetime]:
    """By person, when it is due; with a group's draft for each who is in it."""
    laid, teams = layout(course), {crew.group_id: crew.people for crew in crews_at(course, item_id)}
    rows = draft_rows(of & Q(course=course, item_id=item_id)).values_list("person_id", "group_id")
    people = {one for person, group in rows for one in teams.get(group or 0, (person,))}
    found = ((person, near_due(laid, item_id, person, now)) for person in people)
    return {person: due for person, due in found if due is not None}
