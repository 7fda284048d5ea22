"""Who reads which posts: the one place where this is decided, for pages, search, files, notices and mail alike."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from functools import reduce
from operator import or_

from django.db.models import Q

from apps.courses.public import Course, Group, GroupMember, Membership, Section, own_groups
from apps.talk.models import Discussion, Post


@dataclass(frozen=True, slots=True)
class Room:
    """What one person reads of a discussion, and where what they write is said.

    `heard`: the posts that are theirs to read, as a condition on posts of the item. `waits_for_own`: there is more,
    once they have posted. `homeless`: they are in no group that talks here, so there is nowhere to write.
    """

    heard: Q
    group_id: int | None = None
    section_id: int | None = None
    waits_for_own: bool = False
    homeless: bool = False


def room_of(course: Course, discussion: Discussion, member: Membership, person_id: int) -> Room:
    """`member`: the person's place in the course. At most two queries."""
    return rooms_of(course, [discussion], member, person_id)[discussion.item_id]


def rooms_of(
    course: Course, discussions: Collection[Discussion], member: Membership, person_id: int
) -> dict[int, Room]:
    """By item; at most two queries, however many discussions."""
    if member.teaches:
        return {d.item_id: Room(_taught(course, d, member)) for d in discussions}
    groups = own_groups(course, person_id) if any(d.readers == Discussion.GROUP for d in discussions) else []
    posted = _posted_in([d.item_id for d in discussions if d.after_own], person_id)
    return {d.item_id: _room(d, member, person_id, groups, d.item_id in posted) for d in discussions}


def _room(discussion: Discussion, member: Membership, person_id: int, groups: Sequence[int], posted: bool) -> Room:
    """`groups`: the person's, by name. `posted`: whether they have, where others are heard only then."""
    own = Q(author_id=person_id)
    match discussion.readers:
        case Discussion.TEACHERS:
            return Room(own | Q(root__author_id=person_id))
        case Discussion.SECTION:
            section = next(iter(member.section_ids or ()), None)
            room = Room(Q(section_id=section) | own, section_id=section)
        case Discussion.GROUP:
            group = next((g for g in groups if not discussion.groups or g in discussion.groups), None)
            if group is None:
                return Room(own, homeless=True)
            room = Room(Q(group_id=group) | own, group_id=group)
        case _:
            room = Room(Q())
    if not discussion.after_own or posted:
        return room
    return Room(own, room.group_id, room.section_id, waits_for_own=True)


def heard_in(rooms: Mapping[int, Room]) -> Q:
    """The posts that are theirs to read in all these rooms, by item."""
    whole = [item for item, room in rooms.items() if not room.heard]
    parts = (Q(room.heard, item_id=item) for item, room in rooms.items() if room.heard)
    return reduce(or_, parts, Q(item_id__in=whole))


def talking_groups(course: Course, discussion: Discussion) -> list[Group]:
    rows = Group.objects.filter(course=course)
    return list((rows.filter(pk__in=discussion.groups) if discussion.groups else rows).order_by("name", "pk"))


def _posted_in(item_ids: Sequence[int], person_id: int) -> set[int]:
    if not item_ids:
        return set()
    own = Post.objects.filter(item_id__in=item_ids, author_id=person_id, answers=None, gone_at=None)
    return set(own.values_list("item_id", flat=True))


def _taught(course: Course, discussion: Discussion, member: Membership) -> Q:
    """Instructors read all. Assistants read what the class says to itself, and what is said in rooms of their
    students."""
    if member.section_ids is None or discussion.readers == Discussion.CLASS:
        return Q()
    sections = Section.objects.filter(course=course, pk__in=member.section_ids).values("pk")
    theirs = {"enrolments__course_id": course.pk, "enrolments__role": "student", "enrolments__section_id__in": sections}
    match discussion.readers:
        case Discussion.SECTION:
            return Q(section_id__in=sections)
        case Discussion.GROUP:
            prefixed = {f"person__{name}": value for name, value in theirs.items()}
            return Q(group_id__in=GroupMember.objects.filter(**prefixed).values("group_id"))
    students = {f"author__{name}": value for name, value in theirs.items()}
    rooted = {f"root__author__{name}": value for name, value in theirs.items()}
    posts = Post.objects.filter(Q(**students) | Q(**rooted), item_id=discussion.item_id)
    return Q(pk__in=posts.values("pk"))
