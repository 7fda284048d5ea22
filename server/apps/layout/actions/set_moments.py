from __future__ import annotations

from collections.abc import Collection, Mapping
from datetime import datetime
from typing import Any

from unvo_core.schedule.moments import Key, Rule, circle_problems, resolve_all, rule_for
from unvo_core.schedule.spans import MOMENTS, Span, span_problems
from unvo_core.terms.redate import shifted

from apps.courses.public import MOMENT_NAMES, Course, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, Refused, refuse_problems, require
from apps.layout.actions.layout_change import Edit, apply
from apps.layout.models import Item
from apps.layout.queries import item_row, layout
from apps.layout.reading.persons import span_from
from apps.layout.reading.rules import row_of, rule_of
from apps.layout.reading.structure import Layout

MOST_AT_ONCE = 500
Wish = str | Mapping[str, Any] | None
"""A wall time in the course's zone, a stored rule, or nothing."""

EARLIEST, LATEST = 1900, 2199
"""Years of a moment: others are slips of the fingers, and near the ends of the calendar zones can't be computed."""


def set_moments(actor: Actor, course: Course, item_id: int, wishes: Mapping[str, Wish]) -> AuditRecord:
    """Set all four moments of an item. A date alone takes the default due time."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    item = item_row(course, item_id)
    laid = layout(course)
    rules: dict[str, Rule] = {name: _rule(wish, course, laid) for name in MOMENTS if (wish := wishes.get(name))}
    edits = moment_edits(laid, {item_id: rules}, {item_id: item})
    return apply(actor, course, "set_moments", edits)


def shift_items(actor: Actor, course: Course, item_ids: Collection[int], days: int, classes: int) -> AuditRecord:
    """Move every moment of several items by days or by classes."""
    require(can_lay_out(membership(actor, course)))
    if not item_ids or len(item_ids) > MOST_AT_ONCE or bool(days) == bool(classes):
        raise Refused("moment.shift")
    course = lock_course(course)
    laid = layout(course)
    rows = {i.pk: i for i in Item.objects.filter(course=course, removed=False, pk__in=item_ids)}
    moved = shifted(laid.rules, laid.calendar, set(rows), days, classes)
    by_item: dict[int, dict[str, Rule]] = {pk: {} for pk in rows}
    for (pk, name), rule in moved.items():
        by_item[pk][name] = rule
    by_item = {pk: rules for pk, rules in by_item.items() if rules}
    if not by_item:
        raise Refused("moment.nothing_dated")
    return apply(actor, course, "shift_items", moment_edits(laid, by_item, rows))


def moment_edits(laid: Layout, wanted: Mapping[int, Mapping[str, Rule]], rows: Mapping[int, Item]) -> list[Edit]:
    """The edits that give items these moments; refused when any of them would not hold."""
    rules: dict[Key, Rule] = {k: r for k, r in laid.rules.items() if k[0] not in wanted}
    rules |= {(pk, name): rule for pk, named in wanted.items() for name, rule in named.items()}
    refuse_circles(laid, rules)
    resolved = resolve_all(rules, laid.calendar)
    for problem in resolved.problems:
        lost, name = problem.path.removeprefix("item:").split(".")
        if int(lost) in wanted:
            raise Refused("moment.nowhere", title=laid.items[int(lost)].title, moment=MOMENT_NAMES[name])
    for pk in wanted:
        span = span_from(pk, resolved.instants)
        refuse_problems(span_problems(span))
        _inside_term(span, laid)
    return [
        Edit("item", rows[pk], {"moments": {name: row_of(rule) for name, rule in named.items()}})
        for pk, named in wanted.items()
    ]


def refuse_circles(laid: Layout, rules: Mapping[Key, Rule]) -> None:
    for problem in circle_problems(rules):
        around: tuple[Key, ...] = problem.params["moments"]  # type: ignore[assignment]
        words = " → ".join(f"{laid.items[pk].title} ({MOMENT_NAMES[name]})" for pk, name in around)
        raise Refused(problem.code, moments=words)


def _rule(wish: Wish, course: Course, laid: Layout) -> Rule:
    if isinstance(wish, str):
        return rule_for(wall_of(wish, course), laid.calendar)
    try:
        return rule_of(wish or {})
    except (KeyError, ValueError, TypeError):
        raise Refused("span.unreadable") from None


def wall_of(text: str, course: Course) -> datetime:
    """A wall time as the date fields send it; a day alone takes the course's due time."""
    try:
        wall = datetime.fromisoformat(text)
    except ValueError:
        raise Refused("span.unreadable") from None
    if wall.tzinfo is not None:
        raise Refused("span.unreadable")
    if not EARLIEST <= wall.year <= LATEST:
        raise Refused("span.far_away", year=wall.year, first=EARLIEST, last=LATEST)
    if len(text) == len("2026-10-18"):
        wall = datetime.combine(wall.date(), course.default_due_time)
    return wall.replace(second=0, microsecond=0)


def _inside_term(span: Span, laid: Layout) -> None:
    """Work due outside the term is refused; it is the slip that a copied date makes."""
    if span.due is None or laid.term is None:
        return
    day = laid.calendar.day_of(span.due)
    if not laid.weeks[0].first_day <= day <= laid.weeks[-1].last_day:
        raise Refused("span.outside_term", day=day, first=laid.term.first_day, last=laid.term.last_day)
