"""What stamping or pasting would do, as its screens show it."""

from __future__ import annotations

from datetime import datetime

from unvo_core.schedule.moments import resolve_all
from unvo_core.terms.rhythm import Stamped, Stamping
from unvo_core.terms.schedule_table import ScheduleTable

from apps.courses.public import Course
from apps.kernel.public import sentence
from apps.layout.public import Layout
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


def pasted(table: ScheduleTable) -> s.Paste:
    problems = []
    for p in table.problems:
        line, _, column = (p.path or "0").partition(".")
        problems.append(s.PasteProblem(line=int(line), column=int(column or 0), sentence=sentence(p.code, p.params)))
    return s.Paste(
        columns=list(table.columns),
        rows=[
            s.PastedRow(
                line=r.line,
                week=r.week,
                topic=r.topic,
                items=[
                    s.PastedItem(kind=i.kind, title=i.title, due=i.day.isoformat() if i.day else None) for i in r.items
                ],
                carried=r.carried,
            )
            for r in table.rows
        ],
        problems=problems,
        order=table.order,
        change=None,
    )
