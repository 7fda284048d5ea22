"""All that one person ever handed in, over all courses, with what was said of it; to be read, and to be taken along."""

from __future__ import annotations

import tempfile
import zipfile
from collections.abc import Iterator, Mapping, Sequence
from fractions import Fraction
from typing import IO, Any

from django.core.files.storage import default_storage
from django.db.models import Prefetch
from django.utils.translation import gettext as _

from apps.assignments.api import schemas as out
from apps.assignments.models import HandIn, HandInFile, KeptPiece, WorkNote
from apps.assignments.showing import files_out, notes_out
from apps.gradebook.public import Released, measured_out, points, released_to
from apps.kernel.public import not_found, on_one_line

LONGEST_PART = 80
"""Letters of a folder's or a file's name in the archive."""


def own_work(person_id: int) -> out.OwnWork:
    """By course, the latest first; five queries."""
    given = released_to(person_id)
    courses: dict[int, out.OwnCourse] = {}
    for hand_in in _hand_ins(person_id):
        course = hand_in.course
        name = f"{course.code} {course.title}"
        fresh = out.OwnCourse(slug=course.slug, name=name, zone=course.zone, pieces=[])
        kept = courses.setdefault(course.pk, fresh)
        kept.pieces.append(_piece(hand_in, given.get((hand_in.item_id, hand_in.attempt))))
    chosen = KeptPiece.objects.filter(person_id=person_id).values_list("hand_in__number", "words")
    collection = [out.Collected(number=number or "", words=words) for number, words in chosen]
    return out.OwnWork(courses=list(courses.values()), collection=collection)


def typed_text(person_id: int, number: str) -> str:
    row = HandIn.objects.filter(number=number.upper(), person_id=person_id).first()
    if row is None:
        raise not_found("work")
    return row.text


def archive(person_id: int, slug: str) -> tuple[str, IO[bytes]]:
    """What was handed in to one course, and the name of the archive."""
    rows = [row for row in _hand_ins(person_id) if row.course.slug == slug]
    if not rows:
        raise not_found("work")
    return f"{_plain(rows[0].course.code)}.zip", _packed(person_id, rows, {})


def collection_archive(person_id: int) -> IO[bytes]:
    """What is kept of one's own work, in its order, the word on each beside it."""
    kept = {k.hand_in_id: (n, k.words) for n, k in enumerate(KeptPiece.objects.filter(person_id=person_id), start=1)}
    rows = sorted((row for row in _hand_ins(person_id) if row.pk in kept), key=lambda row: kept[row.pk][0])
    if not rows:
        raise not_found("work")
    return _packed(person_id, rows, {pk: words for pk, (_n, words) in kept.items()})


def _packed(person_id: int, rows: Sequence[HandIn], words: Mapping[int, str]) -> IO[bytes]:
    """A ZIP archive (PKWARE APPNOTE): a folder an attempt, in it the files, what was typed, what was said of it, and
    the own word on it. It lies on the disk, not in memory."""
    given = released_to(person_id)
    made = tempfile.TemporaryFile()  # noqa: SIM115  # the answer closes it
    names = _Names()
    with zipfile.ZipFile(made, "w", zipfile.ZIP_STORED, allowZip64=True) as into:
        for n, row in enumerate(rows, start=1):
            number = f"{n:03d} " if words else ""
            folder = names.once(f"{number}{_plain(row.item.title)}, {_('attempt')} {row.attempt}")
            said = words.get(row.pk, "")
            for name, content in _entries(row, given.get((row.item_id, row.attempt)), said):
                with into.open(f"{folder}/{names.once(_plain(name), folder)}", "w", force_zip64=True) as entry:
                    for chunk in content:
                        entry.write(chunk)
    made.seek(0)
    return made


def _hand_ins(person_id: int) -> Sequence[HandIn]:
    rows = HandIn.objects.filter(person_id=person_id, handed_in_at__isnull=False).select_related(
        "course", "item", "first"
    )
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


def _entries(row: HandIn, given: Released | None, words: str) -> Iterator[tuple[str, Iterator[bytes]]]:
    for file in row.files.all():
        yield file.stored.name, _chunks(file.stored.path)
    for name, text in (
        (_("text.txt"), row.text),
        (_("link.txt"), row.link),
        (_("note.txt"), row.comment),
        (_("feedback.txt"), _said(row, given)),
        (_("my words.txt"), words),
    ):
        if text.strip():
            yield name, iter([text.encode()])


def _chunks(path: str) -> Iterator[bytes]:
    with default_storage.open(path) as content:
        yield from content.chunks()


def _said(row: HandIn, given: Released | None) -> str:
    """What was given, and what was said of it, as plain text; empty until the score is out."""
    if given is None:
        return ""
    possible = "" if row.item.points is None else f" / {points(Fraction(row.item.points))}"
    lines = [f"{_('Given')}: {points(Fraction(given.raw))}{possible}", given.comment]
    lines += [_criterion(one) for one in (given.measured or {}).get("criteria", [])]
    for note in (row.first or row).notes.all():
        place = f"{_('page')} {note.page}" if note.page is not None else f"{note.second} s"
        lines.append(f"{note.file.stored.name}, {place}: {note.words}")
    return "\n".join(line for line in lines if line.strip()) + "\n"


def _criterion(one: Mapping[str, Any]) -> str:
    worth = "" if one["points"] is None else f" ({one['points']} / {one['most']})"
    return f"{one['name']}: {one['level_name'] or '–'}{worth}{'. ' + one['remark'] if one['remark'] else ''}"


def _plain(name: str) -> str:
    """A name that every system takes for a file."""
    bare = "".join(" " if c in '/\\:*?"<>|' else c for c in on_one_line(name)).strip(" .")
    stem, dot, ending = bare.rpartition(".")
    if not dot or len(ending) > 8:
        return bare[:LONGEST_PART].strip(" .") or "work"
    return f"{stem[:LONGEST_PART].strip(' .')}.{ending}"


class _Names:
    """Each name once in its folder: the second of the same gets a number."""

    def __init__(self) -> None:
        self.taken: set[tuple[str, str]] = set()

    def once(self, name: str, folder: str = "") -> str:
        stem, dot, ending = name.rpartition(".") if folder else (name, "", "")
        if not dot:
            stem, ending = name, ""
        found, n = name, 1
        while (folder, found.casefold()) in self.taken:
            n += 1
            found = f"{stem} ({n}){dot}{ending}"
        self.taken.add((folder, found.casefold()))
        return found
