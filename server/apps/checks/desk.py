"""What the date check found in each course, for the desk."""

from __future__ import annotations

from datetime import datetime

from django.contrib.postgres.expressions import ArraySubquery
from django.db.models import OuterRef
from unvo_core.check.model import Finding

from apps.checks.check_page import in_words
from apps.checks.checking import findings, key_of
from apps.checks.models import Waiver
from apps.courses.public import ByVersion, Course, Seats, WaitingRow
from apps.layout.public import layout, text_stamps
from apps.messages.public import unsaid_stamp

found_in: ByVersion[tuple[Finding, ...]] = ByVersion(64)


def conflicts_waiting(seats: Seats, now: datetime) -> list[WaitingRow]:
    """A row a course with open findings, by the next moment of the items that they concern."""
    laying = {pk: seat for pk, seat in seats.items() if seat.member.instructs}
    texts = text_stamps(list(laying))
    versions, announced, waived = _versions_and_waivers(laying)
    found = []
    for pk, seat in laying.items():
        still = [
            f
            for f in _findings(
                seat.course, (texts.get(pk, 0), announced.get(pk, 0)), versions.get(seat.course.copied_from_id or 0)
            )
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


def _versions_and_waivers(
    laying: Seats,
) -> tuple[dict[int, int], dict[int, int], set[tuple[int, str]]]:
    """Of these courses and those that they were copied from: versions of the layout, stamps of what is still to be
    announced, and what was waived; one query."""
    sources = [seat.course.copied_from_id for seat in laying.values() if seat.course.copied_from_id]
    key = OuterRef("pk")
    waivers = ArraySubquery(Waiver.objects.filter(course_id=key).values("key"))
    courses = Course.objects.filter(pk__in=[*laying, *sources]).annotate(announced=unsaid_stamp(key), keys=waivers)
    rows = list(courses.values_list("pk", "layout_version", "announced", "keys"))
    return (
        {pk: version for pk, version, _, _ in rows},
        {pk: announced or 0 for pk, _, announced, _ in rows},
        {(pk, key) for pk, _, _, keys in rows for key in keys},
    )


def _findings(course: Course, texts: tuple[int, int], source_version: int | None) -> tuple[Finding, ...]:
    """Kept in this process until the layout, the grading, a text, what is to be announced, or the course that it was
    copied from changes. `texts`: stamps of the texts and of what is to be announced."""
    own = (course.default_due_time, course.credits, course.date_order)
    return found_in.get(course, lambda: findings(course), *own, *texts, source_version)


def _first_hit(course: Course, still: list[Finding], now: datetime) -> datetime | None:
    items = layout(course).items
    named = [items[f.place.id].span for f in still if f.place.kind in ("item", "text") and f.place.id in items]
    ahead = [at for span in named for at in (span.opens, span.due, span.closes) if at is not None and at > now]
    return min(ahead, default=None)
