from __future__ import annotations

from dataclasses import dataclass

from apps.assignments.kinds import ASSIGNMENT
from apps.assignments.models import Brief
from apps.courses.public import Course, can_lay_out, membership
from apps.kernel.public import Actor, Refused, not_found, record, require
from apps.layout.public import item_row


@dataclass(frozen=True)
class BriefWish:
    takes_hand_ins: bool
    takes_text: bool
    takes_files: bool
    most_files: int
    most_megabytes: int
    attempts: int | None


def set_brief(actor: Actor, course: Course, item_id: int, wish: BriefWish) -> Brief:
    """What an assignment takes; without hand-ins it is work on paper."""
    require(can_lay_out(membership(actor, course)))
    item = item_row(course, item_id)
    if item.kind != ASSIGNMENT.code:
        raise not_found("assignment")
    if wish.takes_hand_ins and not (wish.takes_text or wish.takes_files):
        raise Refused("brief.nothing")
    in_range = 1 <= wish.most_files <= 40 and 1 <= wish.most_megabytes <= 50
    if not in_range or (wish.attempts is not None and not 1 <= wish.attempts <= 20):
        raise Refused("brief.figures")
    before = Brief.objects.filter(item=item).values("takes_text", "takes_files", "most_files", "attempts").first()
    brief, _ = Brief.objects.update_or_create(
        item=item,
        defaults={
            "takes_text": wish.takes_text,
            "takes_files": wish.takes_files,
            "most_files": wish.most_files,
            "most_megabytes": wish.most_megabytes,
            "attempts": wish.attempts,
        },
    )
    item.takes_hand_ins = wish.takes_hand_ins
    item.done_rule = "handed_in" if wish.takes_hand_ins else "scored"
    item.save(update_fields=["takes_hand_ins", "done_rule"])
    after = {
        "takes_hand_ins": wish.takes_hand_ins,
        "takes_text": wish.takes_text,
        "takes_files": wish.takes_files,
    }
    record(actor, "brief.set", ("item", item_id), course_id=course.pk, before=before, after=after)
    return brief
