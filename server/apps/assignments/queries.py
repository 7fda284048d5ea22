"""Reads of assignments and hand-ins."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from django.db.models import F, Max, OuterRef, Prefetch, Q, QuerySet

from apps.assignments.models import Brief, HandIn, HandInFile, HandInPhoto, WorkComment, WorkNote
from apps.courses.public import Course, Crew, crew_of, crews, json_rows

COMMENT = ("id", "words", "by_id", "by__name", "at")


def brief_of(item_id: int) -> Brief:
    """The brief, or the one that holds until a teacher sets another."""
    return Brief.objects.filter(item_id=item_id).first() or Brief(item_id=item_id)


def crew_at(course: Course, brief: Brief, person_id: int) -> Crew | None:
    """With whom somebody works on it, where it is worked on in groups and they are in one."""
    return crew_of(course, person_id, brief.groups) if brief.in_groups else None


def crews_at(course: Course, item_id: int) -> list[Crew]:
    brief = brief_of(item_id)
    return crews(course, brief.groups) if brief.in_groups else []


def draft_of(brief: Brief, person_id: int, crew: Crew | None) -> Q:
    """The draft in which somebody writes. One that they began for a group is theirs where it is worked on alone."""
    draft = Q(item_id=brief.item_id, handed_in_at__isnull=True)
    if crew:
        return draft & Q(group_id=crew.group_id)
    return draft & Q(person_id=person_id) & (Q(group=None) if brief.in_groups else Q())


FILES = Prefetch("files", HandInFile.objects.select_related("stored"))
_NOTES = Prefetch("notes", WorkNote.objects.select_related("by", "file"))
_NOTES_OF_FIRST = Prefetch("first__notes", WorkNote.objects.select_related("by", "file"))
_PHOTOS = Prefetch("photos", HandInPhoto.objects.select_related("stored", "small"))


@dataclass(frozen=True, slots=True)
class OwnWork:
    """What somebody handed in to an item, in order, and their draft. `aside`: what they began by themselves before
    their group began its own; nobody goes on with it."""

    handed: list[HandIn]
    draft: HandIn | None
    aside: HandIn | None


def work_of_person(brief: Brief, person_id: int, crew: Crew | None) -> OwnWork:
    """`said`: what was said of each, as `COMMENT` names it."""
    handed = Q(item_id=brief.item_id, person_id=person_id, handed_in_at__isnull=False)
    rows = HandIn.objects.filter(handed | draft_of(brief, person_id, crew) | draft_of(brief, person_id, None))
    rows = rows.select_related("given_back__by", "group", "saved_by", "first__person")
    rows = rows.annotate(said=json_rows(WorkComment.objects.filter(hand_in=OuterRef("pk")), COMMENT))
    found = list(rows.order_by("attempt").prefetch_related(FILES, _PHOTOS, _NOTES, _NOTES_OF_FIRST))
    drafts = sorted((h for h in found if not h.handed_in_at), key=lambda h: not (crew and h.group_id == crew.group_id))
    return OwnWork([h for h in found if h.handed_in_at], *[*drafts, None, None][:2])


def hand_ins_of_item(item_id: int, teams: Iterable[Crew]) -> dict[int, list[HandIn]]:
    """By person, attempts in order, and a draft behind them: one of a group with each who is in it."""
    found: dict[int, list[HandIn]] = {}
    crews = {crew.group_id: crew.people for crew in teams}
    rows = HandIn.objects.filter(item_id=item_id).select_related("given_back")
    for row in rows.order_by(F("handed_in_at").asc(nulls_last=True), "attempt").defer("text"):
        together = crews.get(row.group_id or 0, {}) if row.handed_in_at is None else {}
        for person_id in together or (row.person_id,):
            found.setdefault(person_id, []).append(row)
    return found


def used_attempts(item_id: int, people: Iterable[int]) -> int:
    """The highest attempt that any of these has handed in."""
    rows = HandIn.objects.filter(item_id=item_id, person_id__in=list(people), handed_in_at__isnull=False)
    return rows.aggregate(n=Max("attempt"))["n"] or 0


def saved_by_other(draft: HandIn, person_id: int | None) -> str:
    """Who of the group wrote in it last; empty where it was the reader, or their own draft on another device."""
    return draft.saved_by.name if draft.saved_by and draft.saved_by_id != person_id else ""


def latest_works(item_id: int, person_id: int | None = None) -> list[HandIn]:
    """The last attempt of everybody who handed in, or of one person."""
    rows = HandIn.objects.filter(item_id=item_id, handed_in_at__isnull=False, item__removed=False)
    if person_id is not None:
        rows = rows.filter(person_id=person_id)
    return list(rows.defer("text", "receipt").order_by("person_id", "-attempt").distinct("person_id"))


def came_with(hand_in: HandIn) -> QuerySet[HandIn]:
    """What others of its group got by the same press."""
    first = hand_in.first_id or hand_in.pk
    return HandIn.objects.filter(Q(pk=first) | Q(first_id=first)).exclude(pk=hand_in.pk)


def by_number(number: str) -> HandIn | None:
    return HandIn.objects.select_related("course", "item", "person").filter(number=number.upper()).first()
