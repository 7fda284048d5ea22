from __future__ import annotations

from apps.courses.memberships import membership
from apps.courses.models import Course, Group, GroupMember
from apps.courses.policies import can_lay_out
from apps.courses.queries import lock_course, students
from apps.kernel.public import Actor, Refused, not_found, one_line, record, require, require_edition


def keep_group(actor: Actor, course: Course, group_id: int | None, name: str, members: list[int]) -> Group:
    """A group with these students and no others; a new one where `group_id` is None."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    name = one_line(name, "Name", 100)
    wanted = set(members)
    if wanted - set(students(course).values_list("person_id", flat=True)):
        raise Refused("group.not_enrolled")
    if Group.objects.filter(course=course, name__iexact=name).exclude(pk=group_id or 0).exists():
        raise Refused("group.name_taken", name=name)
    group = group_row(course, group_id) if group_id is not None else Group.objects.create(course=course, name=name)
    require_edition(("group", group.pk))
    before = {"name": group.name, "members": sorted(group.members.values_list("person_id", flat=True))}
    group.name = name
    group.save(update_fields=["name"])
    group.members.exclude(person_id__in=wanted).delete()
    have = set(group.members.values_list("person_id", flat=True))
    GroupMember.objects.bulk_create(GroupMember(group=group, person_id=p) for p in sorted(wanted - have))
    after = {"name": name, "members": sorted(wanted)}
    thing = ("group", group.pk)
    record(actor, "group.keep", thing, course_id=course.pk, before=before, after=after, touches=[thing])
    return group


def group_row(course: Course, group_id: int) -> Group:
    found = Group.objects.filter(course=course, pk=group_id).first()
    if found is None:
        raise not_found("group")
    return found
