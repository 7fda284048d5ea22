"""The gradebook taken out: scores, states and comments, each student by their sign-in name."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime

from django.utils.translation import gettext as _
from django.utils.translation import gettext_lazy as lazy

from apps.courses.public import Course, Enrolment, Membership, students
from apps.gradebook.public import CellScores, cells_of_people
from apps.kernel.public import TableCell, TableRows
from apps.screens.gradebook import schemas as out
from apps.screens.gradebook.cells import EMPTY, rows_of
from apps.screens.gradebook.page import book

STATES = {
    "open": "",
    "started": lazy("started"),
    "waiting": lazy("waiting for a score"),
    "missing": lazy("missing"),
    "scored": lazy("scored"),
    "held": lazy("held"),
    "excused": lazy("excused"),
    "given_back": lazy("given back"),
}
EXCUSED = "exc"


@dataclass(frozen=True)
class Line:
    """One student with what stands in their row, by item."""

    enrolment: Enrolment
    row: out.SheetRow
    cells: dict[int, out.SheetCell]
    said: dict[int, CellScores]


def taken_out(course: Course, member: Membership, now: datetime) -> dict[str, TableRows]:
    """By the name of its sheet: what was given, as it is typed; how each cell stands; what was said beside it. Of the
    reader's students."""
    items = [item for category in book(course, member, now).categories for item in category.items]
    lines = _lines(course, member, now)
    totals = [_("Total"), _("Letter")]
    return {
        _("Scores"): _table(items, lines, _score, totals),
        _("States"): _table(items, lines, _state),
        _("Comments"): _table(items, lines, _comment),
    }


def _lines(course: Course, member: Membership, now: datetime) -> list[Line]:
    people = students(course, member.section_ids).select_related("person", "section").order_by("person__sort_name")
    by_person = {one.person_id: one for one in people}
    said = cells_of_people(course, list(by_person))
    return [
        Line(by_person[row.person], row, {cell.item: cell for cell in row.cells}, said.get(row.person, {}))
        for row in rows_of(course, list(by_person), now)
    ]


def _table(
    items: list[out.BookItem],
    lines: list[Line],
    cell: Callable[[Line, int], TableCell],
    totals: list[str] | None = None,
) -> TableRows:
    head = [_("Sign-in name"), _("Name"), _("Section"), *(totals or [])]
    rows: list[list[TableCell]] = [[*head, *(f"{item.title} /{item.points}" for item in items)]]
    for line in lines:
        who = line.enrolment
        start: list[TableCell] = [who.person.username, who.person.sort_name, who.section.name if who.section else ""]
        if totals:
            start += [_number(line.row.total), line.row.band or ""]
        rows.append([*start, *(cell(line, item.id) for item in items)])
    return rows


def _score(line: Line, item: int) -> TableCell:
    cell = line.cells.get(item)
    if cell is None:
        return None
    return EXCUSED if cell.excused else _number(cell.raw)


def _state(line: Line, item: int) -> TableCell:
    cell = line.cells.get(item)
    return "" if cell is None else str(STATES[cell.state])


def _comment(line: Line, item: int) -> TableCell:
    attempts = line.said.get(item, EMPTY).attempts
    return attempts[-1].comment if attempts else ""


def _number(text: str | None) -> float | None:
    return None if text is None else float(text)
