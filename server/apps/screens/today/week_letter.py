"""The week to come, told to each student on Sunday evening: the day plan of Today, and what is still open."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date, datetime, time, timedelta
from functools import lru_cache
from zoneinfo import ZoneInfo

from django.db import transaction
from django.db.models import QuerySet
from django.utils.formats import date_format
from django.utils.translation import get_language
from django.utils.translation import gettext as _
from unvo_core.path.evaluate import CourseState
from unvo_core.plan.digest import Digest, DigestDay, digest

from apps.courses.public import RUNNING, Course, Enrolment, moment
from apps.layout.public import layout, layout_for
from apps.notices.public import Line, News, Paragraph, notify_each, unwanted
from apps.path.public import details_of_people, each_member
from apps.people.public import Person
from apps.screens.today.open_work import Courses, Open, open_in, work_of, zone_for

SUNDAY = 6
HOURS = range(18, 21)
"""The evening, by each one's own clock; the later hours are for those whom an hour without a worker passed by."""
AT_A_TIME = 200
TODAY = "/"
"""Where Today stands in the browser."""
WEEK = timedelta(days=7)


def batches_to_tell(at: datetime) -> list[tuple[str, list[int]]]:
    """For whom it is Sunday evening, and who was not told of the week yet: first day of that week, people."""
    rows = _studying().filter(course__term__isnull=False).order_by("-course__code")
    zones = {
        pk: own or of_course for pk, own, of_course in rows.values_list("person_id", "person__zone", "course__zone")
    }
    by_evening: dict[date, list[int]] = {}
    for person, zone in zones.items():
        local = at.astimezone(ZoneInfo(zone))
        if local.weekday() == SUNDAY and local.hour in HOURS:
            by_evening.setdefault(local.date(), []).append(person)
    found = []
    for evening, people in by_evening.items():
        first = (evening + timedelta(days=1)).isoformat()
        left = sorted(set(people) - unwanted("week", first))
        found += [(first, left[n : n + AT_A_TIME]) for n in range(0, len(left), AT_A_TIME)]
    return found


def _studying() -> QuerySet[Enrolment]:
    return Enrolment.objects.filter(
        role=Enrolment.STUDENT, person__is_active=True, course__opened_at__isnull=False, **RUNNING
    )


def tell_week(person_ids: Sequence[int], first: str, now: datetime) -> int:
    """Tell these people of the week that begins on `first`; who has nothing to do is told nothing. Seven queries and
    three a course, whoever they are and how many. Returns how many were told."""
    people = {p.pk: p for p in Person.objects.filter(pk__in=person_ids, is_active=True)}
    evening = date.fromisoformat(first) - timedelta(days=1)
    with transaction.atomic():
        news = {}
        for pk, standing in _standings(people, now).items():
            told = _letter(people[pk], standing, evening, now)
            if told is not None:
                news[pk] = told
        return notify_each(news)


@dataclass(slots=True)
class _Standing:
    """One person's courses that run in that week, as they find them laid, and how far they are in them."""

    courses: Courses = field(default_factory=dict)
    states: dict[int, CourseState] = field(default_factory=dict)
    details: dict[tuple[int, str], dict[str, int]] = field(default_factory=dict)


def _standings(people: Mapping[int, Person], now: datetime) -> dict[int, _Standing]:
    by_course: dict[int, tuple[Course, list[int]]] = {}
    rows = _studying().filter(person_id__in=people).select_related("course__term").order_by("course__code", "pk")
    for row in rows:
        by_course.setdefault(row.course_id, (row.course, []))[1].append(row.person_id)
    found: dict[int, _Standing] = defaultdict(_Standing)
    for course, ids in by_course.values():
        laid = layout(course)
        if laid.term is None or laid.term.is_over(now) or not laid.term.begins_within(WEEK, now):
            continue
        details = details_of_people(course, ids, [i.id for i in laid.student_items.values() if i.wants])
        for pk, member in each_member(course, ids, now):
            found[pk].courses[course.pk] = (course, layout_for(laid, pk))
            found[pk].states[course.pk] = member.course
            found[pk].details |= details.get(pk, {})
    return found


def _letter(person: Person, standing: _Standing, evening: date, now: datetime) -> News | None:
    zone = zone_for(person.zone, standing.courses)
    left = open_in(standing.courses, standing.states, standing.details, now)
    ahead = _ahead(person, left, evening, now, zone)
    if ahead.is_empty:
        return None
    due = sum(len(d.due) for d in ahead.days)
    words = {"time": _minutes(ahead.minutes), "due": due}
    return News(
        kind="week",
        title=_("The week to come: %(time)s of work, %(due)s due") % words,
        address=TODAY,
        line=_opening(ahead),
        parts=list(_parts(ahead, left, zone)),
        once=(evening + timedelta(days=1)).isoformat(),
    )


def _ahead(person: Person, left: Mapping[int, Open], evening: date, now: datetime, zone: ZoneInfo) -> Digest:
    local, midnight = now.astimezone(zone), datetime.combine(evening + timedelta(days=1), time.min, zone)
    return digest(
        [work_of(o, zone, evening) for o in left.values()],
        evening,
        24 * 60 if local >= midnight else local.hour * 60 + local.minute,
        person.budget_minutes,
        {k for k, o in left.items() if o.item.span.closes and o.item.span.closes < midnight},
    )


def _opening(ahead: Digest) -> str:
    """Of the plan what stands out: what is overdue, what is due tonight."""
    said = []
    if ahead.overdue:
        said.append(_("%(n)s overdue.") % {"n": len(ahead.overdue)})
    if ahead.tonight:
        said.append(_("%(n)s for tonight.") % {"n": len(ahead.tonight)})
    return " ".join(said)


def _parts(ahead: Digest, left: Mapping[int, Open], zone: ZoneInfo) -> Iterator[Paragraph]:
    if ahead.tonight:
        yield Paragraph(_("Tonight"), "", [_tonight(left[k], zone) for k in ahead.tonight])
    if ahead.overdue:
        yield Paragraph(_("Still open, and overdue"), "", [_due(left[k], zone) for k in ahead.overdue])
    for day in ahead.days:
        if day.stints or day.due:
            yield _day(day, left, zone)


def _day(day: DigestDay, left: Mapping[int, Open], zone: ZoneInfo) -> Paragraph:
    title = date_format(day.day, "l j F")
    if day.minutes:
        title = _("%(day)s: %(time)s") % {"day": title, "time": _minutes(day.minutes)}
    planned = {s.key for s in day.stints}
    lines = [_to_do(left[s.key], s.minutes, zone) for s in day.stints]
    return Paragraph(title, "", [*lines, *(_due(left[k], zone) for k in day.due if k not in planned)])


def _to_do(one: Open, minutes: int, zone: ZoneInfo) -> Line:
    words = {"title": _titled(one), "time": _minutes(minutes), "due": _moment(one, zone)}
    if one.by is None:
        return Line(_("%(title)s, %(time)s") % words, _address(one))
    return Line(_("%(title)s, %(time)s; due %(due)s") % words, _address(one))


def _due(one: Open, zone: ZoneInfo) -> Line:
    return Line(_("%(title)s; due %(due)s") % {"title": _titled(one), "due": _moment(one, zone)}, _address(one))


def _tonight(one: Open, zone: ZoneInfo) -> Line:
    """With the moment that is still to come: of what was due before, when it closes."""
    due, closes = one.by, one.item.span.closes
    if closes is not None and (due is None or due.astimezone(zone).date() < closes.astimezone(zone).date()):
        words = {"title": _titled(one), "closes": _written(closes, zone, get_language())}
        return Line(_("%(title)s; closes %(closes)s") % words, _address(one))
    return _due(one, zone)


def _titled(one: Open) -> str:
    return f"{one.course.code}: {one.item.title}"


def _address(one: Open) -> str:
    return f"/c/{one.course.slug}/item/{one.item.id}"


def _moment(one: Open, zone: ZoneInfo) -> str:
    at = one.by
    return "" if at is None else _written(at, zone, get_language())


@lru_cache(maxsize=4096)
def _written(at: datetime, zone: ZoneInfo, language: str) -> str:
    """A class shares its moments; to write one takes longer than to plan for it."""
    return moment(at, zone)


def _minutes(minutes: int) -> str:
    """'1 h 30 min'."""
    hours, rest = divmod(minutes, 60)
    if not hours:
        return _("%(n)s min") % {"n": rest}
    return _("%(h)s h %(n)s min") % {"h": hours, "n": rest} if rest else _("%(h)s h") % {"h": hours}
