"""Questions that wait for an answer, for the desk: by the promise that Setup gives."""

from __future__ import annotations

from datetime import datetime

from django.db.models import Q

from apps.courses.public import Seats, WaitingRow
from apps.messages.models import Question


def questions_waiting(seats: Seats, now: datetime) -> list[WaitingRow]:
    """Those of one's own students; what was handed on stands with whom it was handed to."""
    everyone = [pk for pk, seat in seats.items() if seat.member.section_ids is None]
    sections = [s for seat in seats.values() for s in seat.member.section_ids or ()]
    people = {seat.person_id for seat in seats.values()}
    mine = Q(course_id__in=everyone) | Q(section_id__in=sections, course_id__in=list(seats))
    handed = Q(assignee_id__in=people, course_id__in=list(seats))
    rows = Question.objects.filter((mine & Q(assignee=None)) | handed).exclude(waits_since=None)
    found = []
    for row in rows.select_related("asker").defer("html").order_by("waits_since", "pk"):
        seat = seats[row.course_id]
        since = row.waits_since or row.at
        found.append(
            WaitingRow(
                "regrade" if row.regrade else "question",
                seat,
                since,
                seat.answer_by(since),
                item_id=row.item_id,
                row_id=row.pk,
                person=row.asker.name,
                lines=(row.text[:400],),
            )
        )
    return found
