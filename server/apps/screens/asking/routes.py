from django.http import HttpResponse
from ninja import Router

from apps.courses.public import can_study, course_by_slug
from apps.kernel.public import actor_of, answer, require, write
from apps.messages.public import HtmlIn, QuestionKept
from apps.path.public import enter
from apps.people.public import SignedIn
from apps.screens.asking import page
from apps.screens.asking import schemas as s

router = Router(tags=["asking"])
ONE = "/courses/{slug}/questions/{question_id}/publication"


@router.get("/courses/{slug}/asking", response=s.Asking)
def whom_to_ask(request: SignedIn, slug: str) -> s.Asking:
    course, _reader = enter(request, slug)
    return page.asking(course)


@router.post("/courses/{slug}/asking/near", response=s.Near)
def near_questions(request: SignedIn, slug: str, payload: s.NearIn) -> HttpResponse:
    """Looked up while a question is typed; nothing is kept of it."""
    course, reader = enter(request, slug)
    require(can_study(reader.member))
    return answer(page.near(course, reader, payload.text))


@router.post("/courses/{slug}/items/{item_id}/quiz/answers/{answer_id}/questions", response=QuestionKept)
@write
def ask_about_answer(request: SignedIn, slug: str, item_id: int, answer_id: int, payload: HtmlIn) -> QuestionKept:
    """About one question of a quiz; the asker's numbers and tries go along, so nobody else of the class finds it."""
    made = page.ask_about_answer(actor_of(request), course_by_slug(slug), item_id, answer_id, payload.html)
    return QuestionKept(id=made.pk, at=made.at)


@router.post("/courses/{slug}/items/{item_id}/link/questions", response=QuestionKept)
@write
def ask_about_problem(request: SignedIn, slug: str, item_id: int, payload: s.TicketIn) -> QuestionKept:
    """About a problem of a linked system, with what it sent along."""
    made = page.ask_about_problem(actor_of(request), course_by_slug(slug), item_id, payload.html, payload.ticket)
    return QuestionKept(id=made.pk, at=made.at)


@router.post(ONE, response=s.Publication)
@write
def publish_answer(request: SignedIn, slug: str, question_id: int, payload: s.PublicationIn) -> s.Publication:
    page.publish(actor_of(request), course_by_slug(slug), question_id, payload.title, payload.html)
    return s.Publication(published=True)


@router.delete(ONE, response=s.Publication)
@write
def unpublish_answer(request: SignedIn, slug: str, question_id: int) -> s.Publication:
    page.unpublish(actor_of(request), course_by_slug(slug), question_id)
    return s.Publication(published=False)
