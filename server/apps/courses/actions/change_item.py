from __future__ import annotations

from dataclasses import dataclass, replace
from decimal import Decimal
from typing import Any

from unvo_core.path.circles import condition_problems
from unvo_core.path.model import PathModule

from apps.courses.actions.change_module import LONGEST_TITLE
from apps.courses.actions.layout_change import Edit, apply, lock
from apps.courses.facts import path_item
from apps.courses.memberships import membership
from apps.courses.models import Course, Item
from apps.courses.policies import can_lay_out
from apps.courses.queries import item_row, layout
from apps.courses.structure import Layout
from apps.kernel.public import Actor, AuditRecord, Refused, one_line, require, web_link

MOST_MINUTES = 6000
MOST_POINTS = 10000


@dataclass(frozen=True)
class ItemEdit:
    """None leaves a field as it is; `no_points` takes the points away."""

    title: str | None = None
    minutes: int | None = None
    points: float | None = None
    no_points: bool = False
    required: bool | None = None
    practice: bool | None = None
    published: bool | None = None
    done_rule: str | None = None
    done_percent: float | None = None
    after: list[int] | None = None
    address: str | None = None
    place: str | None = None


def change_item(actor: Actor, course: Course, item_id: int, wish: ItemEdit) -> AuditRecord:
    require(can_lay_out(membership(actor, course)))
    course = lock(course)
    item = item_row(course, item_id)
    fields = _plain_fields(wish)
    fields |= _figures(wish)
    if wish.address is not None:
        fields["address"] = web_link(wish.address)
    if wish.after is not None:
        fields["after"] = _conditions(layout(course), item_id, wish.after)
    return apply(actor, course, "change_item", [Edit("item", item, fields)])


def _plain_fields(wish: ItemEdit) -> dict[str, Any]:
    fields: dict[str, Any] = {}
    if wish.title is not None:
        fields["title"] = one_line(wish.title, "Title", LONGEST_TITLE)
    for name in ("required", "practice", "published", "done_rule"):
        value = getattr(wish, name)
        if value is not None:
            fields[name] = value
    return fields


def _figures(wish: ItemEdit) -> dict[str, Any]:
    fields: dict[str, Any] = {}
    if wish.minutes is not None:
        if not 0 <= wish.minutes <= MOST_MINUTES:
            raise Refused("item.effort")
        fields["effort_minutes"] = wish.minutes
    if wish.points is not None:
        if not 0 <= wish.points <= MOST_POINTS:
            raise Refused("item.points")
        fields["points"] = Decimal(str(wish.points)).quantize(Decimal("0.01"))
    elif wish.no_points:
        fields["points"] = None
    if wish.done_percent is not None:
        fields["done_percent"] = Decimal(str(min(100.0, max(0.0, wish.done_percent))))
    return fields


def _conditions(laid: Layout, item_id: int, after: list[int]) -> list[int]:
    """Refuse items of elsewhere and circles, the circle spelled out."""
    wanted = list(dict.fromkeys(after))
    if item_id in wanted or any(i not in laid.items for i in wanted):
        raise Refused("item.after_itself")
    modules = [PathModule(m.id, tuple(path_item(i) for i in m.items), m.in_order) for m in laid.all]
    with_wish = [_with_after(m, item_id, tuple(wanted)) for m in modules]
    for problem in condition_problems(with_wish):
        ids = problem.params["items"]
        titles = " → ".join(laid.items[i].title for i in ids)  # type: ignore[attr-defined]
        raise Refused(problem.code, items=titles)
    return wanted


def _with_after(module: PathModule, item_id: int, after: tuple[int, ...]) -> PathModule:
    return replace(module, items=tuple(replace(i, after=after) if i.id == item_id else i for i in module.items))


def remove_item(actor: Actor, course: Course, item_id: int) -> AuditRecord:
    require(can_lay_out(membership(actor, course)))
    course = lock(course)
    item: Item = item_row(course, item_id)
    return apply(actor, course, "remove_item", [Edit("item", item, {"removed": True})])
