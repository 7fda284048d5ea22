"""Error reports that nobody has settled, for the desk."""

from __future__ import annotations

from datetime import datetime

from apps.courses.public import Seats, WaitingRow
from apps.library.models import ErrorReport
from apps.library.policies import readable_reports


def reports_waiting(seats: Seats, now: datetime) -> list[WaitingRow]:
    open_ones = ErrorReport.objects.filter(readable_reports(seats), course_id__in=list(seats), settled_at=None)
    rows = open_ones.select_related("person").order_by("at", "id")
    return [
        WaitingRow(
            "report",
            seats[row.course_id],
            row.at,
            seats[row.course_id].answer_by(row.at),
            item_id=row.item_id,
            row_id=row.pk,
            person=row.person.name,
            lines=(row.text,),
        )
        for row in rows
    ]
