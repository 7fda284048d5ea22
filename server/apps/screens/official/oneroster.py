"""Line items and results of a course as OneRoster 1.2 CSV files in one ZIP.

1EdTech OneRoster 1.2, CSV binding, gradebook: manifest.csv, categories.csv, lineItems.csv and results.csv. Their
headers are from memory. The sourcedId of a student is their sign-in name, that of a class the address of the course
with the number of the section.
"""

from __future__ import annotations

import io
import zipfile
from collections.abc import Iterable, Iterator, Sequence
from datetime import datetime

from django.http import HttpResponse
from django.utils.http import content_disposition_header

from apps.courses.public import Course, Enrolment, Membership, students
from apps.kernel.public import csv_of
from apps.screens.gradebook.cells import rows_of
from apps.screens.gradebook.page import book
from apps.screens.gradebook.schemas import BookItem, SheetCell, SheetRow

VERSION = "1.2"
FILES = ("categories", "lineItems", "results")
ABSENT = (
    "academicSessions",
    "classes",
    "classResources",
    "courses",
    "courseResources",
    "demographics",
    "enrollments",
    "lineItemLearningObjectiveIds",
    "lineItemScoreScales",
    "orgs",
    "resources",
    "resultLearningObjectiveIds",
    "resultScoreScales",
    "roles",
    "scoreScales",
    "userProfiles",
    "userResources",
    "users",
)
BEGINNING = ("sourcedId", "status", "dateLastModified")
CATEGORIES = (*BEGINNING, "title", "weight")
LINE_ITEMS = (
    *BEGINNING, "title", "description", "assignDate", "dueDate", "classSourcedId", "categorySourcedId",
    "gradingPeriodSourcedId", "academicSessionSourcedId", "schoolSourcedId", "resultValueMin", "resultValueMax",
)  # fmt: skip
RESULTS = (
    *BEGINNING, "lineItemSourcedId", "studentSourcedId", "scoreStatus", "score", "scoreDate", "comment",
    "classSourcedId", "inProgress", "incomplete", "late", "missing", "scoreScaleSourcedId", "textScore",
)  # fmt: skip
STATUS = {
    "scored": "fully graded",
    "held": "not submitted",
    "waiting": "submitted",
    "excused": "exempt",
    "missing": "not submitted",
}
"""Held scores are for nobody's record yet."""
Row = Sequence[str]


def one_roster(course: Course, member: Membership, now: datetime) -> HttpResponse:
    files = files_of(course, member, now)
    made = io.BytesIO()
    with zipfile.ZipFile(made, "w", zipfile.ZIP_DEFLATED) as into:
        for name, content in files.items():
            into.writestr(f"{name}.csv", content)
    answer = HttpResponse(made.getvalue(), content_type="application/zip")
    answer["Content-Disposition"] = content_disposition_header(True, f"{course.code} OneRoster.zip") or ""
    return answer


def files_of(course: Course, member: Membership, now: datetime) -> dict[str, bytes]:
    """By name without its ending. A student in no section is in the class of the whole course."""
    sheet, stamp = book(course, member, now), now.isoformat()
    enrolled = list(students(course).select_related("person", "section").order_by("person__sort_name", "person_id"))
    classes = sorted({_class_of(course, e) for e in enrolled})
    items = [(category.id, item) for category in sheet.categories for item in category.items]
    rows = {row.person: row for row in rows_of(course, [e.person_id for e in enrolled], now)}
    categories = [c for c in sheet.categories if c.id is not None]
    return {
        "manifest": _csv(("propertyName", "value"), _manifest(course)),
        "categories": _csv(CATEGORIES, ((f"c{c.id}", "active", stamp, c.name, c.weight or "") for c in categories)),
        "lineItems": _csv(LINE_ITEMS, _line_items(course, classes, items, stamp)),
        "results": _csv(RESULTS, _results(course, enrolled, rows, stamp)),
    }


def _manifest(course: Course) -> Iterator[Row]:
    yield from (("manifest.version", "1.0"), ("oneroster.version", VERSION))
    for name in sorted((*FILES, *ABSENT)):
        yield f"file.{name}", "bulk" if name in FILES else "absent"
    yield from (("source.systemName", "Unvo"), ("source.systemCode", course.slug))


def _line_items(
    course: Course, classes: Sequence[str], items: Sequence[tuple[int | None, BookItem]], stamp: str
) -> Iterator[Row]:
    for of_class in classes:
        for category, item in items:
            due = item.due.isoformat() if item.due else ""
            yield (
                _line_item(of_class, item.id), "active", stamp, item.title, "", "", due, of_class,
                "" if category is None else f"c{category}", "", "", "", "0", item.points,
            )  # fmt: skip


def _results(course: Course, enrolled: Sequence[Enrolment], rows: dict[int, SheetRow], stamp: str) -> Iterator[Row]:
    for enrolment in enrolled:
        of_class = _class_of(course, enrolment)
        for cell in rows[enrolment.person_id].cells:
            if cell.state in STATUS:
                yield _result(cell, of_class, enrolment.person.username, stamp)


def _result(cell: SheetCell, of_class: str, student: str, stamp: str) -> Row:
    line_item = _line_item(of_class, cell.item)
    score = cell.counts if cell.state == "scored" and cell.counts is not None else ""
    return (
        f"{line_item}-{student}", "active", stamp, line_item, student, STATUS[cell.state], score, stamp[:10], "",
        of_class, "", "", _flag(cell.late), _flag(cell.state == "missing"), "", "",
    )  # fmt: skip


def _flag(value: bool) -> str:
    return "true" if value else "false"


def _line_item(of_class: str, item: int) -> str:
    return f"{of_class}-{item}"


def _class_of(course: Course, enrolment: Enrolment) -> str:
    return f"{course.slug}.{enrolment.section.number}" if enrolment.section else course.slug


def _csv(head: Sequence[str], rows: Iterable[Row]) -> bytes:
    return csv_of([[*head], *([*row] for row in rows)], mark=False)
