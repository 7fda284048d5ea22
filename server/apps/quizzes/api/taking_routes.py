"""A quiz as its students take it."""

from collections.abc import Sequence
from typing import Annotated, Any

from django.http import HttpResponse
from ninja import File, Query, Router, UploadedFile

from apps.courses.public import Course, can_study, course_by_slug
from apps.kernel.public import Denied, Refused, actor_of, answer, pdf_answer, require, write
from apps.path.public import enter, opened_for
from apps.people.public import SignedIn
from apps.quizzes import practising, taking
from apps.quizzes.actions import answer_files, answering, begin
from apps.quizzes.actions.answering import Given
from apps.quizzes.actions.hand_in import hand_in
from apps.quizzes.api import schemas as s
from apps.quizzes.api.review_schemas import Review
from apps.quizzes.models import QuizAttempt
from apps.quizzes.my_quiz import my_quiz
from apps.quizzes.policies import can_read_attempt
from apps.quizzes.queries import attempts_of, by_receipt
from apps.quizzes.receipts import pdf, receipt_out
from apps.quizzes.reviewing import review

router = Router(tags=["quizzes"])


def _mine(request: SignedIn, slug: str, item_id: int, number: int) -> tuple[Course, QuizAttempt]:
    course, reader = enter(request, slug)
    require(can_study(reader.member))
    return course, _of(course, attempts_of(item_id, reader.person_id), number)


def _of(course: Course, own: Sequence[QuizAttempt], number: int) -> QuizAttempt:
    found = next((a for a in own if a.number == number), None)
    if found is None or found.course_id != course.pk:
        raise Refused("quiz.no_such_attempt", status=404, number=number)
    return found


def _given(one: s.GivenIn) -> Given:
    return Given(question_id=one.question, answers=one.answers, seq=one.seq, seconds=one.seconds)


@router.get("/courses/{slug}/items/{item_id}/quiz", response=s.MyQuiz)
def read_my_quiz(request: SignedIn, slug: str, item_id: int) -> HttpResponse:
    course, reader = enter(request, slug)
    require(can_study(reader.member))
    known = opened_for(course, item_id, reader)
    return answer(my_quiz(course, item_id, reader.person_id, known, reader.now))


def _begun(request: SignedIn, slug: str, item_id: int, payload: s.BeginIn, **_: Any) -> s.Taking:
    course = course_by_slug(slug)
    last = attempts_of(item_id, request.user.pk)[-1]
    return taking.taking(course, last, payload.holder)


@router.post("/courses/{slug}/items/{item_id}/quiz/attempts", response=s.Taking)
@write(again=_begun)
def begin_attempt(request: SignedIn, slug: str, item_id: int, payload: s.BeginIn) -> s.Taking:
    course = course_by_slug(slug)
    attempt = begin.begin(actor_of(request), course, item_id, payload.code, payload.holder)
    return taking.taking(course, attempt, payload.holder)


@router.get("/courses/{slug}/items/{item_id}/quiz/attempts/{number}", response=s.Taking)
def read_attempt(
    request: SignedIn, slug: str, item_id: int, number: int, holder: Annotated[str, Query(max_length=40)] = ""
) -> HttpResponse:
    """Under way, or over: what was handed in is looked at in its review."""
    course, reader = enter(request, slug)
    require(can_study(reader.member))
    own = attempts_of(item_id, reader.person_id)
    attempt = _of(course, own, number)
    if attempt.handed_in_at is not None:
        raise Refused("quiz.handed_in", status=409, also={"number": number})
    return answer(taking.taking(course, attempt, holder, own))


@router.put("/courses/{slug}/items/{item_id}/quiz/holder", response=s.Taking)
@write(again=lambda request, slug, item_id, payload, **_: _held(request, slug, item_id, payload))
def take_attempt_over(request: SignedIn, slug: str, item_id: int, payload: s.HolderIn) -> s.Taking:
    course = course_by_slug(slug)
    attempt = begin.take_over(actor_of(request), course, item_id, payload.number, payload.holder)
    return taking.taking(course, attempt, payload.holder)


def _held(request: SignedIn, slug: str, item_id: int, payload: s.HolderIn) -> s.Taking:
    course, attempt = _mine(request, slug, item_id, payload.number)
    return taking.taking(course, attempt, payload.holder)


@router.put("/courses/{slug}/items/{item_id}/quiz/answers", response=s.SavedAnswers)
@write(again=lambda request, slug, item_id, payload, **_: _saved_again(request, slug, item_id, payload))
def save_my_answers(request: SignedIn, slug: str, item_id: int, payload: s.AnswersIn) -> s.SavedAnswers:
    given = [_given(one) for one in payload.given]
    kept = answering.save_answers(
        actor_of(request), course_by_slug(slug), item_id, payload.number, payload.holder, given
    )
    return taking.saved(kept)


def _saved_again(request: SignedIn, slug: str, item_id: int, payload: s.AnswersIn) -> s.SavedAnswers:
    _, attempt = _mine(request, slug, item_id, payload.number)
    return taking.saved(answering.kept_of(attempt, [one.question for one in payload.given]))


@router.post("/courses/{slug}/items/{item_id}/quiz/check", response=s.CheckedOut)
@write(again=lambda request, slug, item_id, payload, **_: _checked_again(request, slug, item_id, payload))
def check_my_answer(request: SignedIn, slug: str, item_id: int, payload: s.CheckIn) -> s.CheckedOut:
    course = course_by_slug(slug)
    found = answering.check(actor_of(request), course, item_id, payload.number, payload.holder, _given(payload.given))
    return taking.checked(course, found)


def _checked_again(request: SignedIn, slug: str, item_id: int, payload: s.CheckIn) -> s.CheckedOut:
    course, attempt = _mine(request, slug, item_id, payload.number)
    shown = taking.taking(course, attempt, payload.holder)
    question = next(q for q in shown.questions if q.id == payload.given.question)
    return s.CheckedOut(question=question, form_errors=question.state == "form", now=shown.now)


@router.post("/courses/{slug}/items/{item_id}/quiz/read", response=s.ReadBack)
def read_my_answer(request: SignedIn, slug: str, item_id: int, payload: s.ReadIn) -> HttpResponse:
    """Reads only: nothing is kept of it, and nothing told of right or wrong."""
    _, attempt = _mine(request, slug, item_id, payload.number)
    return answer(taking.read(attempt, payload.question, payload.answers))


@router.post("/courses/{slug}/items/{item_id}/quiz/next", response=s.Taking)
@write(again=lambda request, slug, item_id, payload, **_: _held(request, slug, item_id, payload))
def go_on_in_quiz(request: SignedIn, slug: str, item_id: int, payload: s.GoOnIn) -> s.Taking:
    course = course_by_slug(slug)
    kept = answering.go_on(actor_of(request), course, item_id, payload.number, payload.holder, payload.seen)
    return taking.taking(course, kept.attempt, payload.holder)


@router.post("/courses/{slug}/items/{item_id}/quiz/hand-in", response=s.QuizReceipt)
@write
def hand_my_quiz_in(request: SignedIn, slug: str, item_id: int, payload: s.HandQuizIn) -> s.QuizReceipt:
    done = hand_in(actor_of(request), course_by_slug(slug), item_id, payload.number, payload.holder, sure=payload.sure)
    return receipt_out(done)


FILES = "/courses/{slug}/items/{item_id}/quiz/attempts/{number}/answers/{answer_id}/files"


def _files_again(request: SignedIn, slug: str, item_id: int, number: int, answer_id: int, **_: Any) -> Any:
    return _files(request, slug, item_id, number, answer_id)


@router.post(FILES, response=list[s.AnswerFile])
@write(again=_files_again)
def add_answer_file(
    request: SignedIn,
    slug: str,
    item_id: int,
    number: int,
    answer_id: int,
    file: Annotated[UploadedFile, File()],
    holder: str = "",
) -> list[s.AnswerFile]:
    place = answer_files.Place(item_id, number, holder, answer_id)
    answer_files.add_file(actor_of(request), course_by_slug(slug), place, file)
    return _files(request, slug, item_id, number, answer_id)


@router.delete(FILES + "/{file_id}", response=list[s.AnswerFile])
@write(again=_files_again)
def remove_answer_file(
    request: SignedIn, slug: str, item_id: int, number: int, answer_id: int, file_id: int, holder: str = ""
) -> list[s.AnswerFile]:
    place = answer_files.Place(item_id, number, holder, answer_id)
    answer_files.remove_file(actor_of(request), course_by_slug(slug), place, file_id)
    return _files(request, slug, item_id, number, answer_id)


def _files(request: SignedIn, slug: str, item_id: int, number: int, question: int) -> list[s.AnswerFile]:
    _, attempt = _mine(request, slug, item_id, number)
    return answer_files.files_of(attempt, question)


@router.get("/courses/{slug}/items/{item_id}/quiz/attempts/{number}/review", response=Review)
def read_my_review(request: SignedIn, slug: str, item_id: int, number: int) -> HttpResponse:
    course, reader = enter(request, slug)
    require(can_study(reader.member))
    _, attempt = _mine(request, slug, item_id, number)
    return answer(review(course, attempt, reader.member))


@router.post("/courses/{slug}/items/{item_id}/quiz/attempts/{number}/fresh", response=s.FreshOut)
def practise_question(request: SignedIn, slug: str, item_id: int, number: int, payload: s.FreshIn) -> HttpResponse:
    """Reads only: nothing is kept of it, and it never counts."""
    _, attempt = _mine(request, slug, item_id, number)
    return answer(practising.practised(attempt, payload))


def _readable(request: SignedIn, number: str) -> QuizAttempt:
    found = by_receipt(number)
    if found is None or isinstance(can_read_attempt(actor_of(request), found), Denied):
        raise Refused("receipt.none", status=404)
    return found


@router.get("/quiz-receipts/{number}", response=s.QuizReceipt)
def quiz_receipt(request: SignedIn, number: str) -> s.QuizReceipt:
    return receipt_out(_readable(request, number))


@router.get("/quiz-receipts/{number}/pdf")
def quiz_receipt_pdf(request: SignedIn, number: str) -> HttpResponse:
    found = _readable(request, number)
    return pdf_answer(pdf(found), f"receipt-{found.receipt_number}.pdf")
