"""Announcements as the API tells of them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import datetime
from typing import Any

from apps.courses.public import Course, Group, Named, Section
from apps.kernel.public import clean, editions
from apps.layout.public import Layout
from apps.messages.announcements import Said, announcements_by, audience
from apps.messages.api import schemas as out
from apps.messages.models import Announcement, AnnouncementRead
from apps.path.public import Reader, laid_for
from apps.people.public import Person


def announcements(course: Course, reader: Reader) -> out.Announcements:
    """In order of time; at most five queries beside the reader's own."""
    laid, member = laid_for(course, reader), reader.member
    found = announcements_by(course, laid, reader)
    seen = editions({"announcement": [s.row.pk for s in found]}) if member.instructs and found else {}
    return out.Announcements(
        teaching=member.teaches,
        can_lay_out=member.instructs,
        zone=course.zone,
        now=reader.now,
        sections=_named(Section.objects.filter(course=course).order_by("number")) if member.instructs else [],
        groups=_named(Group.objects.filter(course=course).order_by("name")) if member.instructs else [],
        announcements=[shown(s, laid, reader.now, seen, member.teaches) for s in found],
    )


def _named(rows: Any) -> list[Named]:
    return [Named(id=row.pk, name=row.name) for row in rows]


def shown(
    said: Said,
    laid: Layout,
    now: datetime,
    seen: Mapping[tuple[str, int], int] | None = None,
    teaching: bool = False,
) -> out.AnnouncementOut:
    row = said.row
    return out.AnnouncementOut(
        id=row.pk,
        title=row.title,
        html=clean(row.html),
        author=row.author.name if row.author else "",
        at=said.at,
        said=said.out(now),
        draft=not row.published,
        rare=row.rare,
        pinned=said.pinned(now),
        read=said.read,
        sections=list(row.sections) if teaching else [],
        groups=list(row.groups) if teaching else [],
        moment=row.moment if teaching else None,
        wall=_wall(said.at, laid) if teaching and row.moment else None,
        pinned_wall=_wall(said.until, laid) if teaching else None,
        by_mail=row.by_mail,
        reads=said.reads,
        readers=len(audience(row, laid)) if teaching else 0,
        edition=(seen or {}).get(("announcement", row.pk), 0),
    )


def _wall(at: datetime | None, laid: Layout) -> str | None:
    return at.astimezone(laid.zone).strftime("%Y-%m-%dT%H:%M") if at else None


def readers_of(row: Announcement, laid: Layout, section_ids: Sequence[int] | None) -> list[out.ReaderOut]:
    """For whom it is meant and who has read it; those who have not first, then by name. Of these sections, or all."""
    meant = [p for p in audience(row, laid) if section_ids is None or laid.sections.get(p) in section_ids]
    read = dict(AnnouncementRead.objects.filter(announcement=row).values_list("person_id", "at"))
    names = Person.objects.filter(pk__in=meant).order_by("sort_name").values_list("pk", "sort_name")
    found = [out.ReaderOut(person_id=pk, name=name, at=read.get(pk)) for pk, name in names]
    return sorted(found, key=lambda r: r.at is not None)
