"""Tables for spreadsheets: CSV (RFC 4180) and XLSX, of which nothing is worked out when they are opened."""

from __future__ import annotations

import csv
import re
from collections.abc import Mapping, Sequence
from io import BytesIO, StringIO
from typing import Literal

from django.http import HttpResponse
from django.utils.http import content_disposition_header

TableCell = str | float | None
TableRows = Sequence[Sequence[TableCell]]
WORKED_OUT = re.compile(r"^[=+@\t\r]|^-(?!\d)")
"""How a cell begins that a spreadsheet would work out (OWASP, 'CSV Injection')."""
UNWRITABLE = re.compile(r"[\x00-\x08\x0b\x0c\x0e-\x1f]")
XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"


def csv_of(rows: TableRows, mark: bool = True) -> bytes:
    """With a mark that tells spreadsheets of its letters; text that would be worked out begins with an apostrophe."""
    out = StringIO(newline="")
    csv.writer(out).writerows([[_guarded(cell) for cell in row] for row in rows])
    return (b"\xef\xbb\xbf" if mark else b"") + out.getvalue().encode()


def _guarded(cell: TableCell) -> TableCell:
    return f"'{cell}" if isinstance(cell, str) and WORKED_OUT.match(cell) else cell


def xlsx_of(sheets: Mapping[str, TableRows]) -> bytes:
    """A sheet a name; every text is written as text, whatever it begins with."""
    import openpyxl

    book = openpyxl.Workbook(write_only=True)
    for name, rows in sheets.items():
        sheet = book.create_sheet(name)
        sheet.freeze_panes = "C2"
        for row in rows:
            sheet.append([_cell(sheet, cell) for cell in row])
    out = BytesIO()
    book.save(out)
    return out.getvalue()


def _cell(sheet: object, cell: TableCell) -> object:
    from openpyxl.cell import WriteOnlyCell
    from openpyxl.utils.exceptions import IllegalCharacterError

    if not isinstance(cell, str):
        return cell
    try:
        written = WriteOnlyCell(sheet, cell)
    except IllegalCharacterError:
        written = WriteOnlyCell(sheet, UNWRITABLE.sub("", cell))
    written.data_type = "s"
    return written


def spreadsheet(sheets: Mapping[str, TableRows], name: str, form: Literal["csv", "xlsx"]) -> HttpResponse:
    """As a download; a CSV has the first sheet only."""
    if form == "csv":
        answer = HttpResponse(csv_of(next(iter(sheets.values()))), content_type="text/csv; charset=utf-8")
    else:
        answer = HttpResponse(xlsx_of(sheets), content_type=XLSX)
    answer["Content-Disposition"] = content_disposition_header(True, f"{name}.{form}") or ""
    return answer
