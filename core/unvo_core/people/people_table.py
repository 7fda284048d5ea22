"""Lists of people, as registrars, spreadsheets and mail programs write them: name, address, section."""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from email.utils import getaddresses
from typing import Literal

from unvo_core.problems import Problem

Grid = Sequence[Sequence[str]]
Column = Literal["name", "first", "last", "email", "section", ""]
MOST_PEOPLE = 5_000
LONGEST_NAME = 150
LONGEST_ADDRESS = 254

ADDRESS = re.compile(
    r"[a-zA-Z0-9.!#$%&'*+/=?^_`{|}~-]+"
    r"@[a-zA-Z0-9](?:[a-zA-Z0-9-]{0,61}[a-zA-Z0-9])?(?:\.[a-zA-Z0-9](?:[a-zA-Z0-9-]{0,61}[a-zA-Z0-9])?)+"
)
"""A valid e-mail address as the HTML standard writes it ('input type=email'), with at least one dot in its host."""
HEADERS: dict[Column, re.Pattern[str]] = {
    "email": re.compile(r"(?i)^(e-?mail|mail|address|adresse|e-?mail.?address|correo.*|courriel)\b"),
    "first": re.compile(r"(?i)^(first|given|fore|preferred)[ _-]?(name)?s?$|^vorname$|^pr[ée]nom$|^nombre$|^fornavn$"),
    "last": re.compile(r"(?i)^(last|family|sur)[ _-]?(name)?s?$|^nachname$|^nom$|^apellidos?$|^etternavn$"),
    "section": re.compile(r"(?i)^(section|class|group|crn|sect?\.?|gruppe|grupo|groupe)\b"),
    "name": re.compile(r"(?i)^(full |display )?names?$|^(student|participant|learner|person)s?( name)?$|^who$"),
}


@dataclass(frozen=True, slots=True, kw_only=True)
class Person:
    """One line of a list. `line` counts from 1. `name` is empty where none was given; `sort_name` as 'Last, First'.

    `as_line`: the earlier line with the same address, with which this is one. `like_line`: an earlier line with the
    same name and another address, which may be the same person.
    """

    line: int
    name: str
    sort_name: str
    email: str
    section: str
    as_line: int | None = None
    like_line: int | None = None


@dataclass(frozen=True, slots=True)
class PeopleTable:
    """`columns`: what each column is read as. Problems name their cell as 'line:column', both from 1."""

    columns: tuple[Column, ...]
    people: tuple[Person, ...]
    problems: tuple[Problem, ...]


def read_people(grid: Grid) -> PeopleTable:
    """Read a list. A first row that names columns is their header. What can't be read is a problem."""
    rows = [(n, [_plain(cell) for cell in row]) for n, row in enumerate(grid, 1) if any(cell.strip() for cell in row)]
    rows = [(n, row) for n, row in rows if not (len(set(row)) == 1 and set(row[0]) <= set("-=_ "))]
    if not rows:
        return PeopleTable((), (), (Problem("people.empty"),))
    rows = [(n, one) for n, row in rows for one in _of_mailer(row)]
    if len(rows) > MOST_PEOPLE + 1:
        return PeopleTable((), (), (Problem("people.long", params={"most": MOST_PEOPLE}),))
    columns = _by_header(rows[0][1])
    body = rows[1:] if columns else rows
    columns = columns or _by_content(rows)
    people, problems = [], []
    for line, cells in body:
        person, wrong = _person(line, cells, columns)
        problems += wrong
        if person:
            people.append(person)
    if not people and not problems:
        problems.append(Problem("people.empty"))
    return PeopleTable(columns, _as_one(people), tuple(problems))


def _plain(cell: str) -> str:
    """On one line, without marks that spreadsheets and mail programs put around."""
    text = " ".join(cell.replace("\ufeff", "").replace("\u200b", "").split()).strip("\u201c\u201d\"'; ")
    return re.sub(r"(?i)^mailto:", "", text)


def _of_mailer(row: list[str]) -> list[list[str]]:
    """'Ada Moe <ada@x.example>; Bo Lie <bo@x.example>' as mail programs copy: a row of cells for each of them."""
    whole = ", ".join(cell for cell in row if cell)
    angled = len(re.findall(r"<[^<>@]+@[^<>]+>", whole))
    bare = [cell for cell in row if ADDRESS.fullmatch(cell)]
    if not angled and len(bare) > 1 and len(bare) == len([c for c in row if c]):
        return [["", address] for address in bare]
    if not angled:
        return [row]
    if angled == 1 and len([c for c in row if c]) > 1 and any(re.search(r"<[^<>@]+@[^<>]+>$", c) for c in row[:1]):
        name, address = getaddresses([row[0]])[0]
        return [[name, address, *row[1:]]] if ADDRESS.fullmatch(address) else [row]
    found = getaddresses([whole.replace(";", ",")]) if not re.search(r"(?<![\"@>]),(?= [^,<@]+<)", whole) else []
    pairs = found or re.findall(r"\s*([^<>;]*?),?\s*<([^<>]+)>[;,]?", whole)
    return [[name.strip("\"' ,;"), address] for name, address in pairs if address] or [row]


def _by_header(row: Sequence[str]) -> tuple[Column, ...]:
    """What a header says; empty where the row is none."""
    if any("@" in cell for cell in row):
        return ()
    named: list[Column] = []
    for cell in row:
        found: Column = next((name for name, pattern in HEADERS.items() if pattern.search(cell.strip("*: "))), "")
        named.append(found if found not in named else "")
    return tuple(named) if "email" in named or sum(bool(n) for n in named) > 1 else ()


def _by_content(rows: Sequence[tuple[int, Sequence[str]]]) -> tuple[Column, ...]:
    """Without a header: where addresses stand, and around them names before sections."""
    width = max(len(row) for _, row in rows)
    counts = [sum("@" in (row[n] if n < len(row) else "") for _, row in rows) for n in range(width)]
    email = counts.index(max(counts)) if any(counts) else None
    filled = [n for n in range(width) if n != email and any(n < len(row) and row[n] for _, row in rows)]
    wordy = [n for n in filled if _share(rows, n, r"^[^\W\d_][^\d@]*$") > 0.5]
    columns: list[Column] = [""] * width
    if email is not None:
        columns[email] = "email"
    before = [n for n in wordy if email is None or n < email] or wordy
    if len(before) >= 2 and _share(rows, before[0], r"^\S+(?: \S+)?$") > 0.5 and email != before[0] + 1:
        columns[before[0]], columns[before[1]] = "first", "last"
    elif before:
        columns[before[0]] = "name"
    rest = [n for n in filled if not columns[n] and _share(rows, n, r"^.{1,60}$") > 0.5]
    if rest and email is not None:
        columns[next((n for n in rest if n > email), rest[-1])] = "section"
    return tuple(columns)


def _share(rows: Sequence[tuple[int, Sequence[str]]], n: int, pattern: str) -> float:
    cells = [row[n] for _, row in rows if n < len(row) and row[n]]
    return sum(bool(re.match(pattern, cell)) for cell in cells) / len(cells) if cells else 0.0


def _person(line: int, cells: Sequence[str], columns: Sequence[Column]) -> tuple[Person | None, list[Problem]]:
    """The person of a row, or why it gives none."""
    said: Mapping[Column, tuple[int, str]] = {
        name: (n + 1, cells[n] if n < len(cells) else "") for n, name in enumerate(columns) if name
    }
    column, address = said.get("email", (1, ""))
    spare = [(n + 1, c) for n, c in enumerate(cells) if ADDRESS.fullmatch(c) and n + 1 != column]
    if not address and spare:
        column, address = spare[0]
    address = address.strip("<>(),.")
    if not address:
        return None, [Problem("people.no_address", f"{line}:{column}", {"line": line, "name": _some(cells)})]
    if not ADDRESS.fullmatch(address) or len(address) > LONGEST_ADDRESS or ".." in address:
        return None, [Problem("people.bad_address", f"{line}:{column}", {"line": line, "address": address[:80]})]
    name, sort_name = _names(said)
    if len(name) > LONGEST_NAME or len(sort_name) > LONGEST_NAME:
        where = said.get("name", said.get("last", (1, "")))[0]
        return None, [Problem("people.long_name", f"{line}:{where}", {"line": line, "most": LONGEST_NAME})]
    section = said.get("section", (0, ""))[1]
    return Person(line=line, name=name, sort_name=sort_name, email=address.lower(), section=section), []


def _some(cells: Sequence[str]) -> str:
    return next((cell for cell in cells if cell), "")[:80]


def _names(said: Mapping[Column, tuple[int, str]]) -> tuple[str, str]:
    first, last = said.get("first", (0, ""))[1], said.get("last", (0, ""))[1]
    if first or last:
        return f"{first} {last}".strip(), f"{last}, {first}".strip(", ")
    return named(said.get("name", (0, ""))[1])


def named(text: str) -> tuple[str, str]:
    """A name as it is said and as it is sorted: 'Moe, Ada' and 'Ada Moe' give the same. The last word is taken for the
    family's name where no comma tells; a person can change both."""
    if "," in text:
        last, first = (part.strip() for part in text.split(",", 1))
        return f"{first} {last}".strip(), f"{last}, {first}".strip(", ")
    words = text.split()
    return (text, f"{words[-1]}, {' '.join(words[:-1])}") if len(words) > 1 else (text, text)


def section_said(said: str, sections: Mapping[int, tuple[int, str]]) -> int | None:
    """Which of the sections, id -> (number, name), a cell means: by name, or by number as in '2' or 'sec 002'."""
    wanted = " ".join(said.casefold().split())
    by_name = [pk for pk, (_, name) in sections.items() if name.casefold() == wanted]
    digits = re.findall(r"\d{1,6}", wanted)
    by_number = [pk for pk, (number, _) in sections.items() if len(digits) == 1 and number == int(digits[0])]
    return next(iter(by_name or by_number), None) if wanted else None


def _as_one(people: Sequence[Person]) -> tuple[Person, ...]:
    """Each with the earlier line that it is one with, or is like."""
    by_address: dict[str, Person] = {}
    by_name: dict[str, Person] = {}
    found = []
    for person in people:
        same, like = by_address.get(person.email), by_name.get(person.name.casefold()) if person.name else None
        told = replace(person, as_line=same.line if same else None, like_line=like.line if like and not same else None)
        by_address.setdefault(person.email, told)
        if person.name:
            by_name.setdefault(person.name.casefold(), told)
        found.append(told)
    return tuple(found)
