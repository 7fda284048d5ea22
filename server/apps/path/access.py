"""One door to an item: its address, the API and its files all pass here."""

from __future__ import annotations

from dataclasses import asdict
from datetime import datetime

from django.utils.translation import gettext as _
from unvo_core.path.conditions import Choice
from unvo_core.path.evaluate import ItemState, steps_to_open
from unvo_core.schedule.spans import is_closed

from apps.courses.public import Course, moment, refuse_archived
from apps.kernel.public import Actor, Refused, not_found, now
from apps.layout.public import Layout, person_layout, ref
from apps.path.progress import Progress, progress


def require_open(course: Course, item_id: int, actor: Actor) -> Progress:
    """Refuse a student what is hidden (404), locked or not yet open (403, with the reason)."""
    if actor.person_id is None:
        raise not_found("item")
    laid = person_layout(course, actor.person_id)
    if item_id not in laid.student_items:
        raise not_found("item")
    known = progress(course, laid, actor.person_id, now())
    refuse_locked(known, item_id)
    return known


def can_open(course: Course, item_id: int, actor: Actor) -> bool:
    """Whether `require_open` lets them through."""
    try:
        require_open(course, item_id, actor)
    except Refused:
        return False
    return True


def refuse_locked(known: Progress, item_id: int) -> None:
    """The refusal of `require_open` for progress that was read already."""
    if item_id not in known.laid.student_items:
        raise not_found("item")
    state = known.course.items[item_id]
    if state.shut:
        raise refusal(known.laid, item_id, known)


def opened_items(known: Progress) -> frozenset[int]:
    """What the person can reach: neither locked nor yet to open."""
    states = known.course.items.values()
    return frozenset(s.item_id for s in states if not s.shut)


def require_doable(course: Course, item_id: int, actor: Actor, at: datetime) -> Progress:
    """As `require_open`, and refuse work on what has closed or in an archived course."""
    refuse_archived(course)
    known = require_open(course, item_id, actor)
    laid, item = known.laid, known.laid.student_items[item_id]
    if is_closed(item.span, at):
        closes = moment(item.span.closes, laid.zone) if item.span.closes else ""
        raise Refused("item.closed", status=403, title=item.title, closes=closes)
    return known


def refusal(laid: Layout, item_id: int, known: Progress) -> Refused:
    """The named reason, with links to everything that must be done first."""
    item, state = laid.student_items[item_id], known.course.items[item_id]
    steps = steps_to_open(item_id, known.course, laid.order)
    also = {"steps": [asdict(ref(laid, i)) for i in steps]}
    if state.opens_at:
        opens = moment(state.opens_at, laid.zone)
        return Refused("item.not_open", status=403, also=also, title=item.title, opens=opens)
    awaited = ", ".join(_awaited(laid, i, state) for i in state.waits_for)
    after = "; ".join([*([awaited] if awaited else []), *(_any_of(laid, c) for c in state.choices)])
    if state.by_hand:
        code = "item.locked_and_by_hand" if after else "item.by_hand"
        return Refused(code, status=403, also=also, title=item.title, after=after)
    if state.or_at:
        at = moment(state.or_at, laid.zone)
        return Refused("item.locked_or_at", status=403, also=also, title=item.title, after=after, at=at)
    return Refused("item.locked", status=403, also=also, title=item.title, after=after)


def _awaited(laid: Layout, item_id: int, state: ItemState) -> str:
    """'Set 7A', or 'Check 7 (60 % or more)'."""
    title, asked = laid.student_items[item_id].title, dict(state.scores).get(item_id)
    return (
        title
        if asked is None
        else _("%(title)s (%(percent)s %% or more)") % {"title": title, "percent": f"{float(asked):g}"}
    )


def _any_of(laid: Layout, choice: Choice) -> str:
    """'any 2 of Set 7A, Set 7B, Set 7C'."""
    titles = ", ".join(laid.student_items[i].title for i in choice.items)
    return _("any %(need)s of %(titles)s") % {"need": choice.need, "titles": titles}
