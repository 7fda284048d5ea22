"""What stamping or pasting would do, as its screens show it."""

from __future__ import annotations

from collections.abc import Collection
from datetime import date, datetime
from typing import cast

from unvo_core.problems import Problem
from unvo_core.schedule.moments import resolve_all
from unvo_core.terms.rhythm import Stamped, Stamping
from unvo_core.terms.schedule_table import ScheduleTable, TableRow

from apps.courses.public import Course, written_day
from apps.kernel.public import sentence
from apps.layout.public import Item, Layout, kind_of
from apps.links.public import unlinked_items
from apps.transfer.actions.paste_schedule import ItemWish, Plan, Planned, RowWish
from apps.transfer.api import schemas as s


def stamping(laid: Layout, found: Stamping, course: Course) -> s.Stamping:
    groups = (("new", found.new), ("changed", found.changed), ("kept", found.kept_by_hand), ("same", found.same))
    return s.Stamping(
        items=[_stamped(laid, item, what) for what, items in groups for item in items],
        new=len(found.new),
        changed=len(found.changed),
        kept=len(found.kept_by_hand),
        same=len(found.same),
        problems=[sentence(p.code, p.params) for p in found.problems],
        zone=course.zone,
        rhythm=None,
        change=None,
    )


def _stamped(laid: Layout, item: Stamped, what: str) -> s.StampedItem:
    at = resolve_all({(0, name): rule for name, rule in item.rules.items()}, laid.calendar).instants

    def instant(name: str) -> datetime | None:
        return at.get((0, name))

    return s.StampedItem(
        step=item.step,
        week=item.week,
        kind=item.kind,
        title=item.title,
        part=item.part,
        minutes=item.minutes,
        points=item.points,
        opens=instant("opens"),
        due=instant("due"),
        closes=instant("closes"),
        what=what,  # type: ignore[arg-type]
    )


def links_of_rhythms(course: Course, laid: Layout, rhythms: Collection[int]) -> list[s.RhythmLinks]:
    made = dict(Item.objects.filter(rhythm__in=rhythms, removed=False).values_list("pk", "rhythm_id"))
    linked = [i for i in laid.items.values() if i.id in made and kind_of(i.kind).worked_elsewhere]
    bare = unlinked_items(course) if linked else frozenset()
    by_rhythm: dict[int, list[int]] = {}
    for item in linked:
        by_rhythm.setdefault(made[item.id] or 0, []).append(item.id)
    return [
        s.RhythmLinks(rhythm=pk, item_ids=ids, without=len(bare.intersection(ids))) for pk, ids in by_rhythm.items()
    ]


def pasted(table: ScheduleTable, plan: Plan) -> s.Paste:
    """The table with each row as it was read, and what each item of it would become."""
    fates: dict[int, list[Planned]] = {}
    for one in plan.items:
        fates.setdefault(one.row.line, []).append(one)
    return s.Paste(
        columns=list(table.columns),
        names=list(table.names),
        rows=[_row(r, fates.get(r.line, [])) for r in table.rows],
        problems=[_problem(p) for p in table.problems],
        order=table.evidence.order,
        order_by=cast(s.OrderBy, table.evidence.by),
        gone=list(plan.gone),
    )


def _row(row: TableRow, planned: list[Planned]) -> s.PastedRow:
    return s.PastedRow(
        line=row.line,
        cells=list(row.cells),
        week=row.week,
        day=row.day,
        topics=list(row.topics),
        items=[
            s.PastedItem(kind=p.wish.kind, title=p.wish.title, day=p.wish.day, at=p.wish.at, fate=p.fate)
            for p in planned
        ],
        carried=row.carried,
        left_out=row.left_out,
    )


def _problem(problem: Problem) -> s.PasteProblem:
    line, _, column = (problem.path or "0").partition(".")
    params = {name: written_day(value) if isinstance(value, date) else value for name, value in problem.params.items()}
    return s.PasteProblem(line=int(line), column=int(column or 0), sentence=sentence(problem.code, params))


def wishes_of(table: ScheduleTable) -> list[RowWish]:
    """The rows as they were read, as wishes."""
    return [
        RowWish(r.line, r.week, r.topics, [ItemWish(i.kind, i.title, i.day, i.at) for i in r.items])
        for r in table.rows
        if r.week is not None and not r.left_out
    ]
