"""A spreadsheet of scores, read against the gradebook: what would change, what can't be read and where; nothing is
kept of it. It is kept by the write of the cells, with the versions that are looked at here."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime
from decimal import Decimal, InvalidOperation

from django.utils.translation import gettext as _
from unvo_core.grading.typed import read_cell
from unvo_core.problems import Problem

from apps.courses.public import Course, Membership, students
from apps.kernel.public import Refused, sentence
from apps.layout.public import layout
from apps.screens.gradebook import schemas as out
from apps.screens.gradebook.cells import rows_of
from apps.screens.gradebook.export import EXCUSED
from apps.screens.gradebook.page import book

MOST_STUDENTS = 5_000
WHO = frozenset({"sign-in name", "username", "e-mail", "email"})
ASIDE = frozenset({"", "name", "section", "total", "letter"})
Grid = Sequence[Sequence[str]]


@dataclass
class Reading:
    """What was found so far."""

    changes: list[out.BroughtCell] = field(default_factory=list)
    refused: list[out.BroughtRefused] = field(default_factory=list)
    same: int = 0


def brought(course: Course, member: Membership, grid: Grid, now: datetime) -> out.Brought:
    """Rows are students by sign-in name or e-mail, columns items by their title; what is empty changes nothing."""
    head = [cell.strip() for cell in grid[0]] if grid else []
    who = next((n for n, cell in enumerate(head) if cell.casefold() in WHO | {_("Sign-in name").casefold()}), None)
    if who is None:
        raise Refused("gradebook.no_names")
    items = _items(course, member, now)
    columns = {n: items[cell.casefold()] for n, cell in enumerate(head) if cell.casefold() in items}
    if not columns:
        raise Refused("gradebook.no_items")
    rows = [row for row in grid[1:] if any(cell.strip() for cell in row)]
    people, found = _people(course, member), Reading()
    known = {row.person: row for row in rows_of(course, sorted(set(people.values())), now)}
    for number, row in enumerate(rows, 2):
        named = row[who].strip().lstrip("'") if who < len(row) else ""
        person = people.get(named.casefold())
        if person is None:
            words = sentence("gradebook.nobody", {"name": named[:80]})
            found.refused.append(out.BroughtRefused(row=number, column=head[who], text=named, words=words))
            continue
        cells = {cell.item: cell for cell in known[person].cells}
        for n, item in columns.items():
            if n < len(row) and row[n].strip():
                _cell(course, found, (number, head[n], row[n].strip()), item, named, person, cells.get(item.id))
    aside = ASIDE | {_(name).casefold() for name in ("Name", "Section", "Total", "Letter")}
    unknown = [cell for n, cell in enumerate(head) if n != who and n not in columns and cell.casefold() not in aside]
    return out.Brought(changes=found.changes, refused=found.refused, same=found.same, unknown=unknown)


def _cell(
    course: Course,
    found: Reading,
    place: tuple[int, str, str],
    item: out.BookItem,
    name: str,
    person: int,
    cell: out.SheetCell | None,
) -> None:
    number, column, text = place
    before = "" if cell is None else EXCUSED if cell.excused else cell.raw or ""
    if _alike(text, before):
        found.same += 1
        return
    points = layout(course).items[item.id].points
    read = read_cell(text, None if points is None else Decimal(str(points)), above=True)
    if isinstance(read, Problem):
        words = sentence(read.code, read.params)
        found.refused.append(out.BroughtRefused(row=number, column=column, text=text[:80], words=words))
        return
    found.changes.append(
        out.BroughtCell(
            item=item.id,
            person=person,
            title=item.title,
            name=name,
            before=before,
            text=text,
            above=isinstance(read, Decimal) and read > Decimal(item.points),
            seen_version=cell.version if cell else 0,
            seen_excused=cell.excused if cell else False,
        )
    )


def _alike(text: str, before: str) -> bool:
    try:
        return Decimal(text.replace(",", ".")) == Decimal(before)
    except InvalidOperation:
        return text.casefold().rstrip(".") == before


def _items(course: Course, member: Membership, now: datetime) -> dict[str, out.BookItem]:
    """By title with its points and, where no other has it, without."""
    every = [item for category in book(course, member, now).categories for item in category.items]
    titles = [item.title.casefold() for item in every]
    found = {item.title.casefold(): item for item in every if titles.count(item.title.casefold()) == 1}
    return found | {f"{item.title} /{item.points}".casefold(): item for item in every}


def _people(course: Course, member: Membership) -> Mapping[str, int]:
    """The reader's students by sign-in name and e-mail."""
    rows = students(course, member.section_ids).values_list("person_id", "person__username", "person__email")
    return {name.casefold(): pk for pk, *names in rows for name in names if name}
