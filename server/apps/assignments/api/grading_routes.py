"""Receipts, and what teachers see of work: what an item takes, who waits, one student's attempts and their score."""

from django.http import HttpResponse
from ninja import Router

from apps.assignments import grading
from apps.assignments.actions import notes
from apps.assignments.api import schemas as s
from apps.assignments.models import HandIn
from apps.assignments.my_work import brief_out
from apps.assignments.policies import can_read_hand_in
from apps.assignments.queries import brief_of, by_number
from apps.assignments.receipts import pdf, receipt_out
from apps.courses.public import can_teach, taught_course
from apps.gradebook.public import Chosen, ScoreWish, save_score
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


@router.get("/receipts/{number}", response=s.Receipt)
def receipt(request: SignedIn, number: str) -> s.Receipt:
    return receipt_out(_readable(actor_of(request), number))


@router.get("/receipts/{number}/pdf")
def receipt_pdf(request: SignedIn, number: str) -> HttpResponse:
    found = _readable(actor_of(request), number)
    return pdf_answer(pdf(found), f"receipt-{found.number}.pdf")


@router.get("/courses/{slug}/items/{item_id}/brief", response=s.Brief)
def brief(request: SignedIn, slug: str, item_id: int) -> s.Brief:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    return brief_out(brief_of(item_id), item_row(course, item_id).takes_hand_ins)


@router.get("/courses/{slug}/items/{item_id}/hand-ins", response=s.Queue)
def queue(request: SignedIn, slug: str, item_id: int) -> HttpResponse:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    return answer(grading.queue(course, item_id, reader.member))


@router.get("/courses/{slug}/items/{item_id}/hand-ins/{person_id}", response=s.Work)
def work(request: SignedIn, slug: str, item_id: int, person_id: int) -> HttpResponse:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    return answer(grading.work_of(course, item_id, person_id, reader.member))


@router.put("/courses/{slug}/items/{item_id}/hand-ins/{person_id}/score", response=s.ScoreOut)
@write
def score(request: SignedIn, slug: str, item_id: int, person_id: int, payload: s.ScoreIn) -> s.ScoreOut:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    at = grading.handed_in_at(item_id, person_id, payload.attempt)
    chosen = None if payload.chosen is None else [Chosen(**c.model_dump()) for c in payload.chosen]
    wish = ScoreWish(
        person_id,
        payload.attempt,
        payload.raw,
        payload.comment,
        at,
        payload.seen_version,
        payload.above_possible,
        chosen,
        payload.rubric_id,
    )
    save_score(actor_of(request), course, item_id, wish)
    return grading.score_out(course, person_layout(course, person_id).items[item_id], person_id, payload.attempt, at)


NOTES = "/courses/{slug}/items/{item_id}/hand-ins/{person_id}/notes"


@router.post(NOTES, response=s.Work)
@write
def add_note(request: SignedIn, slug: str, item_id: int, person_id: int, payload: s.NoteIn) -> s.Work:
    course, member = taught_course(actor_of(request), slug)
    place = notes.Place(page=payload.page, across=payload.across, down=payload.down, second=payload.second)
    whose = notes.Whose(item_id, person_id)
    notes.add_note(actor_of(request), course, whose, payload.file_id, place, payload.words)
    return grading.work_of(course, item_id, person_id, member)


@router.put(NOTES + "/{note_id}", response=s.Work)
@write
def change_note(
    request: SignedIn, slug: str, item_id: int, person_id: int, note_id: int, payload: s.NoteWords
) -> s.Work:
    course, member = taught_course(actor_of(request), slug)
    notes.change_note(actor_of(request), course, notes.Whose(item_id, person_id), note_id, payload.words)
    return grading.work_of(course, item_id, person_id, member)


@router.delete(NOTES + "/{note_id}", response=s.Work)
@write
def remove_note(request: SignedIn, slug: str, item_id: int, person_id: int, note_id: int) -> s.Work:
    course, member = taught_course(actor_of(request), slug)
    notes.remove_note(actor_of(request), course, notes.Whose(item_id, person_id), note_id)
    return grading.work_of(course, item_id, person_id, member)
