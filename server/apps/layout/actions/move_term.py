"""To another term: by rule (re-date), or the same path over another length (repace)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date, datetime
from typing import Any, cast

from unvo_core.schedule.calendar import Calendar
from unvo_core.schedule.moments import Key, Rule, rule_for
from unvo_core.schedule.spans import MOMENTS, MomentName
from unvo_core.schedule.term import Break, Term, weeks
from unvo_core.terms.redate import Landing, Note, redate, same_weekday
from unvo_core.terms.repace import Paced, module_weeks, repace

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, Refused, require
from apps.layout.actions.layout_change import Edit, apply
from apps.layout.actions.set_schedule import ScheduleWish, calendar_wished, refuse_bad_term, schedule_edits
from apps.layout.models import Item, MeetingPattern, Module
from apps.layout.queries import layout
from apps.layout.reading.rules import row_of
from apps.layout.reading.structure import Layout


@dataclass(frozen=True)
class Line:
    """One moment before and after, with what was done to it besides moving (codes of unvo_core.terms.redate)."""

    item_id: int
    moment: MomentName
    before: datetime | None
    after: datetime | None
    notes: tuple[Note, ...] = ()


@dataclass(frozen=True)
class TermMove:
    """What moving to another term would do. `weeks`: module -> its new week, where that changes."""

    lines: tuple[Line, ...]
    rules: dict[int, dict[str, Rule]]
    weeks: dict[int, int]
    new: Calendar


@dataclass(frozen=True)
class Carried:
    """What of a term can come along into another one: by section, the days that differ from its pattern, on the same
    weekday of the same week; and the breaks, so many days after the term's first week as now."""

    days: list[tuple[int | None, list[dict[str, Any]]]]
    breaks: list[Break]


def carried(
    actor: Actor, course: Course, first_day: date, last_day: date, first_week_number: int, week_start: int
) -> Carried:
    laid = _dated(actor, course)
    new = Term(
        name="",
        first_day=first_day,
        last_day=last_day,
        zone=laid.zone,
        week_start=week_start,
        first_number=first_week_number,
    )
    refuse_bad_term(new)
    there = weeks(new)
    found = []
    for pattern in MeetingPattern.objects.filter(course=course).order_by("section_id"):
        moved = [(same_weekday(date.fromisoformat(e["day"]), laid.weeks, there), e) for e in pattern.exceptions]
        found.append((pattern.section_id, [e | {"day": day.isoformat()} for day, e in moved if day is not None]))
    by = there[0].first_day - laid.weeks[0].first_day
    breaks = [
        replace(b, first_day=b.first_day + by, last_day=min(b.last_day + by, last_day))
        for b in (laid.term.breaks if laid.term else ())
        if first_day <= b.first_day + by <= last_day
    ]
    return Carried(found, breaks)


def plan_redate(actor: Actor, course: Course, wish: ScheduleWish, landing: Landing) -> TermMove:
    """Every moment before and after; nothing is changed."""
    laid = _dated(actor, course)
    new = calendar_wished(wish)
    moved = redate(laid.rules, laid.calendar, new, landing)
    lines = tuple(Line(m.key[0], cast(MomentName, m.key[1]), m.before, m.after, m.notes) for m in moved)
    return TermMove(lines, _by_item({m.key: m.rule for m in moved}), _clamped_weeks(laid, new), new)


def plan_repace(actor: Actor, course: Course, wish: ScheduleWish) -> TermMove:
    """The path spread over the new term's class days; nothing is changed."""
    laid = _dated(actor, course)
    new = calendar_wished(wish)
    items = [i for m in laid.all for i in m.items]
    found = repace([Paced(i.id, i.effort_minutes, i.span) for i in items], laid.calendar, new)
    if not found:
        raise Refused("repace.no_days")
    rules: dict[Key, Rule] = {}
    lines = []
    for item, paced in zip(items, found, strict=True):
        for name in MOMENTS:
            before: datetime | None = getattr(item.span, name)
            after: datetime | None = getattr(paced.span, name)
            if after is not None:
                rules[(item.id, name)] = rule_for(after.astimezone(new.zone).replace(tzinfo=None), new)
            if before is not None or after is not None:
                lines.append(Line(item.id, name, before, after))
    to_week = module_weeks(found, {i.id: i.module_id for i in items}, new)
    changed = {m.id: to_week.get(m.id, 1) for m in laid.all if to_week.get(m.id, m.week) != m.week}
    return TermMove(tuple(lines), _by_item(rules), changed, new)


def apply_move(actor: Actor, course: Course, wish: ScheduleWish, move: TermMove, action: str) -> AuditRecord:
    """The new schedule, every moment and every module's week as one change with one undo."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    edits = schedule_edits(course, wish)
    for item in Item.objects.filter(course=course, removed=False):
        rules = move.rules.get(item.pk, {})
        moments = {name: row_of(rules[name]) for name in MOMENTS if name in rules}
        if moments != item.moments:
            edits.append(Edit("item", item, {"moments": moments}))
    for module in Module.objects.filter(course=course, removed=False, pk__in=move.weeks):
        edits.append(Edit("module", module, {"week": move.weeks[module.pk]}))
    return apply(actor, course, action, edits, ("schedule", course.pk))


def _dated(actor: Actor, course: Course) -> Layout:
    require(can_lay_out(membership(actor, course)))
    laid = layout(course)
    if laid.term is None:
        raise Refused("redate.no_term")
    return laid


def _clamped_weeks(laid: Layout, new: Calendar) -> dict[int, int]:
    """Modules of weeks that the new term lacks go to its last week."""
    numbers: Sequence[int] = sorted(new.week_by_number)
    return {
        m.id: min(max(m.week, numbers[0]), numbers[-1])
        for m in laid.all
        if m.week is not None and numbers and m.week not in new.week_by_number
    }


def _by_item(rules: dict[Key, Rule]) -> dict[int, dict[str, Rule]]:
    found: dict[int, dict[str, Rule]] = {}
    for (item, name), rule in rules.items():
        found.setdefault(item, {})[name] = rule
    return found
