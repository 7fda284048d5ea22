"""A quiz as those who teach set it, hold it and look at it."""

from typing import Annotated

from django.http import HttpResponse
from ninja import Query, Router

from apps.courses.public import Course, can_lay_out, taught_course
from apps.kernel.public import Refused, actor_of, answer, require, write
from apps.people.public import SignedIn
from apps.quizzes import setup
from apps.quizzes.actions import read_by_hand, rescore, room, set_quiz
from apps.quizzes.actions.show import show
from apps.quizzes.analysis import figures
from apps.quizzes.api import class_schemas as s
from apps.quizzes.api.review_schemas import Review
from apps.quizzes.by_question import answers_to
from apps.quizzes.class_page import quiz_class
from apps.quizzes.facts import rules_of
from apps.quizzes.models import QuizAttempt
from apps.quizzes.policies import can_see_attempt_of
from apps.quizzes.reviewing import review

router = Router(tags=["quizzes"])


def _class(request: SignedIn, slug: str, item_id: int) -> s.QuizClass:
    course, member = taught_course(actor_of(request), slug)
    return quiz_class(course, item_id, member)


@router.get("/courses/{slug}/items/{item_id}/quiz-setup", response=s.QuizSetup)
def quiz_setup(request: SignedIn, slug: str, item_id: int) -> HttpResponse:
    course, _ = taught_course(actor_of(request), slug)
    return answer(setup.setup_out(course, item_id))


@router.put("/courses/{slug}/items/{item_id}/quiz-setup", response=s.QuizSetup)
@write
def save_quiz_setup(request: SignedIn, slug: str, item_id: int, payload: s.QuizIn) -> s.QuizSetup:
    course, _ = taught_course(actor_of(request), slug)
    wish = set_quiz.QuizWish(rules=rules_of(payload), slots=setup.slots_in(payload.slots))
    set_quiz.set_quiz(actor_of(request), course, item_id, wish)
    fresh, _ = taught_course(actor_of(request), slug)
    return setup.setup_out(fresh, item_id)


@router.get("/courses/{slug}/bank-questions/{bank_question_id}/uses", response=s.QuestionUses)
def read_question_uses(request: SignedIn, slug: str, bank_question_id: int) -> HttpResponse:
    course, _ = taught_course(actor_of(request), slug)
    return answer(setup.uses(course, bank_question_id))


@router.get("/courses/{slug}/items/{item_id}/quiz-preview", response=s.QuizPreview)
def preview_quiz(
    request: SignedIn, slug: str, item_id: int, seed: Annotated[str, Query(max_length=40)] = "1"
) -> HttpResponse:
    course, member = taught_course(actor_of(request), slug)
    require(can_lay_out(member))
    return answer(setup.preview(course, item_id, seed))


@router.get("/courses/{slug}/items/{item_id}/quiz-class", response=s.QuizClass)
def read_quiz_class(request: SignedIn, slug: str, item_id: int) -> HttpResponse:
    return answer(_class(request, slug, item_id))


@router.get("/courses/{slug}/items/{item_id}/quiz-figures", response=s.QuizFigures)
def read_quiz_figures(request: SignedIn, slug: str, item_id: int) -> HttpResponse:
    course, member = taught_course(actor_of(request), slug)
    return answer(figures(course, item_id, member))


@router.put("/courses/{slug}/items/{item_id}/quiz-class/{person_id}/here", response=s.QuizClass)
@write
def check_in_to_quiz(request: SignedIn, slug: str, item_id: int, person_id: int, payload: s.Here) -> s.QuizClass:
    course, _ = taught_course(actor_of(request), slug)
    room.check_in(actor_of(request), course, item_id, person_id, here=payload.here)
    return _class(request, slug, item_id)


@router.post("/courses/{slug}/items/{item_id}/quiz-class/{person_id}/minutes", response=s.QuizClass)
@write
def give_quiz_minutes(request: SignedIn, slug: str, item_id: int, person_id: int, payload: s.MinutesIn) -> s.QuizClass:
    course, _ = taught_course(actor_of(request), slug)
    room.give_minutes(actor_of(request), course, item_id, person_id, payload.minutes)
    return _class(request, slug, item_id)


@router.get("/courses/{slug}/items/{item_id}/quiz-class/{person_id}/{number}", response=Review)
def read_attempt_of(request: SignedIn, slug: str, item_id: int, person_id: int, number: int) -> HttpResponse:
    course, member = taught_course(actor_of(request), slug)
    rows = QuizAttempt.objects.select_related("course", "person").filter(item_id=item_id, course=course)
    attempt = rows.filter(person_id=person_id, number=number).first()
    if attempt is None:
        raise Refused("quiz.no_such_attempt", status=404, number=number)
    require(can_see_attempt_of(member, attempt))
    return answer(review(course, attempt, member))


@router.put("/courses/{slug}/items/{item_id}/quiz-answers/{answer_id}", response=Review)
@write
def read_quiz_answer(request: SignedIn, slug: str, item_id: int, answer_id: int, payload: s.ReadQuestionIn) -> Review:
    course, member = taught_course(actor_of(request), slug)
    wish = read_by_hand.Read(points=payload.points, comment=payload.comment, seen=payload.seen)
    row = read_by_hand.read_question(actor_of(request), course, item_id, answer_id, wish)
    attempt = QuizAttempt.objects.select_related("course", "person").get(pk=row.attempt_id)
    return review(course, attempt, member)


@router.get("/courses/{slug}/items/{item_id}/quiz-questions/{bank_question_id}/answers", response=s.QuestionAnswers)
def read_answers_to(
    request: SignedIn,
    slug: str,
    item_id: int,
    bank_question_id: int,
    waiting: bool = False,
    start: Annotated[int, Query(ge=0, lt=2**31)] = 0,
) -> HttpResponse:
    course, member = taught_course(actor_of(request), slug)
    return answer(answers_to(course, member, item_id, bank_question_id, waiting=waiting, start=start))


@router.get("/courses/{slug}/items/{item_id}/quiz-questions/{bank_question_id}/rescoring", response=s.RescoreEffect)
def read_rescoring(request: SignedIn, slug: str, item_id: int, bank_question_id: int) -> HttpResponse:
    course, member = taught_course(actor_of(request), slug)
    require(can_lay_out(member))
    return answer(_effect(course, item_id, bank_question_id))


def _effect(course: Course, item_id: int, bank_question_id: int) -> s.RescoreEffect:
    found = rescore.effect_of(course, item_id, bank_question_id)
    moves = []
    for move in found.moves:
        before, after = rescore.points_of_move(move)
        one = s.MoveOut(
            person=move.row.attempt.person.name,
            number=move.row.attempt.number,
            before=f"{before.normalize():f}",
            after=f"{after.normalize():f}",
            raw_before=None if move.raw_before is None else f"{move.raw_before.normalize():f}",
            raw_after=None if move.raw_after is None else f"{move.raw_after.normalize():f}",
        )
        moves.append(one)
    return s.RescoreEffect(edition=found.edition.edition, answered=found.answered, others=found.others, moves=moves)


@router.post("/courses/{slug}/items/{item_id}/quiz-questions/{bank_question_id}/rescoring", response=s.QuizClass)
@write
def rescore_question(
    request: SignedIn, slug: str, item_id: int, bank_question_id: int, payload: s.RescoreIn
) -> s.QuizClass:
    course, _ = taught_course(actor_of(request), slug)
    rescore.rescore(actor_of(request), course, item_id, bank_question_id, payload.edition)
    return _class(request, slug, item_id)


@router.delete("/courses/{slug}/items/{item_id}/quiz-rescorings/{rescoring_id}", response=s.QuizClass)
@write
def set_rescoring_back(request: SignedIn, slug: str, item_id: int, rescoring_id: int) -> s.QuizClass:
    course, _ = taught_course(actor_of(request), slug)
    rescore.set_back(actor_of(request), course, item_id, rescoring_id)
    return _class(request, slug, item_id)


@router.put("/courses/{slug}/items/{item_id}/quiz-questions/{bank_question_id}/ruling", response=s.QuizClass)
@write
def rule_on_question(
    request: SignedIn, slug: str, item_id: int, bank_question_id: int, payload: s.RulingIn
) -> s.QuizClass:
    course, _ = taught_course(actor_of(request), slug)
    rescore.rule(actor_of(request), course, item_id, bank_question_id, payload.kind, payload.why)
    return _class(request, slug, item_id)


@router.put("/courses/{slug}/items/{item_id}/quiz-shown", response=s.QuizClass)
@write
def show_quiz(request: SignedIn, slug: str, item_id: int, payload: s.ShowIn) -> s.QuizClass:
    course, _ = taught_course(actor_of(request), slug)
    show(actor_of(request), course, item_id, on=payload.on)
    return _class(request, slug, item_id)
