"""A spreadsheet of scores, read against the gradebook: what would change, what can't be read and where; nothing is
kept of it. It is kept by the write of the cells, with the versions that are looked at here."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime
from decimal import Decimal
from typing import NamedTuple

from django.utils.translation import gettext as _
from unvo_core.grading.typed import Word, read_cell
from unvo_core.problems import Problem

from apps.courses.public import Course, Membership, students
from apps.kernel.public import Refused, sentence
from apps.screens.gradebook import schemas as out
from apps.screens.gradebook.cells import rows_of
from apps.screens.gradebook.export import EXCUSED
from apps.screens.gradebook.page import book

MOST_STUDENTS = 5_000
WHO = frozenset({"sign-in name", "username", "e-mail", "email"})
ASIDE = frozenset({"", "name", "section", "total", "letter"})
Grid = Sequence[Sequence[str]]


class Place(NamedTuple):
    """A cell of the table with what it says, and of whom."""

    row: int
    column: str
    text: str
    name: str
    person: int


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
    whole = book(course, member, now)
    items, names = _items(whole), {one.id: one.name for one in whole.people}
    columns = {n: items[cell.casefold()] for n, cell in enumerate(head) if cell.casefold() in items}
    if not columns:
        raise Refused("gradebook.no_items")
    people, found = _people(course, member), Reading()
    known = {row.person: row for row in rows_of(course, sorted(set(people.values())), now)}
    read: set[int] = set()
    for number, row in enumerate(grid[1:], 2):
        named = row[who].strip().lstrip("'") if who < len(row) else ""
        if not any(cell.strip() for cell in row):
            continue
        person = people.get(named.casefold())
        if person is None or person in read:
            code = "gradebook.nobody" if person is None else "gradebook.twice"
            words = sentence(code, {"name": named[:80]})
            found.refused.append(out.BroughtRefused(row=number, column=head[who], text=named, words=words))
            continue
        read.add(person)
        cells = {cell.item: cell for cell in known[person].cells}
        for n, item in columns.items():
            if n < len(row) and row[n].strip():
                place = Place(number, head[n], row[n].strip(), names[person], person)
                _cell(found, place, item, cells.get(item.id) or _empty(item))
    aside = ASIDE | {_(name).casefold() for name in ("Name", "Section", "Total", "Letter")}
    unknown = [cell for n, cell in enumerate(head) if n != who and n not in columns and cell.casefold() not in aside]
    return out.Brought(changes=found.changes, refused=found.refused, same=found.same, unknown=unknown)


def _empty(item: out.BookItem) -> out.SheetCell:
    return out.SheetCell(
        item=item.id, state="open", raw=None, counts=None, version=0, late=False, comment=False, excused=False
    )


def _cell(found: Reading, place: Place, item: out.BookItem, cell: out.SheetCell) -> None:
    read = read_cell(place.text, Decimal(item.points), above=True)
    if isinstance(read, Problem):
        words = sentence(read.code, read.params)
        found.refused.append(out.BroughtRefused(row=place.row, column=place.column, text=place.text[:80], words=words))
    elif read == _stands(cell):
        found.same += 1
    else:
        found.changes.append(
            out.BroughtCell(
                item=item.id,
                person=place.person,
                title=item.title,
                name=place.name,
                before=EXCUSED if cell.excused else cell.raw or "",
                text=place.text,
                above=isinstance(read, Decimal) and read > Decimal(item.points),
                seen_version=cell.version,
                seen_excused=cell.excused,
            )
        )


def _stands(cell: out.SheetCell) -> Decimal | Word:
    """What is there, as it would be typed."""
    if cell.excused:
        return Word.EXCUSED
    return Word.CLEARED if cell.raw is None else Decimal(cell.raw)


def _items(whole: out.Book) -> dict[str, out.BookItem]:
    """By title with its points and, where no other has it, without."""
    every = [item for category in whole.categories for item in category.items]
    titles = [item.title.casefold() for item in every]
    found = {item.title.casefold(): item for item in every if titles.count(item.title.casefold()) == 1}
    return found | {f"{item.title} /{item.points}".casefold(): item for item in every}


def _people(course: Course, member: Membership) -> Mapping[str, int]:
    """The reader's students by sign-in name and e-mail."""
    rows = students(course, member.section_ids).values_list("person_id", "person__username", "person__email")
    return {name.casefold(): pk for pk, *names in rows for name in names if name}
