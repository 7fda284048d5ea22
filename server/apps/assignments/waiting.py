"""Hand-ins that wait for a score: said once, for the desk, the gradebook and the week sheet."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence, Set

from django.db.models import Exists, OuterRef, Q, QuerySet

from apps.assignments.models import HandIn
from apps.courses.public import Course, Seats, of_my_students
from apps.gradebook.public import excused_cell, score_of, waits_for_another
from apps.layout.public import Layout, layout, layout_for

ITS = {"item_id": OuterRef("item_id"), "person_id": OuterRef("person_id")}
WAITING = ("course_id", "item_id", "person_id", "handed_in_at")


def waiting_rows(of: Q) -> QuerySet[HandIn]:
    """The latest attempts without a score; excused ones and those that were given back are left out. `of` says
    whose."""
    later = HandIn.objects.filter(**ITS, handed_in_at__isnull=False, attempt__gt=OuterRef("attempt"))
    rows = HandIn.objects.filter(of, ~Exists(later), handed_in_at__isnull=False, item__removed=False, given_back=None)
    return rows.filter(~score_of(**ITS, attempt=OuterRef("attempt")), ~excused_cell(**ITS))


def waiting_for(seats: Seats) -> QuerySet[HandIn]:
    """What waits for the reader: where two score, not what only the other has yet to score."""
    readers = {seat.person_id for seat in seats.values()}
    rows = waiting_rows(of_my_students(seats))
    return rows.filter(~waits_for_another(readers, **ITS, attempt=OuterRef("attempt")))


def waits_for_score(laid: Layout, item_id: int, person_id: int) -> bool:
    """Whether the person's work in an item would count at all."""
    item = laid.items.get(item_id)
    return item is not None and item.counts and not layout_for(laid, person_id).items[item_id].excused


def waiting_of_class(course: Course, item_ids: Sequence[int], people: Set[int]) -> dict[int, int]:
    """How many of these people's works wait, by item."""
    rows = waiting_rows(Q(course=course, item_id__in=item_ids)).values_list("item_id", "person_id")
    laid = layout(course)
    return Counter(item for item, person in rows if person in people and waits_for_score(laid, item, person))
