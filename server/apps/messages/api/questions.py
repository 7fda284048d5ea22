from typing import Annotated

from django.http import HttpResponse
from ninja import File, Router, UploadedFile

from apps.courses.public import course_by_slug
from apps.kernel.public import actor_of, answer, file_out, now, write
from apps.layout.public import Uploaded
from apps.messages.actions import ask
from apps.messages.actions.answer import Ruling
from apps.messages.actions.answer import answer as answer_it
from apps.messages.actions.ask import QuestionWish
from apps.messages.api import schemas as s
from apps.messages.question_pages import questions
from apps.path.public import enter
from apps.people.public import SignedIn

router = Router(tags=["messages"])
AT = "/courses/{slug}/questions"
ONE = AT + "/{question_id}"


@router.get(AT, response=s.Questions)
def read_questions(request: SignedIn, slug: str, q: str = "") -> HttpResponse:
    course, reader = enter(request, slug)
    return answer(questions(course, reader, q[:200]))


@router.post(AT, response=s.QuestionKept)
@write
def ask_question(request: SignedIn, slug: str, payload: s.QuestionIn) -> s.QuestionKept:
    made = ask.ask(actor_of(request), course_by_slug(slug), QuestionWish(**payload.model_dump()))
    return s.QuestionKept(id=made.pk, at=made.at)


@router.post(AT + "/files", response=Uploaded)
@write
def upload_question_file(request: SignedIn, slug: str, file: Annotated[UploadedFile, File()]) -> Uploaded:
    stored, shrunk = ask.add_picture(actor_of(request), course_by_slug(slug), file)
    return Uploaded(file=file_out(stored), at=now(), shrunk_from=list(shrunk) if shrunk else None)


@router.post(ONE + "/more", response=s.QuestionKept)
@write
def ask_on(request: SignedIn, slug: str, question_id: int, payload: s.HtmlIn) -> s.QuestionKept:
    line = ask.say_more(actor_of(request), course_by_slug(slug), question_id, payload.html)
    return s.QuestionKept(id=line.pk, at=line.at)


@router.post(ONE + "/answers", response=s.QuestionKept)
@write
def answer_question(request: SignedIn, slug: str, question_id: int, payload: s.AnswerIn) -> s.QuestionKept:
    line = answer_it(
        actor_of(request), course_by_slug(slug), question_id, payload.html, payload.seen, _ruling(payload.ruling)
    )
    return s.QuestionKept(id=line.pk, at=line.at)


@router.put(ONE + "/settled", response=s.QuestionKept)
@write
def question_settled(request: SignedIn, slug: str, question_id: int, payload: s.QuestionOnOff) -> s.QuestionKept:
    ask.settle(actor_of(request), course_by_slug(slug), question_id, payload.on)
    return s.QuestionKept(id=question_id, at=now())


@router.put(ONE + "/assignee", response=s.QuestionKept)
@write
def hand_question_on(request: SignedIn, slug: str, question_id: int, payload: s.HandOnIn) -> s.QuestionKept:
    ask.hand_on(actor_of(request), course_by_slug(slug), question_id, payload.person_id)
    return s.QuestionKept(id=question_id, at=now())


@router.put(ONE + "/too", response=s.QuestionKept)
@write
def ask_too(request: SignedIn, slug: str, question_id: int, payload: s.QuestionOnOff) -> s.QuestionKept:
    ask.ask_too(actor_of(request), course_by_slug(slug), question_id, payload.on)
    return s.QuestionKept(id=question_id, at=now())


def _ruling(said: s.ScoreRulingIn | None) -> Ruling | None:
    if said is None:
        return None
    return Ruling(code=said.code, raw=said.raw, seen_version=said.seen_version, above=said.above_possible)
