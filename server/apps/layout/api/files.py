from typing import Annotated

from ninja import File, Form, UploadedFile

from apps.courses.public import course_by_slug
from apps.kernel.public import StoredFile, actor_of, file_out, now, write
from apps.layout.actions.item_files import add_captions, add_image, add_resource, attach_file, remove_file
from apps.layout.api import schemas as s
from apps.layout.api.router import router
from apps.layout.api.shapes import changed
from apps.people.public import SignedIn


def _uploaded(stored: StoredFile, shrunk: tuple[int, int] | None = None) -> s.Uploaded:
    return s.Uploaded(file=file_out(stored), at=now(), shrunk_from=list(shrunk) if shrunk else None)


@router.post("/courses/{slug}/items/{item_id}/file", response=s.Uploaded)
@write
def upload_file(request: SignedIn, slug: str, item_id: int, file: Annotated[UploadedFile, File()]) -> s.Uploaded:
    return _uploaded(attach_file(actor_of(request), course_by_slug(slug), item_id, file))


@router.post("/courses/{slug}/items/{item_id}/images", response=s.Uploaded)
@write
def upload_image(request: SignedIn, slug: str, item_id: int, file: Annotated[UploadedFile, File()]) -> s.Uploaded:
    return _uploaded(*add_image(actor_of(request), course_by_slug(slug), item_id, file))


@router.post("/courses/{slug}/items/{item_id}/resources", response=s.Uploaded)
@write
def upload_resource(
    request: SignedIn,
    slug: str,
    item_id: int,
    file: Annotated[UploadedFile, File()],
    label: Annotated[str, Form()] = "",
) -> s.Uploaded:
    return _uploaded(add_resource(actor_of(request), course_by_slug(slug), item_id, file, label).file)


@router.post("/courses/{slug}/items/{item_id}/captions", response=s.Uploaded)
@write
def upload_captions(
    request: SignedIn,
    slug: str,
    item_id: int,
    file: Annotated[UploadedFile, File()],
    language: Annotated[str, Form()] = "en",
    label: Annotated[str, Form()] = "",
) -> s.Uploaded:
    return _uploaded(add_captions(actor_of(request), course_by_slug(slug), item_id, file, language, label).file)


@router.delete("/courses/{slug}/items/{item_id}/files/{file_id}", response=s.Changed)
@write
def delete_file(request: SignedIn, slug: str, item_id: int, file_id: int) -> s.Changed:
    return changed(remove_file(actor_of(request), course_by_slug(slug), item_id, file_id), slug)
