"""Which content of which system an item opens."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, Refused, not_found, record, require
from apps.layout.changes import Edit, apply_edits
from apps.layout.public import layout
from apps.links.fetching import refused_address
from apps.links.kinds import LINKED
from apps.links.lti.content import origin_of
from apps.links.models import LinkedSystem, Placement
from apps.links.queries import system_for


@dataclass(frozen=True, slots=True, kw_only=True)
class LinkWish:
    """`address`: of the content, empty for the system's own start. `framed`: None as the system usually opens."""

    system: str
    address: str = ""
    custom: Mapping[str, str] = field(default_factory=dict)
    framed: bool | None = None


def link_item(actor: Actor, course: Course, item_id: int, wish: LinkWish) -> AuditRecord:
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    item = layout(course).items.get(item_id)
    if item is None or item.kind != LINKED.code:
        raise not_found("linked homework")
    system = system_for(course, wish.system)
    address = wish.address.strip()
    if address:
        refuse_foreign_address(system, address)
    fields = {"system_id": system.pk, "address": address, "custom": dict(wish.custom), "framed": wish.framed}
    row = Placement.objects.filter(item_id=item_id).first()
    if row is None:
        Placement.objects.create(item_id=item_id, **fields)
        after = {"system": system.name, "address": address}
        return record(actor, "link.set", ("item", item_id), course_id=course.pk, after=after)
    if row.system_id != system.pk:
        fields |= {"resource_id": "", "tag": "", "stated_due": None, "stated_at": None}
    return apply_edits(actor, course, "link_item", [Edit("placement", row, fields)], ("item", item_id))


def refuse_foreign_address(system: LinkedSystem, address: str) -> None:
    """An id_token goes to the system alone."""
    own = {origin_of(one) for one in (system.launch_address, *system.redirects)}
    if refused_address(address):
        raise Refused("links.address", address=address[:200])
    if origin_of(address) not in own:
        raise Refused("links.other_host", address=address[:200])


def copy_links(course: Course, items: Mapping[int, int]) -> None:
    """Copies of items open the same content, as links of their own; `items`: old -> new. A system that only the old
    course has does not come along; the date check says so."""
    usable: dict[int, bool] = {}
    rows: list[Placement] = []
    for row in Placement.objects.select_related("system").filter(item_id__in=items):
        if not usable.setdefault(row.system_id, row.system.course_id in (None, course.pk)):
            continue
        kept: dict[str, Any] = {"system": row.system, "address": row.address, "custom": row.custom}
        kept |= {"resource_id": row.resource_id, "tag": row.tag, "framed": row.framed}
        rows.append(Placement(item_id=items[row.item_id], **kept))
    Placement.objects.bulk_create(rows)
