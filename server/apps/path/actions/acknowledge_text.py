from __future__ import annotations

from apps.courses.public import Course, can_study, membership
from apps.kernel.public import Actor, Refused, now, require
from apps.path.access import require_doable
from apps.path.actions.note_fact import note, own_id
from apps.path.models import Fact


def acknowledge_text(actor: Actor, course: Course, item_id: int, edition: int) -> None:
    require(can_study(membership(actor, course)))
    known = require_doable(course, item_id, actor, now())
    item = known.laid.student_items[item_id]
    if not item.asks_for("acknowledged"):
        raise Refused("item.wrong_kind")
    if edition < item.asked_edition:
        raise Refused("item.edition_gone", status=409)
    note(actor, course, item_id, own_id(actor), Fact.ACKNOWLEDGED, edition=edition)
