"""What a pasted list would do."""

from __future__ import annotations

from unvo_core.people.people_table import Person as Listed
from unvo_core.people.people_table import read_people, section_said

from apps.courses.public import Course, Places, Section, places_of
from apps.joining.api import schemas as out
from apps.kernel.public import sentence, tables
from apps.people.public import people_by_address


def preview(course: Course, grid: tables.Grid) -> out.PeoplePreview:
    table = read_people(grid)
    there = Section.objects.filter(course=course).order_by("number").values_list("pk", "number", "name")
    sections = {pk: (number, name) for pk, number, name in there}
    known = people_by_address(p.email for p in table.people)
    places = places_of(course)
    rows, problems = [], [_problem(p.path, sentence(p.code, p.params)) for p in table.problems]
    for person in table.people:
        section = section_said(person.section, sections)
        if person.section and section is None and sections:
            column = table.columns.index("section") + 1
            said = sentence("people.no_section", {"line": person.line, "section": person.section[:60]})
            problems.append(_problem(f"{person.line}:{column}", said))
        who = known.get(person.email)
        rows.append(_row(person, section, who.pk if who else None, places))
    return out.PeoplePreview(columns=list(table.columns), people=rows, problems=problems)


def _row(person: Listed, section: int | None, known: int | None, places: Places) -> out.ListedPerson:
    return out.ListedPerson(
        line=person.line,
        name=person.name,
        sort_name=person.sort_name,
        email=person.email,
        section_id=section,
        as_line=person.as_line,
        like_line=person.like_line,
        known=known is not None,
        fate=places.fate(known, section) if known else "new",
    )


def _problem(path: str, detail: str) -> out.ListProblem:
    line, _, column = path.partition(":")
    return out.ListProblem(line=int(line or 0), column=int(column or 0), sentence=detail)
