"""Rows to frozen core values, nowhere else."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date, datetime, time
from fractions import Fraction
from typing import Any, TypeVar
from zoneinfo import ZoneInfo

from django.db.models import Model
from unvo_core.path.conditions import When
from unvo_core.path.model import PathItem, PathModule
from unvo_core.schedule.allowances import Allowance, Level
from unvo_core.schedule.calendar import Calendar, calendar_of
from unvo_core.schedule.meetings import NO_PATTERN, DayException, Pattern, Rotation, Slot
from unvo_core.schedule.moments import Key, Rule, resolve_all
from unvo_core.schedule.spans import MOMENTS, Span
from unvo_core.schedule.term import Break, Term
from unvo_core.schedule.zones import instant_of
from unvo_core.terms.written_dates import Order

from apps.courses.public import Course
from apps.courses.public import Term as TermRow
from apps.layout.models import Item, Module, Part
from apps.layout.reading.conditions import whens_of
from apps.layout.reading.done_rules import done_rule_of
from apps.layout.reading.rules import rule_of
from apps.layout.reading.structure import GivenAllowance, LaidItem, LaidModule, LaidPart, Layout
from apps.layout.reading.wants import wants_of


def rules_of(items: Iterable[tuple[int, Mapping[str, Any]]]) -> dict[Key, Rule]:
    """The rules of items given as (id, stored moments)."""
    return {(pk, name): rule_of(row) for pk, moments in items for name, row in moments.items()}


def date_order_of(course: Course) -> Order:
    return "day_first" if course.date_order == "day_first" else "month_first"


def break_of(row: Row) -> Break:
    first, last = date.fromisoformat(row["first_day"]), date.fromisoformat(row["last_day"])
    return Break(row["name"], first, last, row["takes_week_number"])


def calendar_of_course(course: Course, breaks: Iterable[Row], pattern: Pattern) -> Calendar:
    term = term_of(course, breaks)
    return calendar_of(term, pattern) if term else Calendar(zone=ZoneInfo(course.zone))


Row = Mapping[str, Any]
"""A row as JSON, its fields named as below."""


BREAK_FIELDS = ("name", "first_day", "last_day", "takes_week_number")


PATTERN_FIELDS = ("section_id", "slots", "rotation", "exceptions")


ALLOWANCE_FIELDS = (
    "id",
    "item_id",
    "person_id",
    "group_id",
    "section_id",
    "shift_minutes",
    "walls",
    "time_factor",
    "extra_attempts",
    "excused",
    "why",
)


def pattern_of(row: Row) -> Pattern:
    rotation = row["rotation"]
    return Pattern(
        tuple(slot_of(s) for s in row["slots"]),
        None
        if rotation is None
        else Rotation(tuple(rotation["types"]), frozenset(rotation["school_days"]), rotation["waits"]),
        tuple(
            DayException(
                date.fromisoformat(e["day"]),
                e.get("day_type"),
                tuple(slot_of(s) for s in e.get("slots", ())),
                e.get("why", ""),
            )
            for e in row["exceptions"]
        ),
    )


def slot_of(row: Mapping[str, Any]) -> Slot:
    return Slot(row["on"], time.fromisoformat(row["start"]), time.fromisoformat(row["end"]), row.get("place", ""))


def allowance_of(row: Row, zone: ZoneInfo) -> GivenAllowance:
    level = Level.PERSON if row["person_id"] else Level.GROUP if row["group_id"] else Level.SECTION
    made = Allowance(
        id=row["id"],
        level=level,
        item_id=row["item_id"],
        shift_minutes=dict(row["shift_minutes"]),
        instants={name: instant_of(datetime.fromisoformat(wall), zone) for name, wall in row["walls"].items()},
        time_factor=Fraction(str(row["time_factor"])),
        extra_attempts=row["extra_attempts"],
        excused=row["excused"],
    )
    return GivenAllowance(made, row["person_id"], row["group_id"], row["section_id"], row["why"])


def row_fields(row: Model, fields: Sequence[str]) -> dict[str, Any]:
    """A model's row in the form of the readers above."""
    return {name: getattr(row, name) for name in fields}


def term_of(course: Course, breaks: Iterable[Row]) -> Term | None:
    row = course.term
    return _term(row, course.zone, tuple(break_of(b) for b in breaks)) if row else None


def core_term(row: TermRow, zone: str) -> Term:
    """A term with its breaks, of a course in this zone; one that is not saved yet has none."""
    pauses = row.breaks.filter(removed=False).order_by("first_day") if row.pk else ()
    return _term(row, zone, tuple(Break(b.name, b.first_day, b.last_day, b.takes_week_number) for b in pauses))


def _term(row: TermRow, zone: str, breaks: tuple[Break, ...]) -> Term:
    return Term(
        name=row.name,
        first_day=row.first_day,
        last_day=row.last_day,
        zone=ZoneInfo(zone),
        week_start=row.week_start,
        first_number=row.first_week_number,
        breaks=breaks,
    )


@dataclass(frozen=True)
class LayoutRows:
    """All rows of a layout, each list in position order, removed ones left out."""

    breaks: Sequence[Row]
    patterns: Sequence[Row]
    modules: Sequence[Module]
    parts: Sequence[Part]
    items: Sequence[Item]
    allowances: Sequence[Row]
    group_members: Sequence[Row]
    sections: Sequence[Row]
    syllabus: Sequence[Row]


def layout_of(course: Course, rows: LayoutRows) -> Layout:
    patterns = {p["section_id"]: pattern_of(p) for p in rows.patterns if p["slots"]}
    main = patterns.pop(None, None) or next(iter(patterns.values()), NO_PATTERN)
    calendar = calendar_of_course(course, rows.breaks, main)
    calendars = {k: calendar_of_course(course, rows.breaks, p) for k, p in patterns.items() if k and p != main}
    rules = rules_of((i.pk, i.moments) for i in rows.items)
    instants = resolve_all(rules, calendar).instants
    parts_by_module = _grouped(rows.parts)
    items_by_module = _grouped(rows.items)
    laid = [
        _laid_module(m, n, parts_by_module.get(m.pk, []), items_by_module.get(m.pk, []), instants, calendar)
        for n, m in enumerate(rows.modules, start=1)
    ]
    students = tuple(_as_students_see(m) for m in laid if m.published)
    groups: dict[int, frozenset[int]] = {}
    for member in rows.group_members:
        person = member["person_id"]
        groups[person] = groups.get(person, frozenset()) | {member["group_id"]}
    return Layout(
        calendar,
        tuple(laid),
        students,
        tuple(path_module(m) for m in students),
        rules,
        calendars if calendar.term else {},
        tuple(allowance_of(a, calendar.zone) for a in rows.allowances),
        groups,
        {e["person_id"]: e["section_id"] for e in rows.sections},
        next((s["item_id"] for s in rows.syllabus), None),
    )


InModule = TypeVar("InModule", Part, Item)


def _grouped(rows: Iterable[InModule]) -> dict[int, list[InModule]]:
    found: dict[int, list[InModule]] = {}
    for row in rows:
        found.setdefault(row.module_id, []).append(row)
    return found


def _laid_module(
    module: Module,
    count: int,
    parts: list[Part],
    items: list[Item],
    instants: Mapping[Key, datetime],
    calendar: Calendar,
) -> LaidModule:
    rank = {p.pk: n for n, p in enumerate(parts)}
    of_part = {p.pk: p.conditions for p in parts}
    ordered = sorted(items, key=lambda i: (rank.get(i.part_id, -1) if i.part_id else -1, i.position, i.pk))
    laid = []
    for item in ordered:
        rows = (item.conditions, of_part.get(item.part_id or 0, {}), module.conditions)
        laid.append(_laid_item(item, instants, whens_of(rows, calendar) if any(rows) else ()))
    return LaidModule(
        id=module.pk,
        title=module.title,
        week=module.week,
        key=str(module.week) if calendar.term else str(count),
        in_order=module.in_order,
        published=module.published,
        objectives=tuple(module.objectives),
        parts=tuple(LaidPart(p.pk, p.title, p.conditions) for p in parts),
        items=numbered(laid),
        conditions=module.conditions,
    )


def _laid_item(item: Item, instants: Mapping[Key, datetime], whens: tuple[When, ...]) -> LaidItem:
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
        done_parts=tuple(item.done_parts),
        moments=item.moments,
        conditions=item.conditions,
        whens=whens,
        hint=item.hint,
        read_first=tuple(item.read_first),
        length_seconds=item.length_seconds,
        pages=item.pages,
        address=item.address,
        file_id=item.file_id,
        asked_edition=item.asked_edition,
        span=Span(**{name: instants.get((item.pk, name)) for name in MOMENTS}),
        number=0,
        wants=wants_of(item),
        place=item.place,
        unresolved=tuple(name for name in item.moments if (item.pk, name) not in instants),
    )


def numbered(items: Iterable[LaidItem]) -> tuple[LaidItem, ...]:
    """Counted along the module; headings carry no number."""
    found, n = [], 0
    for item in items:
        n += not item.is_heading
        found.append(replace(item, number=0 if item.is_heading else n))
    return tuple(found)


def _as_students_see(module: LaidModule) -> LaidModule:
    return replace(module, items=numbered(i for i in module.items if i.published))


def path_module(module: LaidModule) -> PathModule:
    return PathModule(module.id, tuple(path_item(i) for i in module.items), module.in_order)


def path_item(item: LaidItem) -> PathItem:
    return PathItem(
        id=item.id,
        module_id=item.module_id,
        done_rule=done_rule_of(item.done_rule, item.done_percent, item.asked_edition, item.done_parts),
        required=item.required,
        span=item.span,
        whens=item.whens,
        handed_in=item.takes_hand_ins or (item.talks and bool(item.wants)),
        in_parts=item.talks,
        practice=item.practice,
    )
