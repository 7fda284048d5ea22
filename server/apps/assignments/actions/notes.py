"""Notes at a place of somebody's work."""

from __future__ import annotations

from dataclasses import dataclass

from django.db.models import Q

from apps.assignments.actions.whose import Whose, author_of
from apps.assignments.models import HandIn, HandInFile, WorkNote
from apps.courses.public import Course
from apps.kernel.public import Actor, Refused, not_found, now, record, some_words

FIELD = "The note"
LONGEST_NOTE = 2_000
MOST_NOTES = 300


@dataclass(frozen=True, slots=True, kw_only=True)
class Place:
    """A point of a page, in thousandths, or a second."""

    page: int | None
    across: int | None
    down: int | None
    second: int | None


def add_note(actor: Actor, course: Course, whose: Whose, file_id: int, place: Place, words: str) -> WorkNote:
    author, words = author_of(actor, course, whose), some_words(words, FIELD, LONGEST_NOTE)
    file = _file(whose, file_id)
    if (place.page is None) == (place.second is None) or (
        place.page is not None and None in (place.across, place.down)
    ):
        raise Refused("note.no_place")
    HandIn.objects.select_for_update().get(pk=file.hand_in_id)
    if WorkNote.objects.filter(hand_in=file.hand_in).count() >= MOST_NOTES:
        raise Refused("note.too_many", most=MOST_NOTES)
    note = WorkNote.objects.create(
        hand_in=file.hand_in,
        file=file,
        page=place.page,
        across=place.across if place.page is not None else None,
        down=place.down if place.page is not None else None,
        second=place.second,
        words=words,
        by_id=author,
        at=now(),
    )
    _record(actor, course, "hand_in.add_note", note, after=words)
    return note


def change_note(actor: Actor, course: Course, whose: Whose, note_id: int, words: str) -> None:
    author_of(actor, course, whose)
    note, words = _note(whose, note_id), some_words(words, FIELD, LONGEST_NOTE)
    before, note.words = note.words, words
    note.save(update_fields=["words"])
    _record(actor, course, "hand_in.change_note", note, before=before, after=words)


def remove_note(actor: Actor, course: Course, whose: Whose, note_id: int) -> None:
    author_of(actor, course, whose)
    note = _note(whose, note_id)
    _record(actor, course, "hand_in.remove_note", note, before=note.words)
    note.delete()


def _file(whose: Whose, file_id: int) -> HandInFile:
    """Of the row that was first, where a group handed in: what is said at a place of it, all of them read."""
    rows = HandInFile.objects.select_related("hand_in").filter(hand_in__handed_in_at__isnull=False)
    own = rows.filter(pk=file_id, hand_in__item_id=whose.item_id, hand_in__person_id=whose.person_id).first()
    found = own and own.hand_in.first_id and rows.filter(hand_in=own.hand_in.first_id, stored=own.stored_id).first()
    if own is None:
        raise not_found("file")
    return found or own


def _note(whose: Whose, note_id: int) -> WorkNote:
    rows = WorkNote.objects.select_for_update(of=("self",)).filter(pk=note_id)
    theirs = HandIn.objects.filter(item_id=whose.item_id, person_id=whose.person_id, handed_in_at__isnull=False)
    found = rows.filter(Q(hand_in__in=theirs) | Q(hand_in__others__in=theirs)).first()
    if found is None:
        raise not_found("note")
    return found


def _record(
    actor: Actor, course: Course, action: str, note: WorkNote, *, before: str | None = None, after: str | None = None
) -> None:
    told = [None if words is None else {"words": words} for words in (before, after)]
    record(actor, action, ("hand_in", note.hand_in_id), course_id=course.pk, before=told[0], after=told[1])
