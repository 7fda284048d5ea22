"""The scores of a whole class as plain rows."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Any

from django.db.models import FloatField
from django.db.models.functions import Cast

from apps.courses.public import Course
from apps.gradebook.models import Cell


def class_rows(course: Course, person_ids: Sequence[int]) -> Iterator[tuple[Any, ...]]:
    """Person, item, excused, raw, handed in, released; a row an attempt in order, one with nothing for a cell without.
    One query, however large the class."""
    rows = Cell.objects.filter(graded_item__course=course, person_id__in=person_ids)
    told = rows.order_by("person_id", "graded_item_id", "scores__attempt").values_list(
        "person_id",
        "graded_item__item_id",
        "excused",
        Cast("scores__raw", FloatField()),
        "scores__handed_in_at",
        "scores__released_at",
    )
    yield from told.iterator(chunk_size=20_000)
