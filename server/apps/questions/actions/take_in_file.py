"""Questions from a file: a spreadsheet, a text with separators, or a package of QTI 3.0, by what is in it."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from functools import partial
from io import BytesIO
from pathlib import PurePosixPath
from typing import Any
from zipfile import BadZipFile, ZipFile

from django.core.files.uploadedfile import SimpleUploadedFile
from unvo_core.problems import Problem
from unvo_core.questions.qti.package import Package, Unpackable, beside, read_package
from unvo_core.questions.qti.reading import read_item
from unvo_core.questions.table import MOST_ROWS

from apps.courses.public import Course, can_lay_out, membership
from apps.kernel.public import Actor, Refused, require, tables
from apps.questions.actions.add_picture import add_picture
from apps.questions.actions.keep_question import LONGEST_NAME
from apps.questions.actions.read_table import TableLine, lines_in, take_in, wished

MOST_BYTES = 50 * 1024 * 1024
OF_BOOKS = "xl/workbook.xml"
"""What tells a spreadsheet from any other zip."""
Pictures = Callable[[str, str], str | None]
"""From an item and an address in it to the address of the picture here; None where the package has none."""


def lines_of_file(upload: Any) -> list[TableLine]:
    """What each line or item becomes; nothing is kept."""
    package = _package(upload)
    if package is None:
        return lines_in(tables.of_file(upload, MOST_ROWS + 1))
    return _lines(package, lambda item, address: address if beside(item, address) in package.files else None)


def take_in_file(actor: Actor, course: Course, bank_id: int, upload: Any) -> int:
    """The questions of a file into a bank, with their pictures, as one change, without those with something wrong.
    Returns how many."""
    require(can_lay_out(membership(actor, course)))
    package = _package(upload)
    if package is None:
        lines = lines_in(tables.of_file(upload, MOST_ROWS + 1))
    else:
        lines = _lines(package, _keeper(actor, course, package.files))
    return take_in(actor, course, bank_id, [line.wish for line in lines if line.wish])


def _package(upload: Any) -> Package | None:
    """None for what is no package."""
    if upload.size > MOST_BYTES:
        raise Refused("qti.file_large", name=upload.name, most=MOST_BYTES // 1024 // 1024)
    upload.seek(0)
    content = upload.read()
    upload.seek(0)
    if content.lstrip()[:1] != b"<" and not _is_package(content):
        return None
    if b"qti-assessment-item" not in content and not content.startswith(b"PK"):
        return None
    try:
        return read_package(content)
    except Unpackable as found:
        raise Refused(found.problem.code, given=found.problem.params) from None


def _is_package(content: bytes) -> bool:
    if not content.startswith(b"PK"):
        return False
    try:
        with ZipFile(BytesIO(content)) as found:
            return OF_BOOKS not in found.namelist()
    except (BadZipFile, ValueError, OSError):
        return False


def _lines(package: Package, picture: Pictures) -> list[TableLine]:
    return [_line(n, address, content, picture) for n, (address, content) in enumerate(package.items, 1)]


def _line(n: int, address: str, content: bytes, picture: Pictures) -> TableLine:
    read = read_item(content, partial(picture, address))
    name = read.name or PurePosixPath(address).stem
    if read.question is None:
        return TableLine(line=n, name=name, wish=None, problems=read.problems)
    wish, problems = wished(name[:LONGEST_NAME], read.question, read.points)
    notes = tuple(Problem(f"qti_note.{note}") for note in read.notes)
    return TableLine(line=n, name=name, wish=wish, problems=problems, notes=notes)


def _keeper(actor: Actor, course: Course, files: Mapping[str, bytes]) -> Pictures:
    """Each picture is kept once, however many items show it."""
    kept: dict[str, str | None] = {}

    def keep(item: str, address: str) -> str | None:
        at = beside(item, address)
        if at not in kept:
            kept[at] = _kept(actor, course, PurePosixPath(at).name, files[at]) if at in files else None
        return kept[at]

    return keep


def _kept(actor: Actor, course: Course, name: str, content: bytes) -> str | None:
    try:
        stored, _ = add_picture(actor, course, SimpleUploadedFile(name, content))
    except Refused:
        return None
    return f"/files/{stored.key}/{stored.name}"
