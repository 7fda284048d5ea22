"""Threads of messages as their readers find them."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from django.db.models import OuterRef, Subquery
from django.db.models.functions import Coalesce

from apps.courses.public import Course, GroupMember, Membership, Named
from apps.kernel.public import clean
from apps.messages.api import schemas as out
from apps.messages.models import Message, Thread, ThreadRead
from apps.messages.questions import any_word
from apps.messages.threads import classmates_rule, may_write_to, own_threads, thread_row
from apps.path.public import Reader
from apps.people.public import Person

PAGE = 50
BEGINNING = 160
SHOWN = ("one__name", "other__name", "section__name", "last__text", "last__at", "last__sender__name")
"""Of a thread in the list, and nothing else of what stands behind it."""


def threads(course: Course, reader: Reader, search: str, before: int | None) -> out.Threads:
    """The one that was written in last first; `before`: only those whose last message is older than this one.
    `search`: those in which some message has these words."""
    person, member = reader.person_id, reader.member
    upto = ThreadRead.objects.filter(thread_id=OuterRef("pk"), person_id=person).values("upto")[:1]
    rows = Thread.objects.filter(own_threads(course, member, person), course=course, last__isnull=False)
    wanted = any_word(search) if search.strip() else None
    if wanted is not None:
        rows = rows.filter(pk__in=Message.objects.filter(thread__course=course, vector=wanted).values("thread_id"))
    if before is not None:
        rows = rows.filter(last__lt=before)
    rows = rows.annotate(upto=Coalesce(Subquery(upto), 0)).select_related("one", "other", "section", "last__sender")
    found = list(rows.only(*SHOWN).order_by("-last")[: PAGE + 1])
    reached = may_write_to(course, member, person)
    return out.Threads(
        teaching=member.teaches,
        can_lay_out=member.instructs,
        can_write_to_team=member.studies,
        zone=course.zone,
        now=reader.now,
        classmates=classmates_rule(course),
        people=_people(reached),
        groups=_groups(course, member, person, reached),
        threads=[_thread_out(t, person) for t in found[:PAGE]],
        more=len(found) > PAGE,
    )


def thread(course: Course, reader: Reader, thread_id: int, before: int | None) -> out.ThreadPage:
    """Its messages in order of time; the newest, or those older than `before`."""
    person = reader.person_id
    row = thread_row(course, reader.member, person, thread_id)
    rows = row.messages.order_by("-pk") if before is None else row.messages.filter(pk__lt=before).order_by("-pk")
    found = list(rows.values_list("pk", "sender__name", "sender_id", "html", "context", "at")[: PAGE + 1])
    reads: dict[int, int] = dict(row.read)
    return out.ThreadPage(
        id=row.pk,
        title=_other_side(row, person),
        zone=course.zone,
        now=reader.now,
        read_by_other=_read_by_other(row, reads, person),
        upto=reads.get(person, 0),
        messages=[
            out.MessageOut(id=pk, sender=name, mine=sender == person, html=clean(html), context=context, at=at)
            for pk, name, sender, html, context, at in reversed(found[:PAGE])
        ],
        more=len(found) > PAGE,
    )


def _thread_out(row: Any, person: int) -> out.ThreadLine:
    last, mine = row.last, row.last.sender_id == person
    return out.ThreadLine(
        id=row.pk,
        title=_other_side(row, person),
        section=row.section.name if row.section and row.one_id != person else "",
        last=last.pk,
        line=last.text[:BEGINNING],
        sender=last.sender.name,
        mine=mine,
        at=last.at,
        unread=not mine and last.pk > row.upto,
    )


def _other_side(row: Thread, person: int) -> str:
    """Empty for the team."""
    if row.one_id != person:
        return row.one.name
    return row.other.name if row.other else ""


def _read_by_other(row: Thread, reads: Mapping[int, int], person: int) -> int:
    """Up to which message the other side has read it: of a team, whoever of it has read furthest."""
    if row.one_id != person:
        return reads.get(row.one_id, 0)
    return max((upto for reader, upto in reads.items() if reader != person), default=0)


def _people(keys: frozenset[int]) -> list[Named]:
    rows = Person.objects.filter(pk__in=keys, is_active=True).order_by("sort_name", "pk")
    return [Named(id=pk, name=name) for pk, name in rows.values_list("pk", "name")]


def _groups(course: Course, member: Membership, person: int, reached: frozenset[int]) -> list[out.GroupTo]:
    """Those who teach: all in which somebody is whom they reach; students: their own."""
    rows = GroupMember.objects.filter(group__course=course).order_by("group__name", "group_id", "person_id")
    found: dict[int, out.GroupTo] = {}
    mine = set()
    for group, name, one in rows.values_list("group_id", "group__name", "person_id"):
        to = found.setdefault(group, out.GroupTo(id=group, name=name, people=[]))
        if one in reached:
            to.people.append(one)
        if one == person:
            mine.add(group)
    return [g for g in found.values() if g.people and (member.teaches or g.id in mine)]
