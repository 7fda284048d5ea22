"""Receipts, and what teachers see of work: what an item takes, who waits, one student's attempts and their score."""

from django.http import HttpResponse
from ninja import Router

from apps.assignments import grading
from apps.assignments import queue as queue_of
from apps.assignments.actions import together
from apps.assignments.actions.remind import remind_unfinished
from apps.assignments.api import grading_schemas as s
from apps.assignments.api.schemas import Brief, Receipt
from apps.assignments.models import HandIn
from apps.assignments.my_work import brief_out
from apps.assignments.policies import can_read_hand_in
from apps.assignments.queries import brief_of, by_number
from apps.assignments.receipts import pdf, receipt_out
from apps.courses.public import can_teach, course_by_slug
from apps.gradebook.public import Chosen, PartWish, ScoreWish, score_row
from apps.kernel.public import Actor, Denied, Refused, actor_of, answer, pdf_answer, require, write
from apps.layout.public import item_row, person_layout
from apps.path.public import enter
from apps.people.public import SignedIn

router = Router(tags=["assignments"])


def _readable(actor: Actor, number: str) -> HandIn:
    found = by_number(number)
    if found is None or isinstance(can_read_hand_in(actor, found), Denied):
        raise Refused("receipt.none", status=404)
    return found


@router.get("/receipts/{number}", response=Receipt)
def receipt(request: SignedIn, number: str) -> Receipt:
    return receipt_out(_readable(actor_of(request), number))


@router.get("/receipts/{number}/pdf")
def receipt_pdf(request: SignedIn, number: str) -> HttpResponse:
    found = _readable(actor_of(request), number)
    return pdf_answer(pdf(found), f"receipt-{found.number}.pdf")


@router.get("/courses/{slug}/items/{item_id}/brief", response=Brief)
def brief(request: SignedIn, slug: str, item_id: int) -> Brief:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    return brief_out(brief_of(item_id), item_row(course, item_id).takes_hand_ins)


@router.get("/courses/{slug}/items/{item_id}/hand-ins", response=s.Queue)
def queue(request: SignedIn, slug: str, item_id: int) -> HttpResponse:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    return answer(queue_of.queue(course, item_id, reader.member, reader.person_id))


@router.get("/courses/{slug}/items/{item_id}/hand-ins/{person_id}", response=s.Work)
def work(request: SignedIn, slug: str, item_id: int, person_id: int) -> HttpResponse:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    return answer(grading.work_of(course, item_id, person_id, reader.member, reader.person_id))


@router.post("/courses/{slug}/items/{item_id}/hand-in-reminders", response=s.Reminded)
@write
def remind_to_hand_in(request: SignedIn, slug: str, item_id: int) -> s.Reminded:
    return s.Reminded(told=remind_unfinished(actor_of(request), course_by_slug(slug), item_id))


@router.put("/courses/{slug}/items/{item_id}/hand-ins/{person_id}/score", response=s.ScoreOut)
@write
def score(request: SignedIn, slug: str, item_id: int, person_id: int, payload: s.ScoreIn) -> s.ScoreOut:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    wish = _wish(item_id, person_id, payload)
    apart = together.score(actor_of(request), course, item_id, wish, payload.together)
    item = person_layout(course, person_id).items[item_id]
    row = score_row(item_id, person_id, payload.attempt)
    found = grading.score_out(course, item, person_id, payload.attempt, wish.handed_in_at, row)
    return found.model_copy(update={"apart": grading.apart_said(course, item_id, apart)})


@router.put("/courses/{slug}/items/{item_id}/hand-ins/{person_id}/marking", response=s.Work)
@write
def mark_work(request: SignedIn, slug: str, item_id: int, person_id: int, payload: s.ScoreIn) -> s.Work:
    """One of two graders gives points; the answer says what the other gave."""
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    together.mark(actor_of(request), course, item_id, _wish(item_id, person_id, payload), payload.together)
    return grading.work_of(course_by_slug(slug), item_id, person_id, reader.member, reader.person_id)


@router.put("/courses/{slug}/items/{item_id}/hand-ins/{person_id}/criterion", response=s.Work)
@write
def measure_work(request: SignedIn, slug: str, item_id: int, person_id: int, payload: s.MeasureIn) -> s.Work:
    """The level of one criterion; when all have theirs, the work has its score."""
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    wish = PartWish(
        person_id=person_id,
        attempt=payload.attempt,
        chosen=Chosen(**payload.chosen.model_dump()),
        rubric_id=payload.rubric_id,
        handed_in_at=grading.handed_in_at(item_id, person_id, payload.attempt),
        seen=payload.seen,
    )
    together.measure(actor_of(request), course, item_id, wish, payload.together)
    return grading.work_of(course_by_slug(slug), item_id, person_id, reader.member, reader.person_id)


def _wish(item_id: int, person_id: int, payload: s.ScoreIn) -> ScoreWish:
    chosen = None if payload.chosen is None else [Chosen(**c.model_dump()) for c in payload.chosen]
    return ScoreWish(
        person_id,
        payload.attempt,
        payload.raw,
        payload.comment,
        grading.handed_in_at(item_id, person_id, payload.attempt),
        payload.seen_version,
        payload.above_possible,
        chosen,
        payload.rubric_id,
    )
