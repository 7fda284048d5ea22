"""What the date check found in each course, for the desk."""

from __future__ import annotations

from datetime import datetime

from unvo_core.check.model import Finding

from apps.checks.check_page import in_words
from apps.checks.checking import findings, key_of
from apps.checks.models import Waiver
from apps.courses.public import ByVersion, Course, Seats, WaitingRow
from apps.layout.public import layout, text_stamps

found_in: ByVersion[tuple[Finding, ...]] = ByVersion(64)


def conflicts_waiting(seats: Seats, now: datetime) -> list[WaitingRow]:
    """A row a course with open findings, by the next moment of the items that they concern."""
    laying = {pk: seat for pk, seat in seats.items() if seat.member.instructs}
    waived = set(Waiver.objects.filter(course_id__in=list(laying)).values_list("course_id", "key"))
    texts = text_stamps(list(laying))
    sources = [seat.course.copied_from_id for seat in laying.values() if seat.course.copied_from_id]
    versions = dict(Course.objects.filter(pk__in=sources).values_list("pk", "layout_version")) if sources else {}
    found = []
    for pk, seat in laying.items():
        still = [
            f
            for f in _findings(seat.course, texts.get(pk, 0), versions.get(seat.course.copied_from_id or 0))
            if (pk, key_of(f)) not in waived
        ]
        term = layout(seat.course).term
        # Nobody mends the dates of a term that has ended.
        if still and not (term and term.is_over(now)):
            lines = tuple(in_words(seat.course, f) for f in still)
            found.append(
                WaitingRow("date_check", seat, by=_first_hit(seat.course, still, now), count=len(still), lines=lines)
            )
    return found


def _findings(course: Course, texts: int, source_version: int | None) -> tuple[Finding, ...]:
    """Kept in this process until the layout, the grading, a text, or the course that it was copied from changes."""
    own = (course.default_due_time, course.credits, course.date_order)
    return found_in.get(course, lambda: findings(course), *own, texts, source_version)


def _first_hit(course: Course, still: list[Finding], now: datetime) -> datetime | None:
    items = layout(course).items
    named = [items[f.place.id].span for f in still if f.place.kind in ("item", "text") and f.place.id in items]
    ahead = [at for span in named for at in (span.opens, span.due, span.closes) if at is not None and at > now]
    return min(ahead, default=None)
