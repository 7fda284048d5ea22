from __future__ import annotations

from datetime import datetime

from unvo_core.schedule.moments import rule_for
from unvo_core.schedule.spans import MOMENTS, span_problems

from apps.courses.actions.layout_change import Edit, apply, lock
from apps.courses.facts import row_of, span_of
from apps.courses.memberships import membership
from apps.courses.models import Course
from apps.courses.policies import can_lay_out
from apps.courses.queries import item_row, layout
from apps.courses.structure import Layout
from apps.kernel.public import Actor, AuditRecord, Refused, refuse_problems, require


def set_moments(actor: Actor, course: Course, item_id: int, walls: dict[str, str | None]) -> AuditRecord:
    """Set all four moments from wall times in the course's zone. A date alone takes the default due time."""
    require(can_lay_out(membership(actor, course)))
    course = lock(course)
    item = item_row(course, item_id)
    laid = layout(course)
    moments = {}
    for name in MOMENTS:
        text = walls.get(name)
        if text:
            moments[name] = row_of(rule_for(_wall(text, course), laid.weeks))
    span = span_of(moments, laid.zone, laid.term, laid.weeks)
    refuse_problems(span_problems(span))
    _inside_term(span.due, laid)
    return apply(actor, course, "set_moments", [Edit("item", item, {"moments": moments})])


def _wall(text: str, course: Course) -> datetime:
    try:
        wall = datetime.fromisoformat(text)
    except ValueError:
        raise Refused("span.unreadable") from None
    if wall.tzinfo is not None:
        raise Refused("span.unreadable")
    if len(text) == len("2026-10-18"):
        wall = datetime.combine(wall.date(), course.default_due_time)
    return wall.replace(second=0, microsecond=0)


def _inside_term(due: datetime | None, laid: Layout) -> None:
    """Work due outside the term is refused; it is the slip that a copied date makes."""
    if due is None or laid.term is None:
        return
    day = due.astimezone(laid.zone).date()
    last = laid.weeks[-1].last_day
    if not laid.weeks[0].first_day <= day <= last:
        raise Refused("span.outside_term", day=day, first=laid.term.first_day, last=laid.term.last_day)
