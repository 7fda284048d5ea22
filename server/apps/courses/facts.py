"""Rows to frozen core values, nowhere else."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import replace
from datetime import datetime, time
from fractions import Fraction
from typing import Any
from zoneinfo import ZoneInfo

from unvo_core.path.model import (
    Acknowledged,
    DoneRule,
    HandedIn,
    ItemFacts,
    Opened,
    PathItem,
    PathModule,
    ScoredAtLeast,
    Ticked,
)
from unvo_core.schedule.moments import Absolute, InWeek, Rule, resolve
from unvo_core.schedule.spans import MOMENTS, Span
from unvo_core.schedule.term import Break, Term, Week, weeks
from unvo_core.schedule.zones import instant_of

from apps.courses.models import Course, Fact, Item, Module, Part, TermBreak
from apps.courses.structure import LaidItem, LaidModule, LaidPart, Layout


def rule_of(row: Mapping[str, Any]) -> Rule:
    """A stored moment: {'on': 'week', week, weekday, time} or {'on': 'absolute', wall}."""
    if row["on"] == "week":
        return InWeek(row["week"], row["weekday"], time.fromisoformat(row["time"]))
    return Absolute(datetime.fromisoformat(row["wall"]))


def row_of(rule: Rule) -> dict[str, Any]:
    if isinstance(rule, InWeek):
        at = rule.at.strftime("%H:%M")
        return {"on": "week", "week": rule.week, "weekday": rule.weekday, "time": at}
    return {"on": "absolute", "wall": rule.wall.strftime("%Y-%m-%dT%H:%M")}


def span_of(moments: Mapping[str, Any], zone: ZoneInfo, term: Term | None, all_weeks: tuple[Week, ...]) -> Span:
    if not moments:
        return Span()
    found: dict[str, datetime | None] = {}
    for name in MOMENTS:
        if name in moments:
            rule = rule_of(moments[name])
            if term is not None:
                found[name] = resolve(rule, term, all_weeks)
            elif isinstance(rule, Absolute):
                found[name] = instant_of(rule.wall, zone)
    return Span(**found)


def term_of(course: Course, breaks: Iterable[TermBreak]) -> Term | None:
    row = course.term
    if row is None:
        return None
    return Term(
        name=row.name,
        first_day=row.first_day,
        last_day=row.last_day,
        zone=ZoneInfo(course.zone),
        week_start=row.week_start,
        first_number=row.first_week_number,
        breaks=tuple(Break(b.name, b.first_day, b.last_day, b.takes_week_number) for b in breaks),
    )


def done_rule_of(code: str, percent: float | None, edition: int) -> DoneRule:
    match code:
        case "opened":
            return Opened()
        case "ticked":
            return Ticked()
        case "handed_in":
            return HandedIn()
        case "acknowledged":
            return Acknowledged(edition)
        case "scored":
            return ScoredAtLeast(Fraction(str(percent or 0)))
    raise ValueError(f"unknown done rule {code}")


def layout_of(
    course: Course,
    breaks: Iterable[TermBreak],
    modules: Iterable[Module],
    parts: Iterable[Part],
    items: Iterable[Item],
) -> Layout:
    """`modules`, `parts` and `items` in position order, removed ones left out."""
    zone = ZoneInfo(course.zone)
    term = term_of(course, breaks)
    all_weeks = weeks(term) if term else ()
    parts_by_module: dict[int, list[Part]] = {}
    for part in parts:
        parts_by_module.setdefault(part.module_id, []).append(part)
    items_by_module: dict[int, list[Item]] = {}
    for item in items:
        items_by_module.setdefault(item.module_id, []).append(item)
    laid = []
    for count, module in enumerate(modules, start=1):
        own = parts_by_module.get(module.pk, [])
        rank = {p.pk: n for n, p in enumerate(own)}
        ordered = sorted(
            items_by_module.get(module.pk, []),
            key=lambda i: (rank.get(i.part_id, -1) if i.part_id else -1, i.position, i.pk),
        )
        laid_items = tuple(
            _laid_item(i, n, span_of(i.moments, zone, term, all_weeks)) for n, i in enumerate(ordered, start=1)
        )
        laid.append(
            LaidModule(
                id=module.pk,
                title=module.title,
                week=module.week,
                key=str(module.week) if term else str(count),
                in_order=module.in_order,
                published=module.published,
                objectives=tuple(module.objectives),
                parts=tuple(LaidPart(p.pk, p.title) for p in own),
                items=laid_items,
            )
        )
    students = tuple(_as_students_see(m) for m in laid if m.published)
    return Layout(zone, term, all_weeks, tuple(laid), students, tuple(_path_module(m) for m in students))


def _laid_item(item: Item, number: int, span: Span) -> LaidItem:
    return LaidItem(
        id=item.pk,
        module_id=item.module_id,
        part_id=item.part_id,
        kind=item.kind,
        title=item.title,
        required=item.required,
        published=item.published,
        practice=item.practice,
        takes_hand_ins=item.takes_hand_ins,
        effort_minutes=item.effort_minutes,
        points=None if item.points is None else float(item.points),
        possible=Fraction(item.points or 0),
        done_rule=item.done_rule,
        done_percent=None if item.done_percent is None else float(item.done_percent),
        moments=item.moments,
        after=tuple(item.after),
        address=item.address,
        file_id=item.file_id,
        asked_edition=item.asked_edition,
        span=span,
        number=number,
    )


def _as_students_see(module: LaidModule) -> LaidModule:
    shown = (i for i in module.items if i.published)
    return replace(module, items=tuple(replace(i, number=n) for n, i in enumerate(shown, start=1)))


def _path_module(module: LaidModule) -> PathModule:
    return PathModule(module.id, tuple(path_item(i) for i in module.items), module.in_order)


def path_item(item: LaidItem) -> PathItem:
    return PathItem(
        id=item.id,
        module_id=item.module_id,
        done_rule=done_rule_of(item.done_rule, item.done_percent, item.asked_edition),
        required=item.required,
        span=item.span,
        after=item.after,
        handed_in=item.takes_hand_ins,
        practice=item.practice,
    )


FactRow = tuple[int, str, datetime, int, bool, dict[str, Any]]


def person_facts(rows: Iterable[FactRow]) -> dict[int, ItemFacts]:
    """`rows`: item, kind, at, edition, by_teacher, detail."""
    gathered: dict[int, dict[str, Any]] = {}
    for item_id, kind, at, edition, by_teacher, _ in rows:
        facts = gathered.setdefault(item_id, {})
        facts[f"{kind}_at"] = at
        if kind == Fact.ACKNOWLEDGED:
            facts["acknowledged_edition"] = edition
        if kind == Fact.TICKED and by_teacher:
            facts["ticked_by_teacher"] = True
    return {item: ItemFacts(**facts) for item, facts in gathered.items()}
