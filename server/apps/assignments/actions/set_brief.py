from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from apps.assignments.kinds import ASSIGNMENT
from apps.assignments.models import Brief
from apps.courses.public import Course, Group, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, Refused, not_found, require
from apps.layout.changes import Edit, apply_edits, with_hand_ins
from apps.layout.public import item_row

LONGEST_TEMPLATE = 20_000


@dataclass(frozen=True)
class BriefWish:
    takes_hand_ins: bool
    takes_text: bool
    takes_files: bool
    takes_photos: bool
    takes_recordings: bool
    takes_link: bool
    most_files: int
    most_megabytes: int
    attempts: int | None
    template: str = ""
    in_groups: bool = False
    groups: Sequence[int] = ()


def set_brief(actor: Actor, course: Course, item_id: int, wish: BriefWish) -> AuditRecord:
    """What an assignment takes; without hand-ins it is work on paper."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    item = item_row(course, item_id)
    if item.kind != ASSIGNMENT.code:
        raise not_found("assignment")
    forms = (wish.takes_text, wish.takes_files, wish.takes_photos, wish.takes_recordings, wish.takes_link)
    if wish.takes_hand_ins and not any(forms):
        raise Refused("brief.nothing")
    in_range = 1 <= wish.most_files <= 40 and 1 <= wish.most_megabytes <= 50
    if not in_range or (wish.attempts is not None and not 1 <= wish.attempts <= 20):
        raise Refused("brief.figures")
    if len(wish.template) > LONGEST_TEMPLATE:
        raise Refused("text.too_long", field="The template", length=len(wish.template), most=LONGEST_TEMPLATE)
    brief, _ = Brief.objects.get_or_create(item=item)
    known = set(Group.objects.filter(course=course, pk__in=wish.groups).values_list("pk", flat=True))
    fields = {name: value for name, value in vars(wish).items() if name != "takes_hand_ins"}
    fields["groups"] = sorted(known) if wish.in_groups else []
    edits = [Edit("item", item, with_hand_ins(item, wish.takes_hand_ins)), Edit("brief", brief, fields)]
    return apply_edits(actor, course, "set_brief", edits)
