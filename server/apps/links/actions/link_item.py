"""Which content of which system an item opens."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, Refused, not_found, require
from apps.layout.changes import Edit, apply_edits
from apps.layout.public import layout
from apps.links.fetching import refused_address
from apps.links.kinds import LINKED
from apps.links.lti.content import origin_of
from apps.links.models import LinkedSystem, Placement, StatedDue
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
    return put_link(actor, course, item_id, fields)


def put_link(actor: Actor, course: Course, item_id: int, fields: Mapping[str, Any]) -> AuditRecord:
    """Set what an item opens; a change that can be set back, the first one too. `fields`: of Placement, its `system_id`
    among them. Called under the lock of the course."""
    row = Placement.every.filter(item_id=item_id).first()
    if row is None:
        row = Placement.objects.create(item_id=item_id, **fields)
        return apply_edits(actor, course, "link_item", [Edit("placement", row, made=True)], ("item", item_id))
    if _opens_other(row, fields):
        StatedDue.objects.filter(item_id=item_id).delete()
    other = {"resource_id": "", "tag": ""} if row.system_id != fields["system_id"] else {}
    wanted = {**other, **fields, "removed": False}
    return apply_edits(actor, course, "link_item", [Edit("placement", row, wanted)], ("item", item_id))


def _opens_other(row: Placement, fields: Mapping[str, Any]) -> bool:
    """What a system stated was of the content that stood there."""
    names = ("system_id", "address", "resource_id")
    return any(name in fields and getattr(row, name) != fields[name] for name in names)


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
