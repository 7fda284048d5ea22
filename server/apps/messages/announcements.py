"""Announcements as their readers find them: when they are said, and to whom."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime
from typing import Any

from django.db.models import Count, Exists, OuterRef, QuerySet, Subquery
from unvo_core.schedule.moments import resolve
from unvo_core.schedule.spans import MOMENTS

from apps.courses.public import Course, Membership
from apps.kernel.public import rows_stamp
from apps.layout.public import Layout, rule_of
from apps.messages.models import Announcement, AnnouncementRead
from apps.path.public import Reader


@dataclass(frozen=True, slots=True)
class Said:
    """`at`: when it is said, by the reader's own layout; None where its rule has no place in the term, and for drafts
    without one. `pinned`: it stands first until `until`."""

    row: Announcement
    at: datetime | None
    until: datetime | None
    read: bool
    reads: int

    def out(self, now: datetime) -> bool:
        return self.row.published and self.at is not None and self.at <= now

    def pinned(self, now: datetime) -> bool:
        return self.until is not None and now <= self.until


def instants_of(laid: Layout) -> dict[tuple[int, str], datetime]:
    """Every moment of every item, for rules that follow one."""
    return {
        (item.id, name): at
        for item in laid.items.values()
        for name in MOMENTS
        if (at := getattr(item.span, name)) is not None
    }


def moment_of(row: Mapping[str, Any] | None, laid: Layout) -> datetime | None:
    return None if row is None else resolve(rule_of(row), laid.calendar, instants_of(laid))


def announcements_by(course: Course, laid: Layout, reader: Reader) -> list[Said]:
    """What a reader finds; in a walk-through, what the made-up student of these groups does."""
    groups = reader.groups_in(laid)
    return announcements_for(course, laid, reader.member, reader.person_id, reader.now, groups)


def announcements_for(
    course: Course,
    laid: Layout,
    member: Membership,
    person_id: int,
    now: datetime,
    groups: frozenset[int] | None = None,
) -> list[Said]:
    """What the reader finds, in order of time: teachers all of it, drafts and what is to come included; students what
    is said to them and was said. One query."""
    rows = _with_authors(Announcement.objects.filter(course=course, removed=False)).order_by("made_at", "pk")
    own = AnnouncementRead.objects.filter(announcement_id=OuterRef("pk"), person_id=person_id)
    rows = rows.annotate(own=Exists(own))
    rows = rows.annotate(n=Count("reads")) if member.teaches else rows.filter(published=True)
    found = [_said(row, laid) for row in rows]
    if not member.teaches:
        own_groups = laid.groups.get(person_id, frozenset()) if groups is None else groups
        found = [s for s in found if s.out(now) and _meant(s.row, member.section_ids or (), own_groups)]
    return sorted(found, key=lambda s: (s.at or s.row.made_at, s.row.pk))


def announcements_in(
    courses: Mapping[int, tuple[Course, Layout]], person_id: int, now: datetime
) -> dict[int, list[Said]]:
    """What was said to a student in each of their courses, by their own layouts; one query."""
    own = AnnouncementRead.objects.filter(announcement_id=OuterRef("pk"), person_id=person_id)
    rows = Announcement.objects.filter(course_id__in=list(courses), removed=False, published=True)
    found: dict[int, list[Said]] = {}
    for row in _with_authors(rows).annotate(own=Exists(own)).order_by("pk"):
        laid = courses[row.course_id][1]
        said = _said(row, laid)
        sections = (laid.sections.get(person_id),)
        groups = laid.groups.get(person_id, frozenset())
        if said.out(now) and _meant(row, sections, groups):
            found.setdefault(row.course_id, []).append(said)
    return found


def _with_authors(rows: QuerySet[Announcement]) -> QuerySet[Announcement]:
    """With the names of who wrote them, and without the plain words, which only search and mail ask for."""
    fields = (f.name for f in Announcement._meta.concrete_fields if f.name != "text")
    return rows.select_related("author").only(*fields, "author__name")


def _said(row: Any, laid: Layout) -> Said:
    """Of a row that knows whether its reader has read it (`own`) and, for teachers, how many have (`n`)."""
    at, until = row.released_at or moment_of(row.moment, laid), moment_of(row.pinned_until, laid)
    return Said(row, at, until, row.own, getattr(row, "n", 0))


def _meant(row: Announcement, sections: Iterable[int | None], groups: Iterable[int]) -> bool:
    """Whether it is for a student of these sections and groups."""
    if not row.sections and not row.groups:
        return True
    return bool(set(row.sections) & set(sections) or set(row.groups) & set(groups))


def unsaid(course: Course) -> list[tuple[int, str, str]]:
    """Key, title and words of what was not said yet, drafts included; one query."""
    rows = Announcement.objects.filter(course=course, removed=False, released_at=None).order_by("pk")
    return list(rows.values_list("pk", "title", "html"))


def unsaid_stamp(course_key: OuterRef) -> Subquery:
    """A number that changes with any of what was not said yet in the course of an outer query."""
    rows = Announcement.objects.filter(course_id=course_key, removed=False, released_at=None).values("course_id")
    return Subquery(rows.annotate(n=rows_stamp("id", "title", "html")).values("n"))


def audience(row: Announcement, laid: Layout) -> list[int]:
    """The students for whom it is meant."""
    if not row.sections and not row.groups:
        return list(laid.sections)
    none: frozenset[int] = frozenset()
    return [
        person
        for person, section in laid.sections.items()
        if section in row.sections or set(row.groups) & laid.groups.get(person, none)
    ]


def of_week(said: Sequence[Said], laid: Layout, week: tuple[date, date], now: datetime, today: date) -> list[Said]:
    """Those that belong to a week, its first and last day, by their own day in the course's zone; in the present one
    what is pinned stands first."""
    first, last = week
    pinned = [s for s in said if first <= today <= last and s.pinned(now)]
    here = [s for s in said if s.at is not None and first <= laid.calendar.day_of(s.at) <= last and s not in pinned]
    return [*pinned, *here]
