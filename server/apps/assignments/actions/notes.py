"""Notes at a place of somebody's work."""

from __future__ import annotations

from dataclasses import dataclass

from apps.assignments.kinds import ASSIGNMENT
from apps.assignments.models import HandIn, HandInFile, WorkNote
from apps.courses.public import Course, can_see_student, membership, refuse_archived, students
from apps.kernel.public import Actor, Refused, not_found, now, record, require
from apps.layout.public import item_row

LONGEST_NOTE = 2_000
MOST_NOTES = 300


@dataclass(frozen=True, slots=True, kw_only=True)
class Place:
    """A point of a page, in thousandths, or a second."""

    page: int | None
    across: int | None
    down: int | None
    second: int | None


@dataclass(frozen=True, slots=True)
class Whose:
    item_id: int
    person_id: int


def add_note(actor: Actor, course: Course, whose: Whose, file_id: int, place: Place, words: str) -> WorkNote:
    _refuse_others(actor, course, whose)
    words, author = _read(words), actor.person_id
    if author is None:
        raise Refused("request.signed_out", status=401)
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
    _refuse_others(actor, course, whose)
    note, words = _note(whose, note_id), _read(words)
    before, note.words = note.words, words
    note.save(update_fields=["words"])
    _record(actor, course, "hand_in.change_note", note, before=before, after=words)


def remove_note(actor: Actor, course: Course, whose: Whose, note_id: int) -> None:
    _refuse_others(actor, course, whose)
    note = _note(whose, note_id)
    _record(actor, course, "hand_in.remove_note", note, before=note.words)
    note.delete()


def _refuse_others(actor: Actor, course: Course, whose: Whose) -> None:
    refuse_archived(course)
    member = membership(actor, course)
    enrolment = students(course).filter(person_id=whose.person_id).first()
    require(can_see_student(member, enrolment.section_id if enrolment else None))
    if item_row(course, whose.item_id).kind != ASSIGNMENT.code:
        raise not_found("assignment")


def _read(words: str) -> str:
    words = words.strip()
    if not words:
        raise Refused("text.empty", field="The note")
    if len(words) > LONGEST_NOTE:
        raise Refused("text.too_long", field="The note", length=len(words), most=LONGEST_NOTE)
    return words


def _file(whose: Whose, file_id: int) -> HandInFile:
    rows = HandInFile.objects.select_related("hand_in").filter(pk=file_id, hand_in__handed_in_at__isnull=False)
    found = rows.filter(hand_in__item_id=whose.item_id, hand_in__person_id=whose.person_id).first()
    if found is None:
        raise not_found("file")
    return found


def _note(whose: Whose, note_id: int) -> WorkNote:
    rows = WorkNote.objects.select_for_update(of=("self",)).filter(pk=note_id)
    found = rows.filter(hand_in__item_id=whose.item_id, hand_in__person_id=whose.person_id).first()
    if found is None:
        raise not_found("note")
    return found


def _record(
    actor: Actor, course: Course, action: str, note: WorkNote, *, before: str | None = None, after: str | None = None
) -> None:
    told = [None if words is None else {"words": words} for words in (before, after)]
    record(actor, action, ("hand_in", note.hand_in_id), course_id=course.pk, before=told[0], after=told[1])
