from __future__ import annotations

from django.db.models import ProtectedError

from apps.courses.public import Course, can_lay_out, group_row, lock_course, membership
from apps.kernel.public import Actor, Refused, record, require
from apps.layout.models import Allowance
from apps.layout.queries import layout


def remove_group(actor: Actor, course: Course, group_id: int) -> None:
    """Refused while an allowance or a condition names the group, or a rule of a room above that protects it."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    group = group_row(course, group_id)
    named = group_id in layout(course).audiences[0]
    if named or Allowance.objects.filter(group=group, removed=False).exists():
        raise Refused("group.in_use", status=409, name=group.name)
    before = {"name": group.name, "members": sorted(group.members.values_list("person_id", flat=True))}
    try:
        group.delete()
    except ProtectedError:
        raise Refused("group.in_use", status=409, name=group.name) from None
    record(actor, "group.remove", ("group", group_id), course_id=course.pk, before=before)
