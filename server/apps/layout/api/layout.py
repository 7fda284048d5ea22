from apps.courses.public import can_lay_out, course_and_membership, course_by_slug
from apps.kernel.public import actor_of, require, write
from apps.layout.actions import change_item, change_module, change_part
from apps.layout.actions.make_item import make_item
from apps.layout.actions.move_item import move_item
from apps.layout.actions.open_to_students import Opening, open_to_students
from apps.layout.actions.place_item import place_item
from apps.layout.actions.write_text import write_text
from apps.layout.api import schemas as s
from apps.layout.api.router import router
from apps.layout.api.shapes import changed
from apps.layout.reading.editions import editions
from apps.people.public import SignedIn


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


@router.put("/courses/{slug}/opening", response=s.Changed)
@write
def edit_opening(request: SignedIn, slug: str, payload: s.OpeningIn) -> s.Changed:
    wish = Opening(**payload.model_dump())
    return changed(open_to_students(actor_of(request), course_by_slug(slug), wish), slug)


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
    text = write_text(
        actor_of(request), course_by_slug(slug), item_id, payload.html, payload.ask_again, payload.edition
    )
    return s.TextOut(html=text.html, edition=text.edition, at=text.written_at)


@router.get("/courses/{slug}/items/{item_id}/editions", response=list[s.Edition])
def item_editions(request: SignedIn, slug: str, item_id: int) -> list[s.Edition]:
    course, member = course_and_membership(actor_of(request), slug)
    require(can_lay_out(member))
    return editions(course, item_id)
