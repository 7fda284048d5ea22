"""All work that one person ever handed in, over all courses, with what was said of it; and as files to take along."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from fractions import Fraction
from typing import IO

from django.db.models import Prefetch
from django.utils.translation import gettext as _

from apps.assignments.api import schemas as out
from apps.assignments.models import HandIn, HandInFile, KeptPiece, WorkNote
from apps.assignments.showing import files_out, notes_out
from apps.courses.public import Course
from apps.gradebook.public import Given, Released, measured_out, measured_said, points, released_to
from apps.kernel.public import Entry, Names, file_entry, not_found, packed, text_entry


def own_pieces(person_id: int, given: Given) -> dict[int, list[out.OwnPiece]]:
    """By course, the latest first; three queries."""
    found: dict[int, list[out.OwnPiece]] = {}
    for row in _hand_ins(person_id):
        found.setdefault(row.course_id, []).append(_piece(row, given.get((row.item_id, row.attempt))))
    return found


def collection_of(person_id: int) -> list[out.Collected]:
    """What somebody keeps of their own work, in their order."""
    chosen = KeptPiece.objects.filter(person_id=person_id).values_list("hand_in__number", "words")
    return [out.Collected(number=number or "", words=words) for number, words in chosen]


def typed_text(person_id: int, number: str) -> str:
    row = HandIn.objects.filter(number=number.upper(), person_id=person_id).first()
    if row is None:
        raise not_found("work")
    return row.text


def piece_entries(person_id: int, course: Course, given: Given) -> Iterator[Entry]:
    """A folder an attempt: in it the files, what was typed, and what was said of it."""
    names = Names()
    for row in _hand_ins(person_id):
        if row.course_id == course.pk:
            folder = names.folder(_called(row))
            yield from _entries(row, given.get((row.item_id, row.attempt)), folder, "")


def collection_archive(person_id: int) -> IO[bytes]:
    """What is kept of one's own work, in its order, the word on each beside it."""
    kept = {k.hand_in_id: (n, k.words) for n, k in enumerate(KeptPiece.objects.filter(person_id=person_id), start=1)}
    rows = sorted((row for row in _hand_ins(person_id) if row.pk in kept), key=lambda row: kept[row.pk][0])
    if not rows:
        raise not_found("work")
    given = released_to(person_id)
    return packed(
        entry
        for row in rows
        for entry in _entries(
            row, given.get((row.item_id, row.attempt)), f"{kept[row.pk][0]:03d} {_called(row)}", kept[row.pk][1]
        )
    )


def _hand_ins(person_id: int) -> Sequence[HandIn]:
    rows = HandIn.objects.filter(person_id=person_id, handed_in_at__isnull=False).select_related("item", "first")
    files = Prefetch("files", HandInFile.objects.select_related("stored"))
    said = WorkNote.objects.select_related("by", "file__stored")
    notes = [Prefetch(of, said) for of in ("notes", "first__notes")]
    return list(rows.order_by("-handed_in_at").prefetch_related(files, *notes))


def _piece(row: HandIn, given: Released | None) -> out.OwnPiece:
    return out.OwnPiece(
        item_id=row.item_id,
        item=(row.receipt or {}).get("item", row.item.title),
        there=not row.item.removed,
        attempt=row.attempt,
        number=row.number or "",
        handed_in_at=row.handed_in_at,  # type: ignore[arg-type]  # the query takes no other
        files=files_out(row),
        words=len(row.text.split()),
        link=row.link,
        given=str(points(Fraction(given.raw))) if given else None,
        possible=None if row.item.points is None else str(points(Fraction(row.item.points))),
        remark=given.comment if given else "",
        measured=measured_out(given.measured) if given else None,
        notes=notes_out(row) if given else [],
    )


def _called(row: HandIn) -> str:
    return f"{row.item.title}, {_('attempt')} {row.attempt}"


def _entries(row: HandIn, given: Released | None, folder: str, words: str) -> Iterator[Entry]:
    """`words`: the own word on it."""
    for file in row.files.all():
        yield file_entry((folder,), file.stored)
    for name, text in (
        (_("text.txt"), row.text),
        (_("link.txt"), row.link),
        (_("note.txt"), row.comment),
        (_("feedback.txt"), _said(row, given)),
        (_("my words.txt"), words),
    ):
        if text.strip():
            yield text_entry((folder,), name, text)


def _said(row: HandIn, given: Released | None) -> str:
    """What was given, and what was said of it, as plain text; empty until the score is out."""
    if given is None:
        return ""
    possible = "" if row.item.points is None else f" / {points(Fraction(row.item.points))}"
    lines = [f"{_('Given')}: {points(Fraction(given.raw))}{possible}", given.comment]
    lines += measured_said(given.measured)
    for note in (row.first or row).notes.all():
        place = f"{_('page')} {note.page}" if note.page is not None else f"{note.second} s"
        lines.append(f"{note.file.stored.name}, {place}: {note.words}")
    return "\n".join(line for line in lines if line.strip()) + "\n"
