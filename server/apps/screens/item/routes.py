from django.http import HttpResponse
from ninja import Router

from apps.courses.public import course_by_slug
from apps.gradebook.public import ItemGrading, grading_of
from apps.kernel.public import actor_of, answer, write
from apps.layout.public import Changed, changed, item_row
from apps.path.public import enter, opened_for
from apps.people.public import SignedIn
from apps.screens.item import schemas as s
from apps.screens.item.page import item_page
from apps.screens.item.settings import keep_settings
from apps.screens.removing import take_item_away

router = Router(tags=["item"])


@router.get("/courses/{slug}/items/{item_id}", response=s.ItemPage)
def item(request: SignedIn, slug: str, item_id: int) -> HttpResponse:
    course, reader = enter(request, slug)
    return answer(item_page(course, item_id, reader))


@router.get("/courses/{slug}/items/{item_id}/grading", response=ItemGrading)
def item_grading(request: SignedIn, slug: str, item_id: int) -> ItemGrading:
    course, reader = enter(request, slug)
    if not reader.member.teaches:
        opened_for(course, item_id, reader)
    else:
        item_row(course, item_id)
    return grading_of(course, item_id, reader.member.teaches)


@router.put("/courses/{slug}/items/{item_id}/settings", response=Changed)
@write
def edit_settings(request: SignedIn, slug: str, item_id: int, payload: s.SettingsIn) -> Changed:
    return changed(keep_settings(actor_of(request), course_by_slug(slug), item_id, payload), slug)


@router.delete("/courses/{slug}/items/{item_id}", response=Changed)
@write
def delete_item(request: SignedIn, slug: str, item_id: int, with_work: bool = False) -> Changed:
    return changed(take_item_away(actor_of(request), course_by_slug(slug), item_id, with_work), slug)
