from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from django.db import transaction
from unvo_core.schedule.moments import AtClass, FromMoment, InWeek, resolve, rule_for

from apps.courses.public import Course, Group, Section, can_enter, can_lay_out, lock_course, membership
from apps.kernel.public import (
    SYSTEM,
    Actor,
    AuditRecord,
    Refused,
    StoredFile,
    not_found,
    now,
    one_line,
    record,
    require,
    with_own_files,
    written,
)
from apps.layout.changes import Edit, apply_edits, wall_of, with_addresses
from apps.layout.public import Layout, layout, person_layout, row_of, rule_of
from apps.messages.announcements import announcements_for, audience, instants_of, moment_of
from apps.messages.models import Announcement, AnnouncementRead
from apps.messages.pictures import keep_picture
from apps.notices.public import News, notify

LONGEST_TITLE = 200
BEGINNING = 300


@dataclass(frozen=True, slots=True)
class AnnouncementWish:
    """`moment` and `pinned_until`: a wall time or a rule as stored; without a moment it is said when it is published.
    `by_mail`: it goes by mail too, to those who want that."""

    title: str
    html: str
    sections: Sequence[int]
    groups: Sequence[int]
    moment: str | Mapping[str, Any] | None
    pinned_until: str | Mapping[str, Any] | None
    rare: bool
    by_mail: bool
    published: bool


def keep_announcement(actor: Actor, course: Course, announcement_id: int | None, wish: AnnouncementWish) -> AuditRecord:
    """Write one anew, or another edition of it. What was said stays said: then only its words and how it stands change,
    neither its moment nor whom it was for."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    laid = layout(course)
    said = written(wish.html)
    fields: dict[str, Any] = {
        "title": one_line(wish.title, "Title", LONGEST_TITLE),
        "html": said.html,
        "text": said.text,
        "pinned_until": _rule(wish.pinned_until, course, laid),
        "rare": wish.rare,
    }
    row = None if announcement_id is None else announcement_row(course, announcement_id)
    if row is None or row.released_at is None:
        fields |= {
            "sections": _own(Section, course, wish.sections),
            "groups": _own(Group, course, wish.groups),
            "moment": _rule(wish.moment, course, laid),
            "by_mail": wish.by_mail,
            "published": wish.published,
        }
    if row is None:
        row = Announcement.objects.create(course=course, author_id=actor.person_id, made_at=now(), **fields)
        change = apply_edits(actor, course, "announce", [Edit("announcement", row, made=True)])
    else:
        change = apply_edits(actor, course, "announce", [Edit("announcement", row, fields)])
    if row.published and row.released_at is None and row.moment is None:
        release(actor, course, laid, row, now())
    return change


def reword(actor: Actor, course: Course, announcement_id: int, html: str) -> AuditRecord:
    """Other words for what was not said yet; all else stays."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    said = written(html)
    row = announcement_row(course, announcement_id)
    if row.released_at is not None:
        raise Refused("announcement.said", status=409)
    return apply_edits(actor, course, "announce", [Edit("announcement", row, {"html": said.html, "text": said.text})])


def add_image(actor: Actor, course: Course, upload: Any) -> tuple[StoredFile, tuple[int, int] | None]:
    """A picture for what is to be announced, and its size as it came when it was scaled down."""
    require(can_lay_out(membership(actor, course)))
    return keep_picture(actor, course, upload, "announcement", "announcement.add_image")


def announcement_row(course: Course, announcement_id: int) -> Announcement:
    found = Announcement.objects.filter(course=course, pk=announcement_id, removed=False).first()
    if found is None:
        raise not_found("announcement")
    return found


def _own(model: type[Section] | type[Group], course: Course, ids: Sequence[int]) -> list[int]:
    """Of this course; refuses others as not there."""
    found = set(model._default_manager.filter(course=course, pk__in=ids).values_list("pk", flat=True))
    if found != set(ids):
        raise not_found("section" if model is Section else "group")
    return sorted(found)


def _rule(wish: str | Mapping[str, Any] | None, course: Course, laid: Layout) -> dict[str, Any] | None:
    """As it is stored: by week where a wall time falls into one, so that it moves with the term."""
    if not wish:
        return None
    try:
        rule = rule_for(wall_of(wish, course), laid.calendar) if isinstance(wish, str) else rule_of(wish)
    except (KeyError, ValueError, TypeError):
        raise Refused("span.unreadable") from None
    if isinstance(rule, FromMoment) and rule.item_id not in laid.items:
        raise not_found("item")
    if isinstance(rule, InWeek | AtClass | FromMoment) and resolve(rule, laid.calendar, instants_of(laid)) is None:
        raise Refused("announcement.nowhere")
    return row_of(rule)


def remove_announcement(actor: Actor, course: Course, announcement_id: int) -> AuditRecord:
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    row = announcement_row(course, announcement_id)
    return apply_edits(actor, course, "unannounce", [Edit("announcement", row, {"removed": True})])


def release(actor: Actor, course: Course, laid: Layout, row: Announcement, at: datetime) -> None:
    """It is said: from here on it stands where it stands, and those for whom it is meant are told. Under the lock of
    the course; who edits it meanwhile is told that it went out."""
    row.released_at = at
    row.save(update_fields=["released_at"])
    after = {"at": at.isoformat()}
    record(actor, "announcement.release", ("announcement", row.pk), course_id=course.pk, after=after,
           touches=[("announcement", row.pk)])  # fmt: skip
    if course.opened_at is not None:
        address = f"/c/{course.slug}/talk?said={row.pk}#said-{row.pk}"
        news = News(
            kind="announcement", title=row.title, address=address, line=row.text[:BEGINNING], course=course.code
        )
        notify(audience(row, laid), news, mailed=row.by_mail)


def release_due(at: datetime) -> int:
    """Say what is to be said by now, of every course that runs; each in a transaction of its own. Returns how many."""
    waiting = Announcement.objects.filter(
        removed=False,
        published=True,
        released_at=None,
        course__removed_at=None,
        course__archived_at=None,
        course__opened_at__isnull=False,
    ).exclude(moment=None)
    done = 0
    for course_id, pk in waiting.order_by("course_id", "pk").values_list("course_id", "pk"):
        with transaction.atomic():
            course = lock_course(Course.objects.get(pk=course_id))
            row = Announcement.objects.filter(pk=pk, removed=False, published=True, released_at=None).first()
            laid = layout(course)
            due = moment_of(row.moment, laid) if row is not None else None
            if row is not None and due is not None and due <= at:
                release(SYSTEM, course, laid, row, due)
                done += 1
    return done


def note_read(actor: Actor, course: Course, ids: Sequence[int]) -> None:
    """These were read, of those that are theirs to read."""
    member = membership(actor, course)
    require(can_enter(member))
    person = actor.person_id or 0
    found = announcements_for(course, person_layout(course, person), member, person, now())
    fresh = [s.row.pk for s in found if s.row.pk in set(ids) and not s.read and not member.teaches]
    AnnouncementRead.objects.bulk_create(
        (AnnouncementRead(announcement_id=pk, person_id=person, at=now()) for pk in fresh), ignore_conflicts=True
    )
    if fresh:
        record(actor, "announcement.read", ("course", course.pk), course_id=course.pk, after={"read": fresh})


def copy_announcements(source: Course, course: Course, items: dict[int, int]) -> None:
    """As drafts, for the same moments of the term; what was said at once is for the moment at which it was said.
    Sections and groups are those of the same number and name; links and pictures follow."""
    laid = layout(source)
    sections = _successors(Section, source, course, "number")
    groups = _successors(Group, source, course, "name")
    fresh = []
    for row in Announcement.objects.filter(course=source, removed=False).order_by("pk"):
        row.moment = _moved(row.moment or _as_said(row, laid), items)
        row.pinned_until = _moved(row.pinned_until, items)
        row.sections = [sections[pk] for pk in row.sections if pk in sections]
        row.groups = [groups[pk] for pk in row.groups if pk in groups]
        shown = with_own_files(row.html, ("announcement", source.pk), course.pk, ("announcement", course.pk))
        row.html = with_addresses(shown, items, course.slug)
        row.pk, row.course, row.published, row.released_at, row.made_at = None, course, False, None, now()
        fresh.append(row)
    Announcement.objects.bulk_create(fresh)


def _successors(model: type[Section] | type[Group], source: Course, course: Course, by: str) -> dict[int, int]:
    there = dict(model._default_manager.filter(course=course).values_list(by, "pk"))
    rows = model._default_manager.filter(course=source).values_list("pk", by)
    return {pk: there[name] for pk, name in rows if name in there}


def _as_said(row: Announcement, laid: Layout) -> dict[str, Any] | None:
    if row.released_at is None:
        return None
    return row_of(rule_for(row.released_at.astimezone(laid.zone).replace(tzinfo=None), laid.calendar))


def _moved(rule: dict[str, Any] | None, items: Mapping[int, int]) -> dict[str, Any] | None:
    if rule is None or rule["on"] != "moment":
        return rule
    return rule | {"item": items[rule["item"]]} if rule["item"] in items else None
