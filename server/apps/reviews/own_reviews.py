"""All that one person said of others' work in peer reviews, over all courses; and as files to take along."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction

from django.db.models import QuerySet
from django.utils.translation import gettext as _

from apps.courses.public import Course
from apps.gradebook.public import measured_out, measured_said, points
from apps.kernel.public import Entry, Names, text_entry
from apps.reviews.api.own_schemas import OwnReading
from apps.reviews.models import Reading


def own_readings_sent(person_id: int) -> dict[int, list[OwnReading]]:
    """By course, the latest first; one query. Not whose work it was."""
    found: dict[int, list[OwnReading]] = {}
    for row in _sent(person_id):
        found.setdefault(row.course_id, []).append(
            OwnReading(
                item_id=row.item_id,
                item=row.item.title,
                there=not row.item.removed,
                position=row.position,
                sent_at=row.sent_at,  # type: ignore[arg-type]  # the query takes no other
                points=None if row.points is None else str(points(Fraction(row.points))),
                words=row.words,
                measured=measured_out(row.measured),
            )
        )
    return found


def reading_entries(person_id: int, course: Course) -> Iterator[Entry]:
    """A text a work."""
    names = Names()
    for row in _sent(person_id).filter(course=course):
        told = [f"{row.item.title}, {row.position}"]
        told += [] if row.points is None else [f"{_('Points')}: {points(Fraction(row.points))}"]
        told += [*measured_said(row.measured), row.words]
        name = names.folder(f"{row.item.title}, {row.position}")
        yield text_entry((_("Peer reviews"),), f"{name}.txt", "\n".join(told) + "\n")


def _sent(person_id: int) -> QuerySet[Reading]:
    rows = Reading.objects.filter(reader_id=person_id, sent_at__isnull=False).select_related("item")
    return rows.order_by("-sent_at", "-pk")
