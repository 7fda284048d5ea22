"""Tables from a clipboard or a file: rows of cells, as the core reads them."""

from __future__ import annotations

import re
import zipfile
from collections.abc import Callable, Iterator
from datetime import date, datetime, time
from io import BytesIO
from typing import Any

from lxml import etree, html
from unvo_core.formats.cells import cells_of

from apps.kernel.refusals import Refused

MOST_ROWS = 500
"""Of a table, if its reader does not take more."""
LONGEST_PASTE = 1_000_000
LONGEST_HTML = 3_000_000
"""What a spreadsheet puts beside its cells is many times as long as they are."""
MOST_FILE_BYTES = 5 * 1024 * 1024
MOST_UNPACKED_BYTES = 50 * 1024 * 1024
MOST_COLUMNS = 200
NO_TEXT = re.compile(rb"[\x00-\x08\x0e-\x1f]")
"""Bytes that no text holds."""
Grid = list[list[str]]
BLOCKS = frozenset({"p", "div", "li", "br", "tr"})


def of_text(text: str) -> Grid:
    if len(text) > LONGEST_PASTE:
        raise Refused("text.too_long", field="The table", length=len(text), most=LONGEST_PASTE)
    return cells_of(text)


def of_html(text: str, most: int = MOST_ROWS) -> Grid:
    """The largest table of a page or clipboard; empty where there is none. Cells that span several stand in the
    first of them, as merged cells of a spreadsheet do."""
    if len(text) > LONGEST_HTML:
        raise Refused("text.too_long", field="The table", length=len(text), most=LONGEST_HTML)
    try:
        page = html.fromstring(text)
    except (etree.ParserError, ValueError):
        return []
    found = [_rows(table, most) for table in page.iter("table")]
    return max(found, key=len, default=[])


def _rows(table: Any, most: int) -> Grid:
    rows: Grid = []
    covered: dict[tuple[int, int], bool] = {}
    for n, row in enumerate(_own_rows(table)):
        cells: list[str] = []
        for cell in row.iterchildren("td", "th"):
            while covered.get((n, len(cells))):
                cells.append("")
            across, down = _span(cell, "colspan", MOST_COLUMNS), _span(cell, "rowspan", most)
            for below in range(1, down):
                covered |= {(n + below, len(cells) + beside): True for beside in range(across)}
            cells += [_words(cell), *[""] * (across - 1)]
        rows.append(cells[:MOST_COLUMNS])
    return rows[: most * 2]


def _own_rows(table: Any) -> Iterator[Any]:
    """Its rows, and none of tables within its cells."""
    for child in table.iterchildren():
        if child.tag == "tr":
            yield child
        elif child.tag in ("thead", "tbody", "tfoot"):
            yield from child.iterchildren("tr")


def _span(cell: Any, name: str, most: int) -> int:
    text = cell.get(name) or "1"
    return max(1, min(int(text), most)) if text.isascii() and text.isdigit() and len(text) < len("10000") else 1


def _words(cell: Any) -> str:
    """Its text, a line for each block."""
    parts: list[str] = []
    for event, part in etree.iterwalk(cell, events=("start", "end")):
        if not isinstance(part.tag, str):
            continue
        if part.tag in BLOCKS and part is not cell:
            parts.append("\n")
        if event == "start" and part.tag not in ("script", "style"):
            parts.append(_spaced(part.text))
        elif event == "end" and part is not cell:
            parts.append(_spaced(part.tail))
    lines = (" ".join(line.split()) for line in "".join(parts).split("\n"))
    return "\n".join(line for line in lines if line)


def _spaced(text: str | None) -> str:
    """With one space where there was any, at its edges too, so that words do not run together."""
    return re.sub(r"\s+", " ", text or "")


def of_file(upload: Any, most: int = MOST_ROWS) -> Grid:
    """A spreadsheet (XLSX), a page (HTML) or text with separators (CSV, TSV), by what is in it."""
    if upload.size > MOST_FILE_BYTES:
        raise Refused("table.file_large", name=upload.name, most=f"{MOST_FILE_BYTES // 1024 // 1024} MB")
    content = upload.read()
    read: Callable[[bytes, int], Grid] = _of_book if zipfile.is_zipfile(BytesIO(content)) else _of_bytes
    try:
        return read(content, most)
    except Refused:
        raise
    except Exception as error:
        # Whatever a spreadsheet's reader stumbles over, the file is one that can't be read.
        raise Refused("table.file_unreadable", name=upload.name) from error


def _of_bytes(content: bytes, most: int) -> Grid:
    if NO_TEXT.search(content):
        raise ValueError("no text")
    try:
        text = content.decode("utf-8-sig")
    except UnicodeDecodeError:
        text = content.decode("cp1252", errors="replace")
    return of_html(text, most) if "<table" in text.lower() else of_text(text)


def _of_book(content: bytes, most: int) -> Grid:
    """The first sheet that holds anything."""
    import openpyxl

    with zipfile.ZipFile(BytesIO(content)) as packed:
        if sum(one.file_size for one in packed.infolist()) > MOST_UNPACKED_BYTES:
            raise Refused("table.file_large", name="", most=f"{MOST_UNPACKED_BYTES // 1024 // 1024} MB")
    book = openpyxl.load_workbook(BytesIO(content), read_only=True, data_only=True)
    for sheet in book:
        rows = sheet.iter_rows(max_row=most * 2, max_col=MOST_COLUMNS, values_only=True)
        grid = [[_cell(value) for value in row] for row in rows]
        if any(any(row) for row in grid):
            return [row[: _width(grid)] for row in grid]
    return []


def _width(grid: Grid) -> int:
    return max(n + 1 for row in grid for n, cell in enumerate(row) if cell)


def _cell(value: Any) -> str:
    match value:
        case None:
            return ""
        case datetime() if value.time() == time():
            return value.date().isoformat()
        case datetime():
            return value.strftime("%Y-%m-%d %H:%M")
        case date():
            return value.isoformat()
        case time():
            return value.strftime("%H:%M")
        case float() if value.is_integer():
            return str(int(value))
    return str(value).strip()
