"""What of linked systems waits for those who teach: silent or failing ones, and scores that differ."""

from __future__ import annotations

from datetime import datetime

from django.db.models import Q

from apps.courses.public import Seats, WaitingRow
from apps.gradebook.public import Score
from apps.kernel.public import sentence
from apps.layout.public import layout
from apps.links.kinds import LINKED
from apps.links.models import Freshness, Placement, Reported
from apps.links.pages.items import is_open
from apps.links.queries import put_to_use, silence
from apps.links.stated import has_linked

MOST_LINES = 20


def systems_waiting(seats: Seats, now: datetime) -> list[WaitingRow]:
    """Constant in queries, whatever the number of courses."""
    linked = [pk for pk, seat in seats.items() if has_linked(seat.course)]
    if not linked:
        return []
    return [*_unheard(seats, linked, now), *_differing(seats, linked)]


def _unheard(seats: Seats, linked: list[int], now: datetime) -> list[WaitingRow]:
    """A row a system that is silent past its usual rhythm, or that does not answer."""
    used = set(
        Placement.objects.filter(item__course_id__in=linked, item__removed=False).values_list(
            "system_id", "item__course_id"
        )
    )
    found = []
    for row in Freshness.objects.filter(put_to_use("course_id"), course_id__in=linked).select_related("system"):
        if (row.system_id, row.course_id) not in used:
            continue
        seat, silent = seats[row.course_id], silence(row, now)
        if row.failures and row.failed_at is not None:
            why = sentence(f"links.fetch.{row.failure}", {"status": ""})
            found.append(WaitingRow("system_away", seat, row.failed_at, person=row.system.name, lines=(why,)))
        elif silent is not None:
            found.append(WaitingRow("system_silent", seat, silent, person=row.system.name))
    return found


def _differing(seats: Seats, linked: list[int]) -> list[WaitingRow]:
    """A row an item with scores of which a person has to say which counts."""
    rows = Reported.objects.filter(line_item__course_id__in=linked, line_item__item__removed=False).filter(
        Q(asked_given__isnull=False) | Q(given__isnull=False, grading="FullyGraded")
    )
    given = Score.objects.filter(
        cell__graded_item__course_id__in=linked, cell__graded_item__item__kind=LINKED.code, graded_by__isnull=False
    )
    ours = {
        (item, person): raw
        for item, person, raw in given.values_list("cell__graded_item__item_id", "cell__person_id", "raw")
    }
    asked = rows.exclude(asked_given=None)
    people = {person for _, person in ours}
    rows = (rows.filter(person_id__in=people) | asked).select_related("line_item", "person").distinct()
    found: dict[int, list[Reported]] = {}
    for row in rows:
        seat = seats[row.line_item.course_id]
        item = layout(seat.course).items.get(row.line_item.item_id or 0)
        section = layout(seat.course).sections.get(row.person_id)
        if (
            item is None
            or not seat.member.reaches(section)
            or not is_open(row, item, ours.get((item.id, row.person_id)))
        ):
            continue
        found.setdefault(item.id, []).append(row)
    return [_row(seats, item_id, some) for item_id, some in found.items()]


def _row(seats: Seats, item_id: int, some: list[Reported]) -> WaitingRow:
    names = tuple(row.person.name for row in some[:MOST_LINES])
    since = min(row.asked_at or row.received_at for row in some)
    seat = seats[some[0].line_item.course_id]
    return WaitingRow("score_differs", seat, since, count=len(some), item_id=item_id, lines=names)
