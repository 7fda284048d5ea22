"""Content is picked in a system, looked at, and placed."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from apps.courses.public import Course, can_lay_out, can_teach, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, Refused, not_found, now, record, require, together
from apps.layout.changes import ItemEdit, change_item, make_item, set_moments
from apps.layout.public import Item, LaidItem, layout
from apps.links.actions.link_item import put_link
from apps.links.keys import key_of
from apps.links.kinds import LINKED
from apps.links.models import Picking, Placement
from apps.links.queries import system_for
from apps.links.sections import own_section

CONTENT = ("address", "custom", "resource_id", "tag")
"""What of picked content says which it is."""


@dataclass(frozen=True, slots=True, kw_only=True)
class PickedWish:
    """One of what was picked, as it is to be placed. `points`: None for work without. `take_dates`: the system's
    proposal; else it has none until its teacher sets them. `item_id`: the item it is for, which keeps its own of all
    that."""

    index: int
    title: str
    points: float | None
    take_dates: bool
    item_id: int | None = None


@dataclass(frozen=True, slots=True)
class PickPlace:
    """Where picked content goes: to new drafts at the end of a module or part, or to `item_ids`, in their order."""

    module_id: int | None = None
    part_id: int | None = None
    item_ids: tuple[int, ...] = ()


def begin_choice(actor: Actor, course: Course, system_key: str, place: PickPlace) -> Picking:
    """Raises Refused; the place is looked at again when content is placed."""
    member = membership(actor, course)
    require(can_lay_out(member))
    system = system_for(course, system_key)
    laid = layout(course)
    if place.item_ids:
        if any((item := laid.items.get(i)) is None or item.kind != LINKED.code for i in place.item_ids):
            raise not_found("linked homework")
    elif place.module_id not in laid.module_by_id:
        raise not_found("module")
    picking = Picking.objects.create(
        system=system,
        course=course,
        section=own_section(course, member, actor),
        person_id=actor.person_id or 0,
        place={"items": place.item_ids} if place.item_ids else {"module": place.module_id, "part": place.part_id},
        begun_at=now(),
    )
    record(actor, "system.pick", ("system", system.pk), course_id=course.pk, after={"picking": picking.pk})
    return picking


def picking_of(actor: Actor, course: Course, key: str) -> Picking:
    """The actor's own. Raises Refused."""
    require(can_teach(membership(actor, course)))
    rows = Picking.objects.select_related("system").filter(course=course, person_id=actor.person_id or 0)
    found = rows.filter(key=key_of(key)).first()
    if found is None:
        raise not_found("choice of content")
    return found


def targets_of(course: Course, picking: Picking) -> list[LaidItem]:
    """The items that content was picked for, as far as they are still there; none for new drafts."""
    items = layout(course).items
    found = [items[i] for i in picking.place.get("items", ()) if i in items]
    return [item for item in found if item.kind == LINKED.code]


def place_picked(actor: Actor, course: Course, key: str, wishes: Sequence[PickedWish]) -> AuditRecord:
    """Drafts at the end of the place that was chosen, in the order in which they were picked, or content of the items
    that it was picked for; one change."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    picking = Picking.objects.select_for_update(of=("self",)).get(pk=picking_of(actor, course, key).pk)
    if picking.placed_at is not None:
        raise Refused("links.placed", status=409)
    picked = picking.picked or []
    for wish in wishes:
        if not 0 <= wish.index < len(picked) or picked[wish.index]["refused"]:
            raise Refused("links.not_picked")
    if not wishes:
        raise Refused("links.nothing_chosen")
    if "items" in picking.place:
        whole = _fill(actor, course, picking, wishes)
    else:
        whole = _place_all(actor, course, picking, wishes)
    picking.placed_at = now()
    picking.save(update_fields=["placed_at"])
    return whole


def _fill(actor: Actor, course: Course, picking: Picking, wishes: Sequence[PickedWish]) -> AuditRecord:
    ids = [wish.item_id for wish in wishes]
    if len(set(ids)) < len(ids):
        raise Refused("links.two_for_one")
    there = {item.id for item in targets_of(course, picking)}
    with together(actor, "fill_links", ("course", course.pk), course_id=course.pk) as whole:
        for wish in wishes:
            if wish.item_id not in there:
                raise not_found("linked homework")
            content = (picking.picked or [])[wish.index]
            fields = {"system_id": picking.system_id, **{name: content[name] for name in CONTENT}}
            put_link(actor, course, wish.item_id, fields)
    return whole


def _place_all(actor: Actor, course: Course, picking: Picking, wishes: Sequence[PickedWish]) -> AuditRecord:
    with together(actor, "place_links", ("module", picking.place["module"]), course_id=course.pk) as whole:
        for wish in sorted(wishes, key=lambda w: w.index):
            _place(actor, course, picking, (picking.picked or [])[wish.index], wish)
    return whole


def _place(actor: Actor, course: Course, picking: Picking, content: dict[str, Any], wish: PickedWish) -> None:
    made = make_item(actor, course, picking.place["module"], LINKED.code, wish.title, picking.place["part"])
    item = Item.objects.get(pk=made.target_id)
    # It goes and comes back with its item.
    Placement.objects.create(
        item=item,
        system=picking.system,
        **{name: content[name] for name in CONTENT},
    )
    if wish.points is not None:
        change_item(actor, course, item.pk, ItemEdit(points=wish.points))
    if wish.take_dates and (moments := _moments(content, course)):
        set_moments(actor, course, item.pk, moments)


def _moments(content: dict[str, Any], course: Course) -> dict[str, str]:
    """The system's dates as wall times of the course."""
    found = {}
    for name in ("opens", "due", "closes"):
        if content[name]:
            at = datetime.fromisoformat(content[name]).astimezone(layout(course).zone)
            found[name] = at.strftime("%Y-%m-%dT%H:%M")
    return found
