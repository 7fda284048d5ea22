"""Reads of assignments and hand-ins."""

from __future__ import annotations

from django.db.models import OuterRef, Prefetch

from apps.assignments.models import Brief, HandIn, HandInFile, HandInPhoto, WorkComment, WorkNote
from apps.courses.public import json_rows

COMMENT = ("id", "words", "by_id", "by__name", "at")


def brief_of(item_id: int) -> Brief:
    """The brief, or the one that holds until a teacher sets another."""
    return Brief.objects.filter(item_id=item_id).first() or Brief(item_id=item_id)


_FILES = Prefetch("files", HandInFile.objects.select_related("stored"))
_NOTES = Prefetch("notes", WorkNote.objects.select_related("by"))
_PHOTOS = Prefetch("photos", HandInPhoto.objects.select_related("stored", "small"))


def hand_ins(item_id: int, person_id: int) -> list[HandIn]:
    """All attempts in order, the draft among them; `said`: what was said of each, as `COMMENT` names it."""
    rows = HandIn.objects.filter(item_id=item_id, person_id=person_id).select_related("given_back__by")
    rows = rows.annotate(said=json_rows(WorkComment.objects.filter(hand_in=OuterRef("pk")), COMMENT))
    return list(rows.order_by("attempt").prefetch_related(_FILES, _PHOTOS, _NOTES))


def hand_ins_of_item(item_id: int) -> dict[int, list[HandIn]]:
    """By person, attempts in order."""
    found: dict[int, list[HandIn]] = {}
    rows = HandIn.objects.filter(item_id=item_id).select_related("given_back")
    for row in rows.order_by("person_id", "attempt").defer("text"):
        found.setdefault(row.person_id, []).append(row)
    return found


def by_number(number: str) -> HandIn | None:
    return HandIn.objects.select_related("course", "item", "person").filter(number=number.upper()).first()
