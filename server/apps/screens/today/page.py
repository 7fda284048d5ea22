"""Today: what to do now over all courses, what to start now, what is new."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date, datetime, timedelta
from zoneinfo import ZoneInfo

from unvo_core.plan.day_plan import DayPlan, day_plan

from apps.courses.public import RUNNING, Course, Enrolment
from apps.gradebook.public import new_scores, points
from apps.layout.public import item_ref, layout, layout_for, ref, start_by
from apps.links.public import own_losses
from apps.messages.public import announcements_in, shown
from apps.path.public import Progress, progress_in
from apps.people.public import Person
from apps.screens.rows import choices_of, wants_out
from apps.screens.today import schemas as out
from apps.screens.today.open_work import Courses, Open, open_in, work_of, zone_for

STRIP_DAYS = 7
OVERFLOW_DAYS = 14
NEWS_AT_LEAST = timedelta(days=3)


def today(person: Person, now: datetime) -> out.Today:
    """Four queries, whatever the number of courses and items, beside the layouts that this process has not read yet."""
    courses = _courses(person)
    known = progress_in(courses, person.pk, now)
    zone = zone_for(person.zone, courses)
    day = now.astimezone(zone).date()
    details = {key: detail for k in known.values() for key, detail in k.details.items()}
    open_items = open_in(courses, {pk: k.course for pk, k in known.items()}, details, now)
    planned = [work_of(o, zone, day) for o in open_items.values() if not o.runs]
    plan = day_plan(planned, day, person.budget_minutes)
    since = min(person.seen_today_at or now, now - NEWS_AT_LEAST)
    running = [_now_row(o, o.item.effort_minutes, known, person) for o in open_items.values() if o.runs]
    now_rows = [_now_row(open_items[s.key], s.minutes, known, person) for s in plan.days.get(day, ())]
    return out.Today(
        name=person.name,
        now=now,
        day=day,
        zone=zone.key,
        budget=list(person.budget_minutes),
        planned=plan.minutes_on(day),
        rows=[*running, *(r for r in now_rows if r.open)],
        locked=[r for r in now_rows if not r.open],
        later=_later(open_items, known, (day, zone), person),
        days=[_strip_day(day + timedelta(days=n), plan, open_items, person, zone) for n in range(STRIP_DAYS)],
        overflows=[
            out.Overflow(day=o.day, minutes=o.minutes, items=[_course_item(open_items[k]) for k in o.keys])
            for o in plan.overflows
            if day <= o.day < day + timedelta(days=OVERFLOW_DAYS)
        ],
        overdue=sum(r.overdue for r in now_rows),
        since=since,
        news=_news(person, since, known, {pk: course for pk, (course, _) in courses.items()}),
        said=_said(person, since, now, courses),
        access=own_losses(courses, person.pk, frozenset().union(*(k.done_items for k in known.values())), now),
        courses=len(courses),
    )


def _courses(person: Person) -> Courses:
    """The courses that the person studies and that are open to them."""
    rows = Enrolment.objects.filter(person=person, role=Enrolment.STUDENT, course__opened_at__isnull=False, **RUNNING)
    found: Courses = {}
    for row in rows.select_related("course__term").order_by("course__code"):
        found[row.course_id] = (row.course, layout_for(layout(row.course), person.pk))
    return found


def _start(one: Open, person: Person) -> datetime | None:
    return start_by(one.item, person.budget_minutes, one.laid)[0]


def _course_item(one: Open) -> out.CourseItem:
    return out.CourseItem(slug=one.course.slug, code=one.course.code, item=item_ref(ref(one.laid, one.item.id)))


def _now_row(one: Open, minutes: int, known: Mapping[int, Progress], person: Person) -> out.TodayRow:
    state, details = one.state, known[one.course.pk].details
    return out.TodayRow(
        slug=one.course.slug,
        code=one.course.code,
        zone=one.course.zone,
        item=item_ref(ref(one.laid, one.item.id)),
        kind=one.item.kind,
        minutes=minutes,
        whole_minutes=one.item.effort_minutes,
        points=one.item.points,
        due=one.by,
        start_by=_start(one, person),
        state=state.state,
        overdue=state.overdue,
        open=state.open,
        started=details.get((one.item.id, "started"), {}),
        waits_for=[item_ref(ref(one.laid, i)) for i in state.waits_for],
        choices=choices_of(state, one.laid),
        wants=wants_out(one.item, one.laid, details),
    )


def _later(
    open_items: dict[int, Open], known: Mapping[int, Progress], on: tuple[date, ZoneInfo], person: Person
) -> list[out.TodayRow]:
    """Open work that must be started within a week of `on` and is due after it."""
    day, zone = on
    end = day + timedelta(days=STRIP_DAYS - 1)
    rows = []
    for one in open_items.values():
        start, due = _start(one, person), one.by
        if start is None or due is None or due.astimezone(zone).date() <= end:
            continue
        if start.astimezone(zone).date() <= end and one.state.open:
            rows.append(_now_row(one, one.item.effort_minutes, known, person))
    return sorted(rows, key=lambda r: (r.start_by or r.due, r.due))


def _strip_day(day: date, plan: DayPlan, open_items: dict[int, Open], person: Person, zone: ZoneInfo) -> out.StripDay:
    due = [o for o in open_items.values() if o.by and o.by.astimezone(zone).date() == day]
    over = next((o.minutes for o in plan.overflows if o.day == day), 0)
    return out.StripDay(
        day=day,
        planned=plan.minutes_on(day),
        budget=person.budget_minutes[day.weekday()],
        due=len(due),
        due_minutes=sum(o.item.effort_minutes for o in due),
        over=over,
    )


def _said(person: Person, since: datetime, now: datetime, courses: Courses) -> list[out.SaidSince]:
    """Announcements since, over all courses, the newest first; one query."""
    found = announcements_in({pk: (course, laid) for pk, (course, laid) in courses.items()}, person.pk, now)
    fresh = [(pk, s) for pk, said in found.items() for s in said if s.at is not None and s.at > since]
    return [
        out.SaidSince(
            slug=courses[pk][0].slug,
            code=courses[pk][0].code,
            zone=courses[pk][0].zone,
            announcement=shown(s, courses[pk][1], now),
        )
        for pk, s in sorted(fresh, key=lambda one: one[1].at or since, reverse=True)
    ]


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
