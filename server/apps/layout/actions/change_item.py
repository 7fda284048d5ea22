from __future__ import annotations

from copy import copy
from dataclasses import dataclass
from decimal import Decimal
from typing import Any

from unvo_core.talk.wants import want_problems

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, Refused, one_line, refuse_problems, require, web_link
from apps.layout.actions.change_module import LONGEST_TITLE
from apps.layout.actions.layout_change import Edit, apply
from apps.layout.kinds import kind_of, plain_rules
from apps.layout.models import Item
from apps.layout.queries import item_row, layout
from apps.layout.reading.done_rules import can_be_done
from apps.layout.reading.wants import want_of, want_row

MOST_MINUTES = 6000
MOST_POINTS = 10000
MOST_READ_FIRST = 12
MOST_RULES = 6
LONGEST_HINT = 300
LONGEST_PLACE = 120
MOST_SECONDS = 24 * 3600
MOST_PAGES = 5000


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
    done_parts: list[dict[str, Any]] | None = None
    hint: str | None = None
    read_first: list[int] | None = None
    length_seconds: int | None = None
    pages: int | None = None
    address: str | None = None
    place: str | None = None
    wants: list[dict[str, Any]] | None = None


def change_item(actor: Actor, course: Course, item_id: int, wish: ItemEdit) -> AuditRecord:
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    item = item_row(course, item_id)
    fields = _plain_fields(wish)
    fields |= _figures(wish)
    if wish.wants is not None:
        fields["wants"] = _wants(item, wish.wants)
    if wish.address is not None:
        fields["address"] = web_link(wish.address)
    if wish.read_first is not None:
        if item_id in wish.read_first or any(i not in layout(course).items for i in wish.read_first):
            raise Refused("item.after_itself")
        fields["read_first"] = list(dict.fromkeys(wish.read_first))[:MOST_READ_FIRST]
    changed = copy(item)
    for name, value in fields.items():
        setattr(changed, name, value)
    if not can_be_done(changed):
        if (wish.done_rule is None and can_be_done(item)) or _moved_elsewhere(item, changed):
            fields |= {"done_rule": "ticked", "done_percent": None}
        elif wish.done_rule is not None and wish.done_rule != item.done_rule and not kind_of(item.kind).recording:
            raise Refused("item.never_done", title=item.title)
    return apply(actor, course, "change_item", [Edit("item", item, fields)])


def _moved_elsewhere(item: Item, changed: Item) -> bool:
    """A recording that got an address: it is watched there, and nothing is known of it here."""
    return kind_of(item.kind).recording and not item.address and bool(changed.address) and changed.file_id is None


def _plain_fields(wish: ItemEdit) -> dict[str, Any]:
    fields: dict[str, Any] = {}
    if wish.title is not None:
        fields["title"] = one_line(wish.title, "Title", LONGEST_TITLE)
    if wish.hint is not None:
        fields["hint"] = one_line(wish.hint, "Hint", LONGEST_HINT) if wish.hint.strip() else ""
    if wish.place is not None:
        fields["place"] = one_line(wish.place, "Place", LONGEST_PLACE) if wish.place.strip() else ""
    if wish.done_parts is not None:
        fields["done_parts"] = _joined_rules(wish.done_parts)
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
    for name, most, code in (("length_seconds", MOST_SECONDS, "item.length"), ("pages", MOST_PAGES, "item.pages")):
        value = getattr(wish, name)
        if value is not None:
            if not 0 <= value <= most:
                raise Refused(code)
            fields[name] = value or None
    if wish.points is not None:
        if not 0 <= wish.points <= MOST_POINTS:
            raise Refused("item.points")
        fields["points"] = Decimal(str(wish.points)).quantize(Decimal("0.01"))
    elif wish.no_points:
        fields["points"] = None
    if wish.done_percent is not None:
        fields["done_percent"] = Decimal(str(_percent(wish.done_percent)))
    return fields


def _percent(value: float) -> float:
    if not 0 <= value <= 100:
        raise Refused("item.percent")
    return value


def _wants(item: Item, wished: list[dict[str, Any]]) -> list[dict[str, Any]]:
    if wished and not kind_of(item.kind).talks:
        raise Refused("item.wrong_kind")
    wants = [want_of(row) for row in wished]
    refuse_problems(want_problems(wants))
    return [want_row(want) for want in wants]


def _joined_rules(wished: list[dict[str, Any]]) -> list[dict[str, Any]]:
    """The plain rules that 'any' or 'all' of an item join."""
    if len(wished) > MOST_RULES or any(p["rule"] not in plain_rules() for p in wished):
        raise Refused("item.rules", most=MOST_RULES)
    return [{"rule": p["rule"], "percent": _percent(float(p.get("percent") or 0))} for p in wished]


def remove_item(actor: Actor, course: Course, item_id: int) -> AuditRecord:
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    item: Item = item_row(course, item_id)
    return apply(actor, course, "remove_item", [Edit("item", item, {"removed": True})])
