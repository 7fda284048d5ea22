"""Messages: whose threads somebody reads, and whom they may write to."""

from __future__ import annotations

from collections.abc import Collection
from typing import Any

from django.contrib.postgres.expressions import ArraySubquery
from django.db.models import OuterRef, Q
from django.db.models.functions import JSONArray

from apps.courses.public import Course, Enrolment, GroupMember, Membership
from apps.kernel.public import not_found
from apps.messages.models import Thread, ThreadRead, WritingRule
from apps.messages.team import team_of


def own_threads(course: Course, member: Membership, person_id: int) -> Q:
    """Those that they are one side of; those who teach are the team of their students."""
    own = Q(one_id=person_id) | Q(other_id=person_id)
    if not member.teaches:
        return own
    of_team = Q(other=None)
    return own | (of_team if member.section_ids is None else of_team & Q(section_id__in=member.section_ids))


def thread_row(course: Course, member: Membership, person_id: int, thread_id: int) -> Any:
    """One that is theirs; to everybody else it is not there. `read`: up to which message whom has read it, in pairs."""
    read = ThreadRead.objects.filter(thread_id=OuterRef("pk")).values(pair=JSONArray("person_id", "upto"))
    found = Thread.objects.filter(own_threads(course, member, person_id), course=course, pk=thread_id)
    found = found.annotate(read=ArraySubquery(read))
    row = found.select_related("one", "other").only("course_id", "section_id", "one__name", "other__name").first()
    if row is None:
        raise not_found("thread")
    return row


def classmates_rule(course: Course) -> str:
    found = WritingRule.objects.filter(course=course).values_list("classmates", flat=True).first()
    return found or WritingRule.GROUP


def may_write_to(course: Course, member: Membership, person_id: int) -> frozenset[int]:
    """Keys of those whom somebody may write to by name. For students: as the course has it; those who teach are written
    to together, as the team. For those who teach: their students, and one another."""
    rows = Enrolment.objects.filter(course=course).exclude(person_id=person_id)
    if member.teaches:
        mine = Q() if member.section_ids is None else ~Q(role=Enrolment.STUDENT) | Q(section_id__in=member.section_ids)
        return frozenset(rows.filter(mine).values_list("person_id", flat=True))
    if not member.studies:
        return frozenset()
    rows = rows.filter(role=Enrolment.STUDENT)
    match classmates_rule(course):
        case WritingRule.CLASS:
            return frozenset(rows.values_list("person_id", flat=True))
        case WritingRule.GROUP:
            groups = GroupMember.objects.filter(group__course=course, person_id=person_id).values("group_id")
            fellows = GroupMember.objects.filter(group_id__in=groups).values("person_id")
            return frozenset(rows.filter(person_id__in=fellows).values_list("person_id", flat=True))
    return frozenset()


def sections_of(course: Course, people: Collection[int]) -> dict[int, int | None]:
    """The section of each student among them."""
    rows = Enrolment.objects.filter(course=course, person_id__in=people, role=Enrolment.STUDENT)
    return dict(rows.values_list("person_id", "section_id"))


def readers_of(thread: Thread) -> list[int]:
    """Whom a message in it reaches, its sender among them."""
    if thread.other_id is not None:
        return [thread.one_id, thread.other_id]
    return [thread.one_id, *team_of(thread.course_id, thread.section_id)]
