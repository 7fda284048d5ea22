from __future__ import annotations

from copy import copy
from dataclasses import dataclass

from apps.assignments.kinds import ASSIGNMENT
from apps.assignments.models import Brief
from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, Refused, not_found, require
from apps.layout.changes import Edit, apply_edits
from apps.layout.public import Item, can_be_done, item_row


@dataclass(frozen=True)
class BriefWish:
    takes_hand_ins: bool
    takes_text: bool
    takes_files: bool
    most_files: int
    most_megabytes: int
    attempts: int | None


def set_brief(actor: Actor, course: Course, item_id: int, wish: BriefWish) -> AuditRecord:
    """What an assignment takes; without hand-ins it is work on paper. A done rule that nobody could meet any more
    becomes one that can be met; any other stays as it was chosen."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    item = item_row(course, item_id)
    if item.kind != ASSIGNMENT.code:
        raise not_found("assignment")
    if wish.takes_hand_ins and not (wish.takes_text or wish.takes_files):
        raise Refused("brief.nothing")
    in_range = 1 <= wish.most_files <= 40 and 1 <= wish.most_megabytes <= 50
    if not in_range or (wish.attempts is not None and not 1 <= wish.attempts <= 20):
        raise Refused("brief.figures")
    brief, _ = Brief.objects.get_or_create(item=item)
    fields = {name: value for name, value in vars(wish).items() if name != "takes_hand_ins"}
    edits = [Edit("item", item, _own(item, wish.takes_hand_ins)), Edit("brief", brief, fields)]
    return apply_edits(actor, course, "set_brief", edits)


def _own(item: Item, takes_hand_ins: bool) -> dict[str, object]:
    fields: dict[str, object] = {"takes_hand_ins": takes_hand_ins}
    changed = copy(item)
    changed.takes_hand_ins = takes_hand_ins
    if can_be_done(item) and not can_be_done(changed):
        fields["done_rule"] = "scored" if item.points else "ticked"
    return fields
