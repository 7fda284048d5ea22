"""Absences that no teacher has read yet, for the desk."""

from __future__ import annotations

from datetime import datetime

from apps.courses.public import Seats, WaitingRow, of_my_students
from apps.live.models import Absence


def absences_waiting(seats: Seats, now: datetime) -> list[WaitingRow]:
    rows = Absence.objects.filter(of_my_students(seats), seen_at=None).select_related("person").order_by("at", "id")
    found = []
    for row in rows:
        seat = seats[row.course_id]
        by = seat.answer_by(row.at)
        said = (row.reason,) if row.reason else ()
        who = row.person.name
        found.append(
            WaitingRow("absence", seat, row.at, by, row_id=row.pk, class_at=row.starts_at, person=who, lines=said)
        )
    return found
