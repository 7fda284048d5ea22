"""The plain text of documents, to be searched. What can't be read has none."""

from __future__ import annotations

import zipfile
from collections.abc import Callable
from pathlib import Path

import webvtt

LONGEST = 500_000
MOST_UNPACKED = 100 * 1024 * 1024
OFFICE = "application/vnd.openxmlformats-officedocument."


def text_of(path: Path, content_type: str, name: str) -> str:
    """At most half a million characters; empty for other kinds of files and for broken ones."""
    reader = _readers().get(content_type) or _readers().get(name.rsplit(".", 1)[-1].lower())
    if reader is None:
        return ""
    try:
        if zipfile.is_zipfile(path) and _unpacked(path) > MOST_UNPACKED:
            return ""
        return " ".join(reader(path).split())[:LONGEST]
    except Exception:
        return ""


def _unpacked(path: Path) -> int:
    """What a zipped document says that it holds, in bytes; its readers unpack all of it."""
    with zipfile.ZipFile(path) as packed:
        return sum(one.file_size for one in packed.infolist())


def _readers() -> dict[str, Callable[[Path], str]]:
    return {
        "application/pdf": _pdf,
        f"{OFFICE}wordprocessingml.document": _word,
        f"{OFFICE}presentationml.presentation": _slides,
        f"{OFFICE}spreadsheetml.sheet": _sheet,
        "docx": _word,
        "pptx": _slides,
        "xlsx": _sheet,
        "text/plain": lambda path: path.read_text(errors="replace"),
        "text/csv": lambda path: path.read_text(errors="replace"),
        "text/vtt": _captions,
    }


def _pdf(path: Path) -> str:
    import pypdf

    return "\n".join(page.extract_text() for page in pypdf.PdfReader(path).pages)


def _word(path: Path) -> str:
    import docx

    found = docx.Document(str(path))
    cells = (cell.text for table in found.tables for row in table.rows for cell in row.cells)
    return "\n".join([*(p.text for p in found.paragraphs), *cells])


def _slides(path: Path) -> str:
    import pptx

    shapes = (shape for slide in pptx.Presentation(str(path)).slides for shape in slide.shapes)
    return "\n".join(shape.text_frame.text for shape in shapes if shape.has_text_frame)


def _captions(path: Path) -> str:
    return "\n".join(cue.text for cue in webvtt.from_string(path.read_text(errors="replace")).captions)


def _sheet(path: Path) -> str:
    import openpyxl

    with path.open("rb") as content:
        book = openpyxl.load_workbook(content, read_only=True, data_only=True)
        rows = (row for sheet in book for row in sheet.iter_rows(values_only=True))
        return "\n".join(" ".join(str(v) for v in row if v is not None) for row in rows)
