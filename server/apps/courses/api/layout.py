from typing import Annotated

from ninja import File, Form, UploadedFile

from apps.courses.actions import change_item, change_module, change_part
from apps.courses.actions.item_files import add_captions, add_image, add_resource, attach_file, remove_file
from apps.courses.actions.make_item import make_item
from apps.courses.actions.move_item import move_item
from apps.courses.actions.place_item import place_item
from apps.courses.actions.undo_change import undo_change
from apps.courses.actions.write_text import write_text
from apps.courses.api import schemas as s
from apps.courses.api.router import router
from apps.courses.editions import editions
from apps.courses.item_pages import file_out
from apps.courses.memberships import course_and_membership
from apps.courses.policies import can_lay_out
from apps.courses.queries import course_by_slug, student_count
from apps.kernel.public import AuditRecord, StoredFile, actor_of, now, require, write
from apps.people.public import SignedIn


def changed(change: AuditRecord, slug: str) -> s.Changed:
    affected = student_count(course_by_slug(slug))
    return s.Changed(id=change.target_id, change=change.pk, at=change.at, affected=affected)


@router.post("/courses/{slug}/modules", response=s.Changed)
@write
def new_module(request: SignedIn, slug: str, payload: s.ModuleIn) -> s.Changed:
    course = course_by_slug(slug)
    return changed(change_module.make_module(actor_of(request), course, payload.title, payload.week), slug)


@router.patch("/courses/{slug}/modules/{module_id}", response=s.Changed)
@write
def edit_module(request: SignedIn, slug: str, module_id: int, payload: s.ModuleChange) -> s.Changed:
    wish = change_module.ModuleEdit(**payload.model_dump())
    return changed(change_module.change_module(actor_of(request), course_by_slug(slug), module_id, wish), slug)


@router.delete("/courses/{slug}/modules/{module_id}", response=s.Changed)
@write
def delete_module(request: SignedIn, slug: str, module_id: int) -> s.Changed:
    return changed(change_module.remove_module(actor_of(request), course_by_slug(slug), module_id), slug)


@router.post("/courses/{slug}/modules/{module_id}/parts", response=s.Changed)
@write
def new_part(request: SignedIn, slug: str, module_id: int, payload: s.PartIn) -> s.Changed:
    return changed(change_part.make_part(actor_of(request), course_by_slug(slug), module_id, payload.title), slug)


@router.patch("/courses/{slug}/parts/{part_id}", response=s.Changed)
@write
def edit_part(request: SignedIn, slug: str, part_id: int, payload: s.PartIn) -> s.Changed:
    return changed(change_part.change_part(actor_of(request), course_by_slug(slug), part_id, payload.title), slug)


@router.delete("/courses/{slug}/parts/{part_id}", response=s.Changed)
@write
def delete_part(request: SignedIn, slug: str, part_id: int) -> s.Changed:
    return changed(change_part.remove_part(actor_of(request), course_by_slug(slug), part_id), slug)


@router.post("/courses/{slug}/modules/{module_id}/items", response=s.Changed)
@write
def new_item(request: SignedIn, slug: str, module_id: int, payload: s.ItemIn) -> s.Changed:
    course = course_by_slug(slug)
    change = make_item(actor_of(request), course, module_id, payload.kind, payload.title, payload.part_id)
    return changed(change, slug)


@router.patch("/courses/{slug}/items/{item_id}", response=s.Changed)
@write
def edit_item(request: SignedIn, slug: str, item_id: int, payload: s.ItemChange) -> s.Changed:
    wish = change_item.ItemEdit(**payload.model_dump())
    return changed(change_item.change_item(actor_of(request), course_by_slug(slug), item_id, wish), slug)


@router.delete("/courses/{slug}/items/{item_id}", response=s.Changed)
@write
def delete_item(request: SignedIn, slug: str, item_id: int) -> s.Changed:
    return changed(change_item.remove_item(actor_of(request), course_by_slug(slug), item_id), slug)


@router.put("/courses/{slug}/items/{item_id}/module", response=s.Changed)
@write
def edit_module_of_item(request: SignedIn, slug: str, item_id: int, payload: s.IntoModule) -> s.Changed:
    course = course_by_slug(slug)
    return changed(move_item(actor_of(request), course, item_id, payload.module_id, payload.with_dates), slug)


@router.put("/courses/{slug}/items/{item_id}/place", response=s.Changed)
@write
def edit_place(request: SignedIn, slug: str, item_id: int, payload: s.PlaceIn) -> s.Changed:
    course = course_by_slug(slug)
    return changed(place_item(actor_of(request), course, item_id, payload.part_id, payload.before), slug)


@router.put("/courses/{slug}/items/{item_id}/text", response=s.TextOut)
@write
def edit_text(request: SignedIn, slug: str, item_id: int, payload: s.TextIn) -> s.TextOut:
    text = write_text(actor_of(request), course_by_slug(slug), item_id, payload.html, payload.ask_again)
    return s.TextOut(html=text.html, edition=text.edition, at=text.written_at)


@router.get("/courses/{slug}/items/{item_id}/editions", response=list[s.Edition])
def item_editions(request: SignedIn, slug: str, item_id: int) -> list[s.Edition]:
    course, member = course_and_membership(actor_of(request), slug)
    require(can_lay_out(member))
    return editions(course, item_id)


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


@router.post("/courses/{slug}/changes/{change_id}/undo", response=s.Changed)
@write
def undo(request: SignedIn, slug: str, change_id: int) -> s.Changed:
    return changed(undo_change(actor_of(request), course_by_slug(slug), change_id), slug)
