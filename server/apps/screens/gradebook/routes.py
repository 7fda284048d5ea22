from typing import Annotated, Literal
from zoneinfo import ZoneInfo

from django.http import HttpResponse
from django.utils.translation import gettext as _
from ninja import File, Query, Router, UploadedFile

from apps.courses.public import Course, can_see_student, can_teach, students, taught_course
from apps.gradebook.public import CellWish, Work, put_cells, undo_cells
from apps.kernel.public import Refused, actor_of, answer, now, require, sentence, spreadsheet, tables, write
from apps.path.public import Reader, doings, enter
from apps.people.public import SignedIn
from apps.screens.gradebook import schemas as s
from apps.screens.gradebook.bring_in import MOST_STUDENTS, brought
from apps.screens.gradebook.cells import rows_of
from apps.screens.gradebook.export import taken_out
from apps.screens.gradebook.page import book, counts
from apps.screens.gradebook.panel import panel

router = Router(tags=["gradebook"])


@router.get("/courses/{slug}/gradebook", response=s.Book)
def gradebook(request: SignedIn, slug: str) -> HttpResponse:
    """What is graded and who is graded, without the scores."""
    course, reader = _teaching(request, slug)
    return answer(book(course, reader.member, reader.now))


@router.get("/courses/{slug}/gradebook/counts", response=list[s.ColumnCounts])
def gradebook_counts(request: SignedIn, slug: str) -> list[s.ColumnCounts]:
    """What came, waits and is held, by column."""
    course, reader = _teaching(request, slug)
    return counts(course, reader.member, reader.now)


@router.get("/courses/{slug}/gradebook/rows", response=s.SheetRows)
def gradebook_rows(
    request: SignedIn, slug: str, person: Annotated[list[int], Query(default_factory=list, max_length=s.MOST_ROWS)]
) -> HttpResponse:
    """The cells and totals of these students, in this order."""
    course, reader = _teaching(request, slug)
    sections = dict(students(course).filter(person_id__in=person).values_list("person_id", "section_id"))
    for section in set(sections.values()):
        require(can_see_student(reader.member, section))
    return answer(s.SheetRows(rows=rows_of(course, [pk for pk in person if pk in sections], reader.now)))


@router.get("/courses/{slug}/gradebook/cells/{item_id}/{person_id}", response=s.CellPanel)
def gradebook_cell(request: SignedIn, slug: str, item_id: int, person_id: int) -> HttpResponse:
    course, reader = _teaching(request, slug)
    return answer(panel(course, reader.member, item_id, person_id, reader.now))


@router.get("/courses/{slug}/gradebook/table")
def gradebook_table(request: SignedIn, slug: str, form: Literal["csv", "xlsx"] = "xlsx") -> HttpResponse:
    """As a spreadsheet: scores, in XLSX states and comments too."""
    course, reader = _teaching(request, slug)
    at = reader.now.astimezone(ZoneInfo(course.zone))
    name = _("%(course)s, gradebook of %(day)s") % {"course": course.code, "day": at.date().isoformat()}
    return spreadsheet(taken_out(course, reader.member, reader.now), name, form)


@router.post("/courses/{slug}/gradebook/table-preview", response=s.Brought)
def preview_gradebook_table(request: SignedIn, slug: str, file: Annotated[UploadedFile, File()]) -> s.Brought:
    """What a spreadsheet would change; nothing of it is kept."""
    course, member = taught_course(actor_of(request), slug)
    return brought(course, member, tables.of_file(file, MOST_STUDENTS), now())


@router.put("/courses/{slug}/gradebook/cells", response=s.CellsOut)
@write
def put_gradebook_cells(request: SignedIn, slug: str, payload: s.CellsIn) -> s.CellsOut:
    """What can be kept of them is kept as one change; each of the others comes back with its reason."""
    course = taught_course(actor_of(request), slug)[0]
    people = sorted({cell.person for cell in payload.cells})
    done = doings(course, people)
    work = {
        (item, person): Work(doing.attempt, doing.handed_in_at)
        for person, own in done.items()
        for item, doing in own.items()
        if doing.handed_in_at is not None
    }
    put = put_cells(actor_of(request), course, [_wish(cell) for cell in payload.cells], work)
    return s.CellsOut(
        change=put.record.pk if put.record else None,
        kept=len({(c.item, c.person) for c in payload.cells}) - len(put.refused),
        refused=[_refused(place, error) for place, error in put.refused],
        rows=rows_of(course, _students_of(course, people), now()),
    )


@router.post("/courses/{slug}/gradebook/changes/{change_id}/undo", response=s.CellsOut)
@write
def undo_gradebook_change(request: SignedIn, slug: str, change_id: int) -> s.CellsOut:
    course = taught_course(actor_of(request), slug)[0]
    made = undo_cells(actor_of(request), course, change_id)
    cells = (made.after or {})["cells"]
    people = sorted({cell["after"]["person"] for cell in cells})
    return s.CellsOut(
        change=made.pk, kept=len(cells), refused=[], rows=rows_of(course, _students_of(course, people), now())
    )


def _teaching(request: SignedIn, slug: str) -> tuple[Course, Reader]:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    return course, reader


def _students_of(course: Course, people: list[int]) -> list[int]:
    """Whose rows go along with the answer: none of a block that is longer than what can be asked for at once."""
    if len(people) > s.MOST_ROWS:
        return []
    there = set(students(course).filter(person_id__in=people).values_list("person_id", flat=True))
    return [pk for pk in people if pk in there]


def _wish(cell: s.CellIn) -> CellWish:
    return CellWish(
        item_id=cell.item,
        person_id=cell.person,
        text=cell.text,
        seen_version=cell.seen_version,
        seen_excused=cell.seen_excused,
        above=cell.above,
    )


def _refused(place: tuple[int, int], error: Refused) -> s.CellRefused:
    return s.CellRefused(
        item=place[0],
        person=place[1],
        words=sentence(error.code, error.params),
        above=bool((error.also or {}).get("above")),
        meanwhile=error.status == 409,
    )
