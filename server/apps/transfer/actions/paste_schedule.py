from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import date, datetime, time
from typing import Any, Literal

from django.utils.translation import gettext as _
from unvo_core.schedule.moments import rule_for
from unvo_core.terms.schedule_table import ScheduleTable, read_table
from unvo_core.terms.written_dates import Order

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, Refused, one_line, require, tables
from apps.layout.changes import Edit, apply_edits, set_back
from apps.layout.public import Item, Layout, date_order_of, kind_of, layout, row_of
from apps.transfer.week_places import WeekPlaces

LONGEST_TITLE = 200
MOST_ITEMS = 1000
PASTED = "paste"
"""The `beat` of an item that came from a table; what the table made of it stands in `stamped`."""
Fate = Literal["new", "changed", "same", "kept"]


@dataclass(frozen=True)
class ItemWish:
    """`day` without `at`: the course's usual due time."""

    kind: str
    title: str
    day: date | None = None
    at: time | None = None


@dataclass(frozen=True)
class RowWish:
    """A row of the table as a person wants it."""

    line: int
    week: int
    topics: Sequence[str] = ()
    items: Sequence[ItemWish] = ()


@dataclass(frozen=True)
class Planned:
    """One item of a row. `fate`: 'kept' was changed by hand since the last table, so it stays as it is."""

    row: RowWish
    wish: ItemWish
    fate: Fate
    item: Item | None
    stamped: dict[str, Any]


@dataclass(frozen=True)
class Plan:
    """`gone`: titles that an earlier table made and this one has not; they stay."""

    rows: Sequence[RowWish]
    items: Sequence[Planned]
    gone: Sequence[str] = field(default=())


def read_schedule(actor: Actor, course: Course, grid: tables.Grid, chosen: Order | None) -> ScheduleTable:
    """What each row says; nothing is changed."""
    require(can_lay_out(membership(actor, course)))
    laid = layout(course)
    if laid.term is None:
        raise Refused("rhythm.no_term")
    return read_table(grid, laid.calendar, date_order_of(course), chosen)


def plan_paste(actor: Actor, course: Course, rows: Sequence[RowWish]) -> Plan:
    """What each item of the rows would become; an item of an earlier table is known by its kind and title, and among
    several of one name by its week, then by its order."""
    require(can_lay_out(membership(actor, course)))
    laid = layout(course)
    if laid.term is None:
        raise Refused("rhythm.no_term")
    for row in rows:
        if row.week not in laid.calendar.week_by_number:
            raise Refused("table.week_unknown", cell=row.week)
    if sum(len(row.items) for row in rows) > MOST_ITEMS:
        raise Refused("rhythm.too_many", most=MOST_ITEMS)
    there = list(
        Item.objects.filter(course=course, beat=PASTED)
        .exclude(stamped=None)
        .select_related("module")
        .order_by("position", "id")
    )
    back = set_back({"item": [i.pk for i in there if i.removed]})
    free = list(there)
    planned = []
    for row in rows:
        for wish in row.items:
            stamped = _stamped(course, laid, row, wish)
            item = _match(free, stamped)
            if item is not None:
                free.remove(item)
            planned.append(Planned(row, wish, _fate(item, stamped, back), item, stamped))
    return Plan(rows, planned, [i.title for i in free if not i.removed])


def paste_schedule(actor: Actor, course: Course, rows: Sequence[RowWish]) -> AuditRecord:
    """Make, move and re-date what the preview showed, new items as drafts, as one change with one way back."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    plan = plan_paste(actor, course, rows)
    edits: list[Edit] = []
    places = WeekPlaces(course, edits)
    modules = {week: places.module(week, title) for week, title in _titles(plan.rows).items()}
    crowded = _with_several_topics(plan.rows)
    for planned in plan.items:
        if planned.fate in ("same", "kept"):
            continue
        module = modules[planned.row.week]
        topic = "; ".join(planned.row.topics)[:LONGEST_TITLE]
        part = places.part(module, topic) if planned.row.week in crowded and topic else None
        fields = {"moments": planned.stamped["moments"], "stamped": planned.stamped}
        if planned.item is None:
            made = {"kind": planned.wish.kind, "title": planned.stamped["title"], "beat": PASTED}
            places.item(module, part=part, done_rule=kind_of(planned.wish.kind).first_rule, **made, **fields)
        else:
            place = {"module_id": module.pk, "part_id": part.pk if part else None}
            moved = place if planned.item.module.week != planned.row.week or planned.item.removed else {}
            edits.append(Edit("item", planned.item, {**fields, **moved, "removed": False}))
    if not edits:
        raise Refused("table.nothing_new")
    return apply_edits(actor, course, "paste_schedule", edits, ("schedule", course.pk))


def _stamped(course: Course, laid: Layout, row: RowWish, wish: ItemWish) -> dict[str, Any]:
    """The item as the table wants it."""
    moments = {}
    if wish.day is not None and kind_of(wish.kind).takes_hand_ins:
        if laid.calendar.week_of(wish.day) is None:
            raise Refused("table.date_outside", cell=wish.title, day=wish.day)
        wall = datetime.combine(wish.day, wish.at or course.default_due_time)
        moments["due"] = row_of(rule_for(wall, laid.calendar))
    return {
        "kind": wish.kind,
        "title": one_line(wish.title[:LONGEST_TITLE], "Title", LONGEST_TITLE),
        "week": row.week,
        "moments": moments,
    }


def _match(free: Sequence[Item], wanted: dict[str, Any]) -> Item | None:
    alike = [i for i in free if i.stamped and _name(i.stamped) == _name(wanted)]
    return next((i for i in alike if i.stamped and i.stamped["week"] == wanted["week"]), alike[0] if alike else None)


def _name(stamped: dict[str, Any]) -> tuple[str, str]:
    return stamped["kind"], stamped["title"].casefold()


def _fate(item: Item | None, wanted: dict[str, Any], back: set[tuple[str, int]]) -> Fate:
    if item is None or (item.removed and ("item", item.pk) in back):
        return "new"
    before = item.stamped or {}
    now = {"kind": item.kind, "title": item.title, "week": item.module.week, "moments": item.moments}
    if item.removed or now != before:
        return "kept"
    return "same" if before == wanted else "changed"


def _titles(rows: Sequence[RowWish]) -> dict[int, str]:
    """Of the modules, by week, in the order of the rows: its topics."""
    found: dict[int, list[str]] = {}
    for row in rows:
        found.setdefault(row.week, []).extend(t for t in row.topics if t not in found.get(row.week, ()))
    return {
        week: one_line("; ".join(topics)[:LONGEST_TITLE] or _("Week %(n)s") % {"n": week}, "Title", LONGEST_TITLE)
        for week, topics in found.items()
    }


def _with_several_topics(rows: Sequence[RowWish]) -> set[int]:
    """Weeks whose items stand in parts, one for each row's topics."""
    found: dict[int, set[tuple[str, ...]]] = {}
    for row in rows:
        if row.topics:
            found.setdefault(row.week, set()).add(tuple(row.topics))
    return {week for week, topics in found.items() if len(topics) > 1}
