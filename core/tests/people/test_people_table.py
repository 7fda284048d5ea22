"""Lists of people of different makers, and what each must become. All people are made up."""

from __future__ import annotations

from typing import NamedTuple
from unittest import TestCase

from unvo_core.formats.cells import cells_of
from unvo_core.people.people_table import MOST_PEOPLE, named, read_people, section_said


class List(NamedTuple):
    what: str
    text: str
    people: list[tuple[str, str, str]]
    problems: list[tuple[str, str]] = []


ADA, BO = ("Ada Moe", "ada@x.example", ""), ("Bo Lie", "bo@x.example", "")
LISTS = (
    List("commas with a header", "Name,Email,Section\nAda Moe,ada@x.example,1\n", [("Ada Moe", "ada@x.example", "1")]),
    List("semicolons", "Name;E-mail\nAda Moe;ada@x.example\nBo Lie;bo@x.example\n", [ADA, BO]),
    List("tabs, no header", "Ada Moe\tada@x.example\nBo Lie\tbo@x.example", [ADA, BO]),
    List("a byte order mark and CRLF", "\ufeffName,Email\r\nAda Moe,ada@x.example\r\n\r\n", [ADA]),
    List(
        "first and last names apart",
        "Last name,First name,Student ID,Email address,Section\nMoe,Ada,4411,ADA@X.example,Section 2\n",
        [("Ada Moe", "ada@x.example", "Section 2")],
    ),
    List("last name first in one cell", '"Moe, Ada",ada@x.example\n"Lie, Bo",bo@x.example\n', [ADA, BO]),
    List("addresses alone, one a line", "ada@x.example\nbo@x.example\n", [("", ADA[1], ""), ("", BO[1], "")]),
    List("addresses alone, on one line", "ada@x.example, bo@x.example", [("", ADA[1], ""), ("", BO[1], "")]),
    List("as a mail program copies", "Ada Moe <ada@x.example>; Bo Lie <bo@x.example>", [ADA, BO]),
    List("as another one does", '"Moe, Ada" <ada@x.example>, Bo Lie <bo@x.example>', [ADA, BO]),
    List("in a column, named and angled", "Ada Moe <ada@x.example>\nBo Lie <bo@x.example>\n", [ADA, BO]),
    List("address first", "Email\tName\nada@x.example\tAda Moe\n", [ADA]),
    List("a drawn table", "| Name | Email |\n|---|---|\n| Ada Moe | ada@x.example |\n", [ADA]),
    List(
        "letters of many places",
        "Name,Email\nZoë Ångström-Ødegård,zoe@x.example\n王小明,wang@x.example\n",
        [("Zoë Ångström-Ødegård", "zoe@x.example", ""), ("王小明", "wang@x.example", "")],
    ),
    List(
        "half a row, a broken address, a row of nothing",
        "Name,Email,Section\nAda Moe,,1\nBo Lie,bo(at)x.example,1\n,,\nCy Ro,cy@x.example,2\n",
        [("Cy Ro", "cy@x.example", "2")],
        [("people.no_address", "2:2"), ("people.bad_address", "3:2")],
    ),
    List(
        "a section beside, no header",
        "Ada Moe,ada@x.example,B\nBo Lie,bo@x.example,B\n",
        [("Ada Moe", "ada@x.example", "B"), ("Bo Lie", "bo@x.example", "B")],
    ),
    List("in another language", "Nachname;Vorname;E-Mail\nMoe;Ada;ada@x.example\n", [ADA]),
    List("first and last apart, no header", "Ada\tMoe\t\tada@x.example\nBo\tLie\t\tbo@x.example\n", [ADA, BO]),
    List("spaces and links around", "  Ada   Moe , mailto:ada@x.example \n", [ADA]),
    List("nothing but a header", "Name,Email\n", [], [("people.empty", "")]),
    List("no addresses at all", "Ada Moe\nBo Lie\n", [], [("people.no_address", "1:1"), ("people.no_address", "2:1")]),
)


class Lists(TestCase):
    def test_each_list_becomes_its_people_and_names_its_bad_cells(self) -> None:
        for one in LISTS:
            with self.subTest(one.what):
                table = read_people(cells_of(one.text))
                self.assertEqual([(p.name, p.email, p.section) for p in table.people], one.people)
                self.assertEqual([(p.code, p.path) for p in table.problems], one.problems)

    def test_twice_the_same_address_is_one_and_twice_the_same_name_may_be(self) -> None:
        table = read_people(cells_of("Ada Moe,ada@x.example\nA. Moe,ADA@x.example\nada moe,ada@y.example\n"))
        self.assertEqual([(p.as_line, p.like_line) for p in table.people], [(None, None), (1, None), (None, 1)])

    def test_names_are_sorted_by_the_family_s(self) -> None:
        for text, said, sort in (
            ("Ada Moe", "Ada Moe", "Moe, Ada"),
            ("Moe, Ada", "Ada Moe", "Moe, Ada"),
            ("Plato", "Plato", "Plato"),
            ("María del Mar Ruiz", "María del Mar Ruiz", "Ruiz, María del Mar"),
        ):
            self.assertEqual(named(text), (said, sort))

    def test_a_section_is_meant_by_its_name_or_its_number(self) -> None:
        sections = {71: (1, "Morning"), 72: (2, "Room 5")}
        for said, meant in (("morning", 71), ("2", 72), ("sec 002", 72), ("Section 1", 71), ("room  5", 72),
                            ("5", None), ("", None), ("1-2", None), ("Evening", None)):  # fmt: skip
            self.assertEqual(section_said(said, sections), meant, said)

    def test_as_many_as_a_place_has_and_no_more(self) -> None:
        lines = [f"Nr {n} Moe,nr{n}@x.example" for n in range(MOST_PEOPLE)]
        self.assertEqual(len(read_people(cells_of("\n".join(lines))).people), MOST_PEOPLE)
        over = read_people(cells_of("\n".join([*lines, "A B,a@x.example", "C D,c@x.example"])))
        self.assertEqual([p.code for p in over.problems], ["people.long"])
