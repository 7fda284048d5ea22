from typing import Annotated

from django.http import HttpResponse
from ninja import File, Router, UploadedFile

from apps.assignments import grading
from apps.assignments.actions import drafts
from apps.assignments.actions.drafts import Seen
from apps.assignments.actions.hand_in import hand_in
from apps.assignments.api import schemas as s
from apps.assignments.models import HandIn
from apps.assignments.my_work import brief_out, my_work
from apps.assignments.policies import can_read_hand_in
from apps.assignments.queries import brief_of, by_number
from apps.assignments.receipts import pdf
from apps.courses.public import can_study, can_teach, course_by_slug
from apps.gradebook.public import ScoreWish, save_score
from apps.kernel.public import Actor, Denied, Refused, actor_of, answer, now, pdf_answer, require, write
from apps.layout.public import item_row, person_layout
from apps.path.public import enter, late_seconds, opened_for, progress
from apps.people.public import SignedIn

router = Router(tags=["assignments"])


def _mine(request: SignedIn, slug: str, item_id: int) -> s.MyWork:
    course = course_by_slug(slug)
    known = progress(course, person_layout(course, request.user.pk), request.user.pk, now())
    return my_work(course, item_id, request.user.pk, known, now())


@router.get("/courses/{slug}/items/{item_id}/hand-in", response=s.MyWork)
def read_my_work(request: SignedIn, slug: str, item_id: int) -> HttpResponse:
    course, reader = enter(request, slug)
    require(can_study(reader.member))
    known = opened_for(course, item_id, reader)
    return answer(my_work(course, item_id, reader.person_id, known, reader.now))


@router.put("/courses/{slug}/items/{item_id}/hand-in", response=s.MyWork)
@write(again=lambda request, slug, item_id, **_: _mine(request, slug, item_id))
def save_my_draft(request: SignedIn, slug: str, item_id: int, payload: s.DraftIn) -> s.MyWork:
    course, seen = course_by_slug(slug), Seen(payload.attempt, payload.edition)
    known = drafts.save_draft(actor_of(request), course, item_id, payload.text, payload.comment, seen)
    return my_work(course, item_id, request.user.pk, known, now())


@router.post("/courses/{slug}/items/{item_id}/hand-in/files", response=s.MyWork)
@write(again=lambda request, slug, item_id, **_: _mine(request, slug, item_id))
def add_my_file(
    request: SignedIn, slug: str, item_id: int, file: Annotated[UploadedFile, File()], attempt: int | None = None
) -> s.MyWork:
    course = course_by_slug(slug)
    known = drafts.add_file(actor_of(request), course, item_id, file, Seen(attempt))
    return my_work(course, item_id, request.user.pk, known, now())


@router.delete("/courses/{slug}/items/{item_id}/hand-in/files/{file_id}", response=s.MyWork)
@write(again=lambda request, slug, item_id, **_: _mine(request, slug, item_id))
def remove_my_file(request: SignedIn, slug: str, item_id: int, file_id: int) -> s.MyWork:
    course = course_by_slug(slug)
    known = drafts.remove_file(actor_of(request), course, item_id, file_id)
    return my_work(course, item_id, request.user.pk, known, now())


@router.post("/courses/{slug}/items/{item_id}/hand-in", response=s.Receipt)
@write
def hand_my_work_in(
    request: SignedIn, slug: str, item_id: int, attempt: int | None = None, edition: int | None = None
) -> s.Receipt:
    """`attempt`, `edition`: what the person looked at as they handed in."""
    done = hand_in(actor_of(request), course_by_slug(slug), item_id, Seen(attempt, edition))
    return _receipt(done)


def _receipt(done: HandIn) -> s.Receipt:
    kept = done.receipt or {}
    return s.Receipt(
        **kept,
        slug=done.course.slug,
        item_id=done.item_id,
        late_seconds=late_seconds(kept),
        person=done.person.name,
    )


def _readable(actor: Actor, number: str) -> HandIn:
    found = by_number(number)
    if found is None or isinstance(can_read_hand_in(actor, found), Denied):
        raise Refused("receipt.none", status=404)
    return found


@router.get("/receipts/{number}", response=s.Receipt)
def receipt(request: SignedIn, number: str) -> s.Receipt:
    return _receipt(_readable(actor_of(request), number))


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
    wish = ScoreWish(
        person_id, payload.attempt, payload.raw, payload.comment, at, payload.seen_version, payload.above_possible
    )
    save_score(actor_of(request), course, item_id, wish)
    return grading.score_out(course, person_layout(course, person_id).items[item_id], person_id, payload.attempt, at)
