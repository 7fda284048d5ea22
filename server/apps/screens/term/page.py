"""The whole term from one list: map, month, agenda and points are drawn from it."""

from __future__ import annotations

from datetime import date
from decimal import Decimal
from fractions import Fraction
from typing import Literal

from unvo_core.path.evaluate import State
from unvo_core.schedule.calendar import Calendar
from unvo_core.schedule.load import load_of
from unvo_core.schedule.term import Week

from apps.courses.public import Course
from apps.kernel.public import not_found
from apps.layout.public import Break, LaidItem, LaidModule, Layout, class_out
from apps.path.public import Reader, laid_for
from apps.screens.rows import NOTHING_SEEN, Seen, look, row
from apps.screens.term import schemas as out


def term_map(course: Course, reader: Reader) -> out.TermMap:
    laid = laid_for(course, reader)
    if laid.term is None:
        raise not_found("term")
    modules = laid.modules(reader.member.teaches)
    seen = look(course, laid, reader, [i.id for m in modules for i in m.items])
    entries = _entries(modules, laid, seen, reader)
    return out.TermMap(
        term=laid.term.name,
        first_day=laid.term.first_day,
        last_day=laid.term.last_day,
        zone=course.zone,
        now=reader.now,
        teaching=reader.member.teaches,
        can_lay_out=reader.member.instructs,
        points=_plain(_sum_of(modules)),
        classes=len(laid.calendar.meetings),
        breaks=[Break(name=b.name, first_day=b.first_day, last_day=b.last_day) for b in laid.term.breaks],
        weeks=_weeks(laid, course, reader, entries),
        outside=[e for day in entries.values() for e in day if not _inside(e, laid.calendar)],
        counted=[_points(m, i, seen) for m in modules for i in m.items if i.counts],
    )


def term_weeks(course: Course, reader: Reader) -> list[out.MapWeek]:
    """The weeks of a course's term as they are laid, without anybody's progress."""
    laid = laid_for(course, reader)
    modules = laid.modules(reader.member.teaches)
    return _weeks(laid, course, reader, _entries(modules, laid, NOTHING_SEEN, reader))


def _sum_of(modules: tuple[LaidModule, ...]) -> Decimal:
    return sum((Decimal(str(i.points)) for m in modules for i in m.items if i.counts), Decimal(0))


def _plain(value: Decimal) -> str:
    return format(value.normalize(), "f")


def _entries(modules: tuple[LaidModule, ...], laid: Layout, seen: Seen, reader: Reader) -> dict[date, list[out.Entry]]:
    """What is due, by day in the course's zone, in the order of its moments."""
    found: dict[date, list[out.Entry]] = {}
    for module in modules:
        for item in module.items:
            if item.span.due is None:
                continue
            shown = row(item, laid, seen, reader)
            parts = [(w, w.by) for w in shown.wants if w.by is not None and w.by != item.span.due]
            for want, at in [*parts, (None, item.span.due)]:
                day = laid.calendar.day_of(at)
                entry = out.Entry(row=shown, want=want, step=module.key, at=at, day=day)
                found.setdefault(day, []).append(entry)
    return {day: sorted(rows, key=lambda e: e.at) for day, rows in sorted(found.items())}


def _inside(entry: out.Entry, calendar: Calendar) -> bool:
    return calendar.week_of(entry.day) is not None


def _weeks(laid: Layout, course: Course, reader: Reader, entries: dict[date, list[out.Entry]]) -> list[out.MapWeek]:
    teaching = reader.member.teaches
    days = {
        day: _day(day, laid.calendar, entries, laid.load_by_day(teaching).get(day, 0))
        for week in laid.weeks
        for day in week.days
    }
    return [_week(w, laid, course, laid.modules(teaching), [days[day] for day in w.days]) for w in laid.weeks]


def _week(
    week: Week, laid: Layout, course: Course, modules: tuple[LaidModule, ...], days: list[out.MapDay]
) -> out.MapWeek:
    here = [m for m in modules if week.number is not None and m.week == week.number]
    work = sum(i.effort_minutes for m in here for i in m.items if i.required)
    classes = laid.class_minutes(week)
    load = load_of(work + classes, Fraction(str(course.credits)), len(laid.calendar.week_by_number))
    return out.MapWeek(
        key=week.key,
        number=week.number,
        first_day=week.first_day,
        last_day=week.last_day,
        break_name=week.break_name,
        topic=" · ".join(m.title for m in here),
        minutes=work + classes,
        load=load.value if week.number is not None else "fitting",
        days=days,
    )


def _day(day: date, calendar: Calendar, entries: dict[date, list[out.Entry]], minutes: int) -> out.MapDay:
    return out.MapDay(
        day=day,
        off=calendar.off_name(day) if day in calendar.days_off else "",
        cancelled=day in calendar.cancelled,
        classes=[class_out(m) for m in calendar.meetings if m.day == day],
        entries=entries.get(day, []),
        minutes=minutes,
    )


def _points(module: LaidModule, item: LaidItem, seen: Seen) -> out.Points:
    shown = seen.progress.marks.by_item.get(item.id) if seen.progress else None
    state: State | Literal[""] = seen.progress.course.items[item.id].state if seen.progress else ""
    return out.Points(
        id=item.id,
        title=item.title,
        step=module.key,
        week=module.week,
        due=item.span.due,
        points=_plain(Decimal(str(item.points))),
        score=None if shown is None or shown.points is None else str(shown.points),
        state=state,
        published=item.published,
    )
