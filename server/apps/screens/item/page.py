"""An item's page: its place on the path, its facts, and its content when it is open."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import datetime

from unvo_core.schedule.spans import MOMENTS

from apps.courses.public import Course
from apps.kernel.public import clean, file_out, may_embed, not_found
from apps.layout.public import (
    DonePart,
    ItemFile,
    LaidItem,
    Layout,
    Moment,
    WantIn,
    in_words,
    item_ref,
    item_row,
    latest_text,
    names_of,
    ref,
    want_row,
)
from apps.path.public import Fact, Reader, laid_for, opened_for
from apps.screens.item import schemas as out
from apps.screens.rows import Seen, look, row, seen_by, sheet_module


def item_page(course: Course, item_id: int, reader: Reader) -> out.ItemPage:
    """Refuses a student what is hidden or locked, by the same door as the item's files."""
    laid = laid_for(course, reader)
    if reader.member.teaches:
        if item_id not in laid.items:
            raise not_found("item")
        module = laid.module_by_id[laid.items[item_id].module_id]
        seen = look(course, laid, reader, [i.id for i in module.items])
    else:
        seen = seen_by(opened_for(course, item_id, reader))
    return _page(course, laid, item_id, seen, reader)


def _page(course: Course, laid: Layout, item_id: int, seen: Seen, reader: Reader) -> out.ItemPage:
    teaching = reader.member.teaches
    item = laid.items[item_id] if teaching else laid.student_items[item_id]
    modules = laid.modules(teaching)
    module = next(m for m in modules if m.id == item.module_id)
    order = [i.id for m in modules for i in m.items if not i.is_heading or i.id == item_id]
    at = order.index(item_id)
    files = list(
        ItemFile.objects.filter(item_id=item_id, removed=False).select_related("file").order_by("position", "id")
    )
    text = latest_text(item_id)
    stored = item_row(course, item_id).file if item.file_id else None
    facts = seen.progress.facts.facts.get(item_id) if seen.progress else None
    return out.ItemPage(
        row=row(item, laid, seen, reader),
        module=sheet_module(module, laid, seen, reader),
        step=module.key,
        dated=laid.term is not None,
        zone=course.zone,
        now=reader.now,
        teaching=teaching,
        can_lay_out=reader.member.instructs,
        done_rule=item.done_rule,
        done_percent=item.done_percent,
        wants=[WantIn(**want_row(w)) for w in item.wants],
        html=clean(text.html) if text else "",
        edition=text.edition if text else 0,
        asked_edition=item.asked_edition,
        acknowledged_edition=facts.acknowledged_edition if facts else 0,
        file=file_out(stored) if stored else None,
        address=item.address,
        embeds=may_embed(item.address),
        done_parts=[DonePart(**p) for p in item.done_parts],
        conditions=item.conditions if teaching else {},
        condition_words=_condition_words(course, laid, item) if teaching else "",
        read_first=[item_ref(ref(laid, i)) for i in item.read_first if i in _reachable(laid, teaching)],
        resources=[resource_out(f) for f in files if f.role == ItemFile.RESOURCE],
        captions=[resource_out(f) for f in files if f.role == ItemFile.CAPTIONS],
        watched=_watched(item_id, seen),
        walls=walls(item, laid),
        default_due_time=course.default_due_time.strftime("%H:%M"),
        previous=item_ref(ref(laid, order[at - 1])) if at else None,
        next=item_ref(ref(laid, order[at + 1])) if at + 1 < len(order) else None,
        budget=max(reader.budget),
    )


def _reachable(laid: Layout, teaching: bool) -> Mapping[int, LaidItem]:
    return laid.items if teaching else laid.student_items


def _condition_words(course: Course, laid: Layout, item: LaidItem) -> str:
    return in_words(item.conditions, names_of(course, laid), laid.calendar) if item.conditions else ""


def _watched(item_id: int, seen: Seen) -> out.Watched | None:
    if seen.progress is None:
        return None
    kept = seen.progress.details.get((item_id, Fact.WATCHED), {})
    return out.Watched(percent=kept.get("percent", 0), position=kept.get("position", 0.0), seen=kept.get("seen", []))


def resource_out(kept: ItemFile) -> out.Resource:
    return out.Resource(id=kept.pk, file=file_out(kept.file), label=kept.label, language=kept.language)


def walls(item: LaidItem, laid: Layout) -> dict[Moment, str]:
    """The entered moments as wall times in the course's zone, as the date fields take them."""
    found: dict[Moment, str] = {}
    for name in MOMENTS:
        at: datetime | None = getattr(item.span, name)
        if at is not None:
            found[name] = at.astimezone(laid.zone).strftime("%Y-%m-%dT%H:%M")
    return found
