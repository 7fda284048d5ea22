from typing import Annotated

from django.http import HttpResponse
from django.utils.http import content_disposition_header
from ninja import File, Query, Router, UploadedFile

from apps.courses.public import can_lay_out, student_count, taught_course
from apps.kernel.public import actor_of, file_out, now, require, write
from apps.layout.public import Uploaded, chosen_modules, layout
from apps.people.public import SignedIn
from apps.questions import overview, trying
from apps.questions.actions import keep_bank, keep_question
from apps.questions.actions.add_picture import add_picture
from apps.questions.actions.keep_question import QuestionWish
from apps.questions.actions.read_table import lines_of, table_of, take_in_table
from apps.questions.actions.take_in_file import lines_of_file, take_in_file
from apps.questions.actions.write_qti import MOST_VERSIONS, package_of, written_bank
from apps.questions.api import schemas as s
from apps.questions.queries import bank_row, question_row

router = Router(tags=["questions"])
FEWEST = 30
"""Students that a proof reckons with while a course has fewer."""


def _wish(given: s.BankQuestionIn) -> QuestionWish:
    return QuestionWish(
        name=given.name,
        body=given.body,
        tags=given.tags,
        points=given.points,
        taught_in=[(place.item_id, place.seconds) for place in given.taught_in],
    )


@router.get("/courses/{slug}/banks", response=s.Banks)
def banks(request: SignedIn, slug: str) -> s.Banks:
    return overview.banks_out(*taught_course(actor_of(request), slug))


@router.post("/courses/{slug}/banks", response=s.BankOut)
@write
def make_bank(request: SignedIn, slug: str, payload: s.BankName) -> s.BankOut:
    course, _ = taught_course(actor_of(request), slug)
    return overview.bank_out(keep_bank.make_bank(actor_of(request), course, payload.name))


@router.get("/courses/{slug}/banks/{bank_id}", response=s.BankQuestions)
def bank(request: SignedIn, slug: str, bank_id: int) -> s.BankQuestions:
    course, member = taught_course(actor_of(request), slug)
    return overview.bank_questions(bank_row(course, bank_id), member)


@router.put("/courses/{slug}/banks/{bank_id}", response=s.BankOut)
@write
def rename_bank(request: SignedIn, slug: str, bank_id: int, payload: s.BankName) -> s.BankOut:
    course, _ = taught_course(actor_of(request), slug)
    return overview.bank_out(keep_bank.rename_bank(actor_of(request), course, bank_id, payload.name))


@router.delete("/courses/{slug}/banks/{bank_id}", response=s.Banks)
@write
def remove_bank(request: SignedIn, slug: str, bank_id: int) -> s.Banks:
    course, member = taught_course(actor_of(request), slug)
    keep_bank.remove_bank(actor_of(request), course, bank_id)
    return overview.banks_out(course, member)


@router.post("/courses/{slug}/banks/{bank_id}/questions", response=s.BankQuestionOut)
@write
def make_question(request: SignedIn, slug: str, bank_id: int, payload: s.BankQuestionIn) -> s.BankQuestionOut:
    course, member = taught_course(actor_of(request), slug)
    made = keep_question.make_question(actor_of(request), course, bank_id, _wish(payload))
    return overview.question_out(made, member)


@router.get("/courses/{slug}/banks/{bank_id}/table")
def bank_table(request: SignedIn, slug: str, bank_id: int) -> HttpResponse:
    """CSV, with a mark that tells spreadsheets of its letters."""
    course, _ = taught_course(actor_of(request), slug)
    bank = bank_row(course, bank_id)
    answer = HttpResponse("\ufeff" + table_of(bank), content_type="text/csv; charset=utf-8")
    answer["Content-Disposition"] = content_disposition_header(True, f"{bank.name}.csv") or ""
    return answer


@router.post("/courses/{slug}/banks/{bank_id}/table-preview", response=s.TableOut)
def preview_bank_table(request: SignedIn, slug: str, bank_id: int, payload: s.TableIn) -> s.TableOut:
    """Reads only: nothing is kept of it."""
    course, member = taught_course(actor_of(request), slug)
    require(can_lay_out(member))
    bank_row(course, bank_id)
    return overview.table_out(lines_of(payload.text))


@router.post("/courses/{slug}/banks/{bank_id}/table", response=s.TakenIn)
@write
def take_in_bank_table(request: SignedIn, slug: str, bank_id: int, payload: s.TableIn) -> s.TakenIn:
    course, _ = taught_course(actor_of(request), slug)
    return s.TakenIn(count=take_in_table(actor_of(request), course, bank_id, payload.text))


@router.post("/courses/{slug}/banks/{bank_id}/file-preview", response=s.TableOut)
def preview_bank_file(request: SignedIn, slug: str, bank_id: int, file: Annotated[UploadedFile, File()]) -> s.TableOut:
    """Of a spreadsheet, a text with separators or a package of QTI 3.0; nothing of it is kept."""
    course, member = taught_course(actor_of(request), slug)
    require(can_lay_out(member))
    bank_row(course, bank_id)
    return overview.table_out(lines_of_file(file))


@router.post("/courses/{slug}/banks/{bank_id}/file", response=s.TakenIn)
@write
def take_in_bank_file(request: SignedIn, slug: str, bank_id: int, file: Annotated[UploadedFile, File()]) -> s.TakenIn:
    course, _ = taught_course(actor_of(request), slug)
    return s.TakenIn(count=take_in_file(actor_of(request), course, bank_id, file))


Versions = Annotated[int, Query(ge=1, le=MOST_VERSIONS)]


@router.get("/courses/{slug}/banks/{bank_id}/qti-preview", response=s.ExportPreview)
def preview_bank_qti(request: SignedIn, slug: str, bank_id: int, versions: Versions = 5) -> s.ExportPreview:
    """What the format can't say of the bank's questions."""
    course, _ = taught_course(actor_of(request), slug)
    return overview.export_out(written_bank(bank_row(course, bank_id), versions))


@router.get("/courses/{slug}/banks/{bank_id}/qti")
def bank_qti(request: SignedIn, slug: str, bank_id: int, versions: Versions = 5) -> HttpResponse:
    """A package of QTI 3.0."""
    course, _ = taught_course(actor_of(request), slug)
    bank = bank_row(course, bank_id)
    answer = HttpResponse(package_of(bank, versions), content_type="application/zip")
    answer["Content-Disposition"] = content_disposition_header(True, f"{bank.name}.zip") or ""
    return answer


@router.get("/courses/{slug}/bank-questions", response=s.FoundQuestions)
def find_questions(request: SignedIn, slug: str, q: Annotated[str, Query(max_length=200)] = "") -> s.FoundQuestions:
    course, _ = taught_course(actor_of(request), slug)
    return overview.found_out(course, q)


@router.post("/courses/{slug}/question-images", response=Uploaded)
@write
def upload_question_image(request: SignedIn, slug: str, file: Annotated[UploadedFile, File()]) -> Uploaded:
    course, _ = taught_course(actor_of(request), slug)
    stored, shrunk = add_picture(actor_of(request), course, file)
    return Uploaded(file=file_out(stored), at=now(), shrunk_from=list(shrunk) if shrunk else None)


@router.get("/courses/{slug}/question-places", response=s.QuestionPlaces)
def question_places(request: SignedIn, slug: str) -> s.QuestionPlaces:
    course, _ = taught_course(actor_of(request), slug)
    return s.QuestionPlaces(modules=chosen_modules(layout(course)))


@router.get("/courses/{slug}/bank-questions/{bank_question_id}", response=s.BankQuestionOut)
def question(request: SignedIn, slug: str, bank_question_id: int) -> s.BankQuestionOut:
    course, member = taught_course(actor_of(request), slug)
    return overview.question_out(question_row(course, bank_question_id), member)


@router.put("/courses/{slug}/bank-questions/{bank_question_id}", response=s.BankQuestionOut)
@write
def save_question(
    request: SignedIn, slug: str, bank_question_id: int, payload: s.BankQuestionEdit
) -> s.BankQuestionOut:
    course, member = taught_course(actor_of(request), slug)
    saved = keep_question.save_question(actor_of(request), course, bank_question_id, _wish(payload), payload.seen)
    return overview.question_out(saved, member)


@router.post("/courses/{slug}/bank-questions/{bank_question_id}/editions/{edition}", response=s.BankQuestionOut)
@write
def take_up_edition(request: SignedIn, slug: str, bank_question_id: int, edition: int) -> s.BankQuestionOut:
    course, member = taught_course(actor_of(request), slug)
    taken = keep_question.take_up_edition(actor_of(request), course, bank_question_id, edition)
    return overview.question_out(taken, member)


@router.put("/courses/{slug}/bank-questions/{bank_question_id}/bank", response=s.BankQuestionOut)
@write
def move_question(request: SignedIn, slug: str, bank_question_id: int, payload: s.QuestionPlace) -> s.BankQuestionOut:
    course, member = taught_course(actor_of(request), slug)
    moved = keep_question.move_question(actor_of(request), course, bank_question_id, payload.bank_id)
    return overview.question_out(moved, member)


@router.delete("/courses/{slug}/bank-questions/{bank_question_id}", response=s.BankQuestions)
@write
def remove_question(request: SignedIn, slug: str, bank_question_id: int) -> s.BankQuestions:
    course, member = taught_course(actor_of(request), slug)
    gone = keep_question.remove_question(actor_of(request), course, bank_question_id, removed=True)
    return overview.bank_questions(gone.bank, member)


@router.post("/courses/{slug}/bank-questions/{bank_question_id}/back", response=s.BankQuestionOut)
@write
def bring_back_question(request: SignedIn, slug: str, bank_question_id: int) -> s.BankQuestionOut:
    course, member = taught_course(actor_of(request), slug)
    back = keep_question.remove_question(actor_of(request), course, bank_question_id, removed=False)
    return overview.question_out(back, member)


@router.post("/courses/{slug}/question-proof", response=s.ProofOut)
def prove_question(request: SignedIn, slug: str, payload: s.ProofIn) -> s.ProofOut:
    """Reads only: nothing is kept of it."""
    course, member = taught_course(actor_of(request), slug)
    require(can_lay_out(member))
    return trying.proof_out(payload.body, max(FEWEST, student_count(course)))


@router.post("/courses/{slug}/question-try", response=s.Tried)
def try_question(request: SignedIn, slug: str, payload: s.TryIn) -> s.Tried:
    """Reads only: nothing is kept of it."""
    _, member = taught_course(actor_of(request), slug)
    require(can_lay_out(member))
    return trying.tried(payload)
