"""Content is picked in a linked system, for new drafts or for items that wait for theirs."""

from django.http import HttpResponse
from ninja import Router

from apps.courses.public import can_lay_out, course_by_slug
from apps.kernel.public import actor_of, answer, require, write
from apps.layout.public import Changed, changed
from apps.links.actions.pick import PickedWish, PickPlace, begin_choice, picking_of, place_picked
from apps.links.api import picking_schemas as s
from apps.links.pages.picking import picked_out
from apps.path.public import enter
from apps.people.public import SignedIn

router = Router(tags=["links"])
PICKING = "/courses/{slug}/pickings"


@router.post(PICKING, response=s.PickingBegun)
@write
def begin_link_picking(request: SignedIn, slug: str, payload: s.PickingIn) -> s.PickingBegun:
    place = PickPlace(payload.module_id, payload.part_id, tuple(payload.item_ids))
    picking = begin_choice(actor_of(request), course_by_slug(slug), payload.system, place)
    return s.PickingBegun(key=str(picking.key), open_path=f"/lti/pick/{picking.key}")


@router.get(PICKING + "/{picking_key}", response=s.PickedOut)
def read_link_picking(request: SignedIn, slug: str, picking_key: str) -> HttpResponse:
    course, reader = enter(request, slug)
    require(can_lay_out(reader.member))
    return answer(picked_out(course, picking_of(actor_of(request), course, picking_key)))


@router.post(PICKING + "/{picking_key}/place", response=Changed)
@write
def place_link_picking(request: SignedIn, slug: str, picking_key: str, payload: s.PickedPlaces) -> Changed:
    wishes = [PickedWish(**one.model_dump()) for one in payload.items]
    return changed(place_picked(actor_of(request), course_by_slug(slug), picking_key, wishes), slug)
