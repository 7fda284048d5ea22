"""What was picked in a system, and where it goes."""

from __future__ import annotations

from datetime import datetime

from unvo_core.links.pairing import Slot, pair

from apps.courses.public import Course
from apps.kernel.public import sentence
from apps.layout.public import layout
from apps.links.actions.pick import targets_of
from apps.links.api import picking_schemas as s
from apps.links.models import Picking, Placement


def picked_out(course: Course, picking: Picking) -> s.PickedOut:
    module = layout(course).module_by_id.get(picking.place.get("module", 0))
    part = next((p.title for p in module.parts if p.id == picking.place["part"]), "") if module is not None else ""
    title = module.title if module is not None else ""
    targets = _targets(course, picking)
    return s.PickedOut(
        key=str(picking.key),
        system=picking.system.name,
        place=", ".join(word for word in (title, part) if word),
        module_key=module.key if module is not None else "",
        fills="items" in picking.place,
        targets=targets,
        items=_items(picking, targets),
        said=picking.said,
        placed=picking.placed_at is not None,
        came=picking.picked is not None,
    )


def _targets(course: Course, picking: Picking) -> list[s.PickTarget]:
    laid, items = layout(course), targets_of(course, picking)
    linked = set(Placement.objects.filter(item_id__in=[i.id for i in items]).values_list("item_id", flat=True))
    return [
        s.PickTarget(
            item_id=i.id,
            title=i.title,
            place=laid.module_by_id[i.module_id].title,
            points=i.points,
            linked=i.id in linked,
        )
        for i in items
    ]


def _items(picking: Picking, targets: list[s.PickTarget]) -> list[s.PickedItem]:
    rows = picking.picked or []
    whole = [n for n, one in enumerate(rows) if not one["refused"]]
    slots = [Slot(t.title, t.linked) for t in targets]
    found = dict(zip(whole, pair([rows[n]["title"] for n in whole], slots), strict=True))
    proposed = {n: targets[at].item_id for n, at in found.items() if at is not None}
    return [
        s.PickedItem(
            index=n,
            title=one["title"],
            text=one["text"],
            points=one["points"],
            opens=_moment(one["opens"]),
            due=_moment(one["due"]),
            closes=_moment(one["closes"]),
            refused=sentence(one["refused"], {}) if one["refused"] else "",
            item_id=proposed.get(n),
        )
        for n, one in enumerate(rows)
    ]


def _moment(text: str) -> datetime | None:
    return datetime.fromisoformat(text) if text else None
