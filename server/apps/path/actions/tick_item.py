from __future__ import annotations

from apps.courses.public import Course, can_study, membership
from apps.kernel.public import Actor, Refused, now, require
from apps.path.access import require_doable
from apps.path.actions.note_fact import forget, note, own_id
from apps.path.models import Fact


def tick_item(actor: Actor, course: Course, item_id: int, done: bool) -> None:
    """'I've done this', or taken back. Only for items whose rule is the tick."""
    require(can_study(membership(actor, course)))
    known = require_doable(course, item_id, actor, now())
    if not known.laid.student_items[item_id].asks_for("ticked"):
        raise Refused("item.wrong_kind")
    if done:
        note(actor, course, item_id, own_id(actor), Fact.TICKED, keep_first=True)
    else:
        forget(actor, course, item_id, own_id(actor), Fact.TICKED)
