"""Line items of a context (AGS 2.0, 3.2): those of the system's items on the path, and those that it made by itself.

A line item of an item takes its title and points from the item; what a system sets there is not its to set. What it
says of dates is kept beside ours, where the date check compares them.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from datetime import datetime
from decimal import Decimal
from typing import Any

from django.db import transaction
from django.db.models import Q
from django.http import HttpRequest, HttpResponse
from unvo_core.links.reports import moment_of, number

from apps.kernel.public import Refused, not_found, now
from apps.layout.public import layout
from apps.links.actions.hear_dates import hear_dates
from apps.links.line_items import line_item_of
from apps.links.lti import names
from apps.links.lti.messages import iso, service_base
from apps.links.models import LineItem, Placement
from apps.links.queries import link_key
from apps.links.sections import layout_of
from apps.links.services.doors import (
    Caller,
    Context,
    answer_json,
    body_of,
    context_of,
    link_to_next,
    page_of,
    service,
)

READ = (names.LINE_ITEMS, names.LINE_ITEMS_READ)
WRITE = (names.LINE_ITEMS,)
MOST_MADE = 500
"""Line items that one system may make in a course."""


@service(GET=READ, POST=WRITE)
def line_items(request: HttpRequest, caller: Caller, course_id: int, section_id: int) -> HttpResponse:
    context = context_of(caller, course_id, section_id)
    if request.method == "POST":
        return answer_json(_made(request, caller, context), names.LINE_ITEM_TYPE, 201)
    start, limit = page_of(request)
    found = _rows(caller, context)
    links = _links_of(found, context)
    rows = [row for row in found if _asked_for(request, row, links.get(row.item_id, ""))]
    base = f"{service_base(context.course, context.section)}/line-items"
    shown = [_out(row, context, links.get(row.item_id, "")) for row in rows[start : start + limit]]
    answer = answer_json(shown, names.LINE_ITEMS_TYPE)
    if more := link_to_next(request, base, start, limit, len(rows) > start + limit):
        answer["Link"] = more
    return answer


@service(GET=READ, PUT=WRITE, DELETE=WRITE)
def line_item(request: HttpRequest, caller: Caller, course_id: int, section_id: int, key: str) -> HttpResponse:
    context = context_of(caller, course_id, section_id)
    row = row_of(caller, context, key)
    if request.method == "PUT":
        row = _changed(row, _told(body_of(request)), context)
    elif request.method == "DELETE":
        _drop(row)
        return HttpResponse(status=204)
    return answer_json(_shown(row, context), names.LINE_ITEM_TYPE)


def row_of(caller: Caller, context: Context, key: str) -> LineItem:
    """A line item of the caller's in this context. Another's is not there."""
    row = LineItem.objects.filter(key=key, system=caller.system, course=context.course, dropped_at=None).first()
    if row is None or (row.item_id is None and row.section_id != context.section_id):
        raise not_found("line item")
    if row.item_id is not None and row.item_id not in layout(context.course).items:
        raise not_found("line item")
    return row


def _rows(caller: Caller, context: Context) -> list[LineItem]:
    """First those of the path, in its order; each is made when it is first asked for."""
    laid = layout(context.course)
    placements = {p.item_id: p for p in Placement.objects.filter(system=caller.system, item__course=context.course)}
    placed = [(laid.items[i], placements[i]) for i in laid.items if i in placements]
    made = {row.item_id: row for row in LineItem.objects.filter(item_id__in=placements)}
    own = [made.get(item.id) or line_item_of(context.course, placement, item) for item, placement in placed]
    strays = LineItem.objects.filter(
        Q(section=context.section_id), system=caller.system, course=context.course, item=None, dropped_at=None
    )
    return [*own, *strays]


def _asked_for(request: HttpRequest, row: LineItem, link: str) -> bool:
    """The filters of the standard: by resource link, by the system's own id and tag."""
    asked = request.GET
    if "resource_link_id" in asked and asked["resource_link_id"] != link:
        return False
    if "resource_id" in asked and asked["resource_id"] != row.resource_id:
        return False
    return "tag" not in asked or asked["tag"] == row.tag


def _links_of(rows: Iterable[LineItem], context: Context) -> dict[int | None, str]:
    """The resource links, by item."""
    found = Placement.objects.filter(item_id__in=[row.item_id for row in rows if row.item_id is not None])
    return {placement.item_id: link_key(placement, context.section) for placement in found}


def _shown(row: LineItem, context: Context) -> dict[str, Any]:
    return _out(row, context, _links_of([row], context).get(row.item_id, ""))


def _out(row: LineItem, context: Context, link: str) -> dict[str, Any]:
    """As the standard has it; the dates of an item are ours, those of the section, sent along."""
    told: dict[str, Any] = {
        "id": f"{service_base(context.course, context.section)}/line-items/{row.key}",
        "label": row.label,
        "scoreMaximum": float(row.most),
    }
    item = layout_of(context.course, context.section).items.get(row.item_id or 0)
    starts, ends = (item.span.opens, item.span.due) if item is not None else (row.starts, row.ends)
    words = {"resourceLinkId": link, "resourceId": row.resource_id, "tag": row.tag}
    times = {"startDateTime": starts, "endDateTime": ends}
    told |= {name: word for name, word in words.items() if word}
    return told | {name: iso(context.course, at) for name, at in times.items() if at is not None}


def _told(body: Mapping[str, Any]) -> dict[str, Any]:
    """A line item as a system writes it. Raises Refused for what can't be kept."""
    most = number(body.get("scoreMaximum"))
    if most is None or most <= 0:
        raise Refused("links.score_maximum", status=400, most="99999")
    label = body.get("label")
    if not isinstance(label, str) or not label.strip() or len(label) > 1000:
        raise Refused("links.label", status=400)
    words = {"resource_id": body.get("resourceId"), "tag": body.get("tag")}
    if any(not isinstance(word or "", str) or len(word or "") > 256 for word in words.values()):
        raise Refused("links.label", status=400)
    return {
        "label": label.strip()[:200],
        "most": Decimal(most.numerator) / Decimal(most.denominator),
        **{name: word or "" for name, word in words.items()},
        "starts": _moment(body, "startDateTime"),
        "ends": _moment(body, "endDateTime"),
        "link": body.get("resourceLinkId") or "",
    }


def _moment(body: Mapping[str, Any], name: str) -> datetime | None:
    given = body.get(name)
    at = moment_of(given)
    if given is not None and at is None:
        raise Refused("links.timestamp", status=400)
    return at


@transaction.atomic
def _made(request: HttpRequest, caller: Caller, context: Context) -> dict[str, Any]:
    """A line item that the system makes. For a resource link of ours there is one already: it is that one. Any other is
    kept apart, and counts nowhere until a person says what it is."""
    told = _told(body_of(request))
    link = told.pop("link")
    if link:
        row = _of_link(caller, context, link)
        return _shown(_changed(row, told, context), context)
    rows = LineItem.objects.filter(system=caller.system, course=context.course, item=None, dropped_at=None)
    if rows.count() >= MOST_MADE:
        raise Refused("links.many_line_items", status=409)
    row = LineItem.objects.create(
        course=context.course,
        system=caller.system,
        section=context.section,
        made_by_system=True,
        made_at=now(),
        **told,
    )
    return _shown(row, context)


def _of_link(caller: Caller, context: Context, link: str) -> LineItem:
    laid = layout(context.course)
    rows = Placement.objects.filter(system=caller.system, item__course=context.course)
    for placement in rows:
        if link_key(placement, context.section) == link and placement.item_id in laid.items:
            return line_item_of(context.course, placement, laid.items[placement.item_id])
    raise not_found("resource link")


@transaction.atomic
def _changed(row: LineItem, told: Mapping[str, Any], context: Context) -> LineItem:
    row = LineItem.objects.select_for_update().get(pk=row.pk)
    if row.item_id is None:
        for name in ("label", "most", "resource_id", "tag", "starts", "ends"):
            setattr(row, name, told[name])
        row.save()
        return row
    row.resource_id, row.tag = told["resource_id"] or row.resource_id, told["tag"] or row.tag
    row.save(update_fields=["resource_id", "tag"])
    hear_dates(row, context.section, told["starts"], told["ends"])
    return row


def _drop(row: LineItem) -> None:
    """A system may take back what it made; what stands on the path is not its to remove."""
    if row.item_id is not None:
        raise Refused("links.on_the_path", status=403)
    row.dropped_at = now()
    row.save(update_fields=["dropped_at"])
