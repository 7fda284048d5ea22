"""One's own work: draft, files, photographs, handing in."""

from typing import Annotated

from django.http import FileResponse, HttpResponse
from django.http.response import HttpResponseBase
from django.utils.translation import gettext as _
from ninja import File, Router, UploadedFile

from apps.assignments.actions import collection, drafts, photos
from apps.assignments.actions.drafts import Seen
from apps.assignments.actions.hand_in import hand_in
from apps.assignments.api import schemas as s
from apps.assignments.my_work import my_work
from apps.assignments.own_work import collection_archive, collection_of, typed_text
from apps.assignments.receipts import receipt_out
from apps.courses.public import can_study, course_by_slug
from apps.kernel.public import actor_of, answer, now, require, write
from apps.layout.public import person_layout
from apps.path.public import enter, opened_for, progress
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
    typed = drafts.Typed(payload.text, payload.comment, payload.link)
    known = drafts.save_draft(actor_of(request), course, item_id, typed, seen)
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


@router.post("/courses/{slug}/items/{item_id}/hand-in/photos", response=s.MyWork)
@write(again=lambda request, slug, item_id, **_: _mine(request, slug, item_id))
def add_my_photo(
    request: SignedIn, slug: str, item_id: int, file: Annotated[UploadedFile, File()], attempt: int | None = None
) -> s.MyWork:
    course = course_by_slug(slug)
    known = photos.add_photo(actor_of(request), course, item_id, file, Seen(attempt))
    return my_work(course, item_id, request.user.pk, known, now())


@router.put("/courses/{slug}/items/{item_id}/hand-in/photos", response=s.MyWork)
@write(again=lambda request, slug, item_id, **_: _mine(request, slug, item_id))
def set_my_photos(request: SignedIn, slug: str, item_id: int, payload: s.PhotosIn) -> s.MyWork:
    course = course_by_slug(slug)
    known = photos.set_photos(actor_of(request), course, item_id, payload.photos, Seen(payload.attempt))
    return my_work(course, item_id, request.user.pk, known, now())


@router.post("/courses/{slug}/items/{item_id}/hand-in/photos-again", response=s.MyWork)
@write(again=lambda request, slug, item_id, **_: _mine(request, slug, item_id))
def take_my_photos_again(request: SignedIn, slug: str, item_id: int, attempt: int | None = None) -> s.MyWork:
    course = course_by_slug(slug)
    known = photos.take_photos_again(actor_of(request), course, item_id, Seen(attempt))
    return my_work(course, item_id, request.user.pk, known, now())


@router.delete("/courses/{slug}/items/{item_id}/hand-in/photos/{photo_id}", response=s.MyWork)
@write(again=lambda request, slug, item_id, **_: _mine(request, slug, item_id))
def remove_my_photo(request: SignedIn, slug: str, item_id: int, photo_id: int, attempt: int | None = None) -> s.MyWork:
    course = course_by_slug(slug)
    known = photos.remove_photo(actor_of(request), course, item_id, photo_id, Seen(attempt))
    return my_work(course, item_id, request.user.pk, known, now())


@router.post("/courses/{slug}/items/{item_id}/hand-in", response=s.Receipt)
@write
def hand_my_work_in(
    request: SignedIn, slug: str, item_id: int, attempt: int | None = None, edition: int | None = None
) -> s.Receipt:
    """`attempt`, `edition`: what the person looked at as they handed in."""
    done = hand_in(actor_of(request), course_by_slug(slug), item_id, Seen(attempt, edition))
    return receipt_out(done)


COLLECTION = "/own-collection"


@router.get(COLLECTION, response=list[s.Collected])
def read_own_collection(request: SignedIn) -> list[s.Collected]:
    return collection_of(request.user.pk)


@router.put(COLLECTION + "/{number}", response=list[s.Collected])
@write
def keep_own_piece(request: SignedIn, number: str, payload: s.CollectIn) -> list[s.Collected]:
    collection.keep_piece(actor_of(request), number, payload.words)
    return collection_of(request.user.pk)


@router.delete(COLLECTION + "/{number}", response=list[s.Collected])
@write
def drop_own_piece(request: SignedIn, number: str) -> list[s.Collected]:
    collection.drop_piece(actor_of(request), number)
    return collection_of(request.user.pk)


@router.put(COLLECTION, response=list[s.Collected])
@write
def order_own_pieces(request: SignedIn, payload: s.OrderIn) -> list[s.Collected]:
    collection.order_pieces(actor_of(request), payload.numbers)
    return collection_of(request.user.pk)


@router.get(COLLECTION + "-archive")
def own_collection_archive(request: SignedIn) -> HttpResponseBase:
    content = collection_archive(request.user.pk)
    return FileResponse(content, as_attachment=True, filename=_("collection.zip"), content_type="application/zip")


@router.get("/own-work/{number}/text", response=s.OwnText)
def own_text(request: SignedIn, number: str) -> s.OwnText:
    return s.OwnText(text=typed_text(request.user.pk, number))
