"""Today: what to do now over all courses, what to start now, what is new."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from zoneinfo import ZoneInfo

from unvo_core.path.evaluate import is_left
from unvo_core.plan.day_plan import DayPlan, Work, day_plan

from apps.courses.public import RUNNING, Course, Enrolment
from apps.gradebook.public import new_scores, points
from apps.layout.public import LaidItem, Layout, item_ref, layout, layout_for, ref, start_by
from apps.path.public import Progress, progress_in
from apps.people.public import Person
from apps.screens.rows import choices_of
from apps.screens.today import schemas as out

STRIP_DAYS = 7
OVERFLOW_DAYS = 14
NEWS_AT_LEAST = timedelta(days=3)


@dataclass(frozen=True)
class _Open:
    """One thing left to do, with its course."""

    course: Course
    laid: Layout
    item: LaidItem
    known: Progress


def today(person: Person, now: datetime) -> out.Today:
    """Four queries, whatever the number of courses and items, beside the layouts that this process has not read yet."""
    courses = _courses(person)
    known = progress_in(courses, person.pk, now)
    zone = ZoneInfo(person.zone) if person.zone else _zone_of(courses)
    day = now.astimezone(zone).date()
    open_items = {o.item.id: o for pk in courses for o in _open_items(courses[pk], known[pk], now)}
    plan = day_plan([_work(o, zone, day) for o in open_items.values()], day, person.budget_minutes)
    since = min(person.seen_today_at or now, now - NEWS_AT_LEAST)
    now_rows = [_now_row(open_items[s.key], s.minutes, now, person) for s in plan.days.get(day, ())]
    return out.Today(
        name=person.name,
        now=now,
        day=day,
        zone=zone.key,
        budget=list(person.budget_minutes),
        planned=plan.minutes_on(day),
        rows=[r for r in now_rows if r.open],
        locked=[r for r in now_rows if not r.open],
        later=_later(open_items, day, person, zone),
        days=[_strip_day(day + timedelta(days=n), plan, open_items, person, zone) for n in range(STRIP_DAYS)],
        overflows=[
            out.Overflow(day=o.day, minutes=o.minutes, items=[_course_item(open_items[k]) for k in o.keys])
            for o in plan.overflows
            if day <= o.day < day + timedelta(days=OVERFLOW_DAYS)
        ],
        overdue=sum(r.overdue for r in now_rows),
        since=since,
        news=_news(person, since, known, {pk: course for pk, (course, _) in courses.items()}),
        courses=len(courses),
    )


def _courses(person: Person) -> dict[int, tuple[Course, Layout]]:
    """The courses that the person studies and that are open to them."""
    rows = Enrolment.objects.filter(person=person, role=Enrolment.STUDENT, course__opened_at__isnull=False, **RUNNING)
    found: dict[int, tuple[Course, Layout]] = {}
    for row in rows.select_related("course__term").order_by("course__code"):
        found[row.course_id] = (row.course, layout_for(layout(row.course), person.pk))
    return found


def _zone_of(courses: dict[int, tuple[Course, Layout]]) -> ZoneInfo:
    dated = [laid.zone for _, laid in courses.values() if laid.term is not None]
    return dated[0] if dated else ZoneInfo("UTC")


def _open_items(found: tuple[Course, Layout], known: Progress, now: datetime) -> Iterator[_Open]:
    """Required work of a dated course that is not done and can still be done; what is held at a set time is none."""
    course, laid = found
    for item in laid.student_items.values():
        state = known.course.items[item.id]
        if laid.term and item.required and is_left(state, item.span, now) and not item.held_at_a_set_time:
            yield _Open(course, laid, item, known)


def _work(one: _Open, zone: ZoneInfo, day: date) -> Work:
    span = one.item.span
    due = span.due.astimezone(zone) if span.due else None
    return Work(
        key=one.item.id,
        minutes=one.item.effort_minutes,
        release=max(day, span.opens.astimezone(zone).date()) if span.opens else day,
        due=due.date() if due else None,
        chain=one.item.module_id,
        due_minutes=due.hour * 60 + due.minute if due else 24 * 60,
        after=(*one.item.after, *_before(one)),
    )


def _before(one: _Open) -> tuple[int, ...]:
    """In a module in order, the items before this one."""
    module = one.laid.module_by_id[one.item.module_id]
    if not module.in_order:
        return ()
    return tuple(i.id for i in module.items if i.required and i.number < one.item.number)


def _start(one: _Open, person: Person) -> datetime | None:
    return start_by(one.item, person.budget_minutes, one.laid)[0]


def _course_item(one: _Open) -> out.CourseItem:
    return out.CourseItem(slug=one.course.slug, code=one.course.code, item=item_ref(ref(one.laid, one.item.id)))


def _now_row(one: _Open, minutes: int, now: datetime, person: Person) -> out.TodayRow:
    state = one.known.course.items[one.item.id]
    return out.TodayRow(
        slug=one.course.slug,
        code=one.course.code,
        zone=one.course.zone,
        item=item_ref(ref(one.laid, one.item.id)),
        kind=one.item.kind,
        minutes=minutes,
        whole_minutes=one.item.effort_minutes,
        points=one.item.points,
        due=one.item.span.due,
        start_by=_start(one, person),
        state=state.state,
        overdue=state.overdue,
        open=state.open,
        started=one.known.details.get((one.item.id, "started"), {}),
        waits_for=[item_ref(ref(one.laid, i)) for i in state.waits_for],
        choices=choices_of(state, one.laid),
    )


def _later(open_items: dict[int, _Open], day: date, person: Person, zone: ZoneInfo) -> list[out.TodayRow]:
    """Open work that must be started within a week and is due after it."""
    end = day + timedelta(days=STRIP_DAYS - 1)
    rows = []
    for one in open_items.values():
        start, due = _start(one, person), one.item.span.due
        if start is None or due is None or due.astimezone(zone).date() <= end:
            continue
        if start.astimezone(zone).date() <= end and one.known.course.items[one.item.id].open:
            rows.append(_now_row(one, one.item.effort_minutes, due, person))
    return sorted(rows, key=lambda r: (r.start_by or r.due, r.due))


def _strip_day(day: date, plan: DayPlan, open_items: dict[int, _Open], person: Person, zone: ZoneInfo) -> out.StripDay:
    due = [o for o in open_items.values() if o.item.span.due and o.item.span.due.astimezone(zone).date() == day]
    over = next((o.minutes for o in plan.overflows if o.day == day), 0)
    return out.StripDay(
        day=day,
        planned=plan.minutes_on(day),
        budget=person.budget_minutes[day.weekday()],
        due=len(due),
        due_minutes=sum(o.item.effort_minutes for o in due),
        over=over,
    )


def _news(
    person: Person, since: datetime, known: Mapping[int, Progress], courses: Mapping[int, Course]
) -> list[out.News]:
    """What was scored since, as it counts now: after the late rule, of the attempt that counts."""
    found = []
    for score in new_scores(person.pk, since):
        if score.course_id not in courses:
            continue
        course, laid = courses[score.course_id], known[score.course_id].laid
        item = laid.student_items.get(score.item_id)
        mark = known[score.course_id].marks.by_item.get(score.item_id)
        if item is not None and mark is not None and mark.points is not None:
            found.append(
                out.News(
                    kind="score",
                    slug=course.slug,
                    code=course.code,
                    zone=course.zone,
                    item=item_ref(ref(laid, item.id)),
                    at=score.at,
                    points=str(mark.points),
                    possible=str(points(item.possible)),
                    has_comment=score.has_comment,
                )
            )
    return found
