"""A quiz on paper: sheets made, printed, taken in and scored by those who teach; one's own, and its pictures."""

from typing import Annotated, Literal

from django.http import HttpResponse
from ninja import File, Query, Router, UploadedFile

from apps.courses.public import Course, can_study, course_by_slug, taught_course
from apps.kernel.public import Refused, actor_of, answer, pdf_answer, require, write
from apps.path.public import enter, require_open
from apps.people.public import SignedIn
from apps.quizzes.actions import make_sheets, take_in
from apps.quizzes.actions.read_by_hand import Read
from apps.quizzes.api import schemas
from apps.quizzes.api import sheet_schemas as s
from apps.quizzes.models import PaperSheet
from apps.quizzes.own_sheets import key_lies_open, own_sheet_out, sheet_lies_open
from apps.quizzes.paper import SHEETS_IN_A_FILE, Room, keys_pdf, sheets_pdf
from apps.quizzes.policies import can_see_work_of
from apps.quizzes.queries import require_quiz
from apps.quizzes.receipts import receipt_out
from apps.quizzes.sheets import own_sheet, sheet_by_code
from apps.quizzes.sheets_page import sheet_out, sheets_in_order, sheets_page

router = Router(tags=["quizzes"])
AT = "/courses/{slug}/items/{item_id}"


def _page(request: SignedIn, slug: str, item_id: int) -> s.SheetsPage:
    course, member = taught_course(actor_of(request), slug)
    return sheets_page(course, member, item_id)


@router.get(AT + "/quiz-sheets", response=s.SheetsPage)
def read_quiz_sheets(request: SignedIn, slug: str, item_id: int) -> HttpResponse:
    return answer(_page(request, slug, item_id))


@router.post(AT + "/quiz-sheets", response=s.SheetsMade)
@write(again=lambda request, slug, item_id, **_: s.SheetsMade(left=0, page=_page(request, slug, item_id)))
def make_quiz_sheets(request: SignedIn, slug: str, item_id: int) -> s.SheetsMade:
    """Some at a time: `left` says how many are still to be made."""
    left = make_sheets.make_sheets(actor_of(request), taught_course(actor_of(request), slug)[0], item_id)
    return s.SheetsMade(left=left, page=_page(request, slug, item_id))


@router.delete(AT + "/quiz-sheets", response=s.SheetsPage)
@write
def throw_quiz_sheets_away(request: SignedIn, slug: str, item_id: int) -> s.SheetsPage:
    make_sheets.throw_sheets_away(actor_of(request), taught_course(actor_of(request), slug)[0], item_id)
    return _page(request, slug, item_id)


@router.get(AT + "/quiz-sheets/print/{part}")
def print_quiz_sheets(
    request: SignedIn,
    slug: str,
    item_id: int,
    part: int,
    what: Annotated[Literal["sheets", "key", "worked"], Query()] = "sheets",
    room: Annotated[Room, Query()] = "some",
) -> HttpResponse:
    """So many sheets of the reader's students as one PDF, from the first part on; or their key."""
    course, member = taught_course(actor_of(request), slug)
    require_quiz(course, item_id)
    rows = sheets_in_order(course, member, item_id)
    first = max(0, min(part, len(rows)) - 1) * SHEETS_IN_A_FILE
    found = rows[first : first + SHEETS_IN_A_FILE]
    if part < 1 or not found:
        raise Refused("quiz.no_sheets", status=404)
    return _printed(course, item_id, found, what, room, f"{item_id}-{what}-{part}")


def _printed(course: Course, item_id: int, rows: list[PaperSheet], what: str, room: Room, name: str) -> HttpResponse:
    made = (
        sheets_pdf(course, item_id, rows, room)
        if what == "sheets"
        else keys_pdf(course, item_id, rows, worked=what == "worked")
    )
    return pdf_answer(made, f"{course.slug}-{name}.pdf")


@router.get(AT + "/quiz-sheets/of/{code}", response=s.SheetOut)
def read_quiz_sheet(request: SignedIn, slug: str, item_id: int, code: str) -> HttpResponse:
    course, member = taught_course(actor_of(request), slug)
    sheet = sheet_by_code(course, item_id, code)
    require(can_see_work_of(member, course, sheet.person_id))
    return answer(sheet_out(sheet))


def _scored_again(request: SignedIn, slug: str, item_id: int, code: str, **_: object) -> s.SheetOut:
    return sheet_out(sheet_by_code(taught_course(actor_of(request), slug)[0], item_id, code))


@router.put(AT + "/quiz-sheets/of/{code}", response=s.SheetOut)
@write(again=_scored_again)
def score_quiz_sheet(request: SignedIn, slug: str, item_id: int, code: str, payload: s.SheetScoresIn) -> s.SheetOut:
    course, _ = taught_course(actor_of(request), slug)
    scores = [
        take_in.Scored(position=one.position, read=Read(points=one.points, comment=one.comment, seen=one.seen))
        for one in payload.scores
    ]
    return sheet_out(take_in.score_sheet(actor_of(request), course, item_id, code, scores))


@router.post(AT + "/quiz/sheet", response=schemas.OwnSheet)
@write
def take_my_sheet(request: SignedIn, slug: str, item_id: int) -> schemas.OwnSheet:
    course = course_by_slug(slug)
    return own_sheet_out(course, make_sheets.my_sheet(actor_of(request), course, item_id))


def _own(request: SignedIn, slug: str, item_id: int) -> tuple[Course, PaperSheet]:
    course, reader = enter(request, slug)
    require(can_study(reader.member))
    require_open(course, item_id, actor_of(request))
    sheet = own_sheet(item_id, reader.person_id)
    if sheet is None:
        raise Refused("quiz.no_sheet_open", status=404)
    return course, sheet


@router.get(AT + "/quiz/sheet.pdf")
def print_my_sheet(
    request: SignedIn, slug: str, item_id: int, what: Annotated[Literal["sheets", "key"], Query()] = "sheets"
) -> HttpResponse:
    """The reader's own sheet, where they take it themselves; its key when that lies open."""
    course, sheet = _own(request, slug, item_id)
    if what == "key":
        if not key_lies_open(course, sheet):
            raise Refused("quiz.not_yet", status=403)
        return _printed(course, item_id, [sheet], "worked", "some", f"{sheet.code}-key")
    if not sheet_lies_open(course, sheet):
        raise Refused("quiz.not_yet", status=403)
    return _printed(course, item_id, [sheet], "sheets", "some", sheet.code)


@router.post(AT + "/quiz/sheet/photos", response=schemas.OwnSheet)
@write
def add_sheet_photo(
    request: SignedIn, slug: str, item_id: int, file: Annotated[UploadedFile, File()]
) -> schemas.OwnSheet:
    course = course_by_slug(slug)
    made = take_in.add_photo(actor_of(request), course, item_id, file)
    return own_sheet_out(course, made.sheet)


@router.delete(AT + "/quiz/sheet/photos/{file_id}", response=schemas.OwnSheet)
@write
def remove_sheet_photo(request: SignedIn, slug: str, item_id: int, file_id: int) -> schemas.OwnSheet:
    course = course_by_slug(slug)
    take_in.remove_photo(actor_of(request), course, item_id, file_id)
    return own_sheet_out(course, take_in.own_open_sheet(actor_of(request), course, item_id))


@router.post(AT + "/quiz/sheet/hand-in", response=schemas.QuizReceipt)
@write
def hand_my_sheet_in(request: SignedIn, slug: str, item_id: int) -> schemas.QuizReceipt:
    return receipt_out(take_in.hand_photos_in(actor_of(request), course_by_slug(slug), item_id))
