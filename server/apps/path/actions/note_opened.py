from __future__ import annotations

from apps.courses.public import Course, can_study, membership
from apps.kernel.public import Actor, require
from apps.path.access import require_open
from apps.path.actions.note_fact import note, own_id
from apps.path.models import Fact


def note_opened(actor: Actor, course: Course, item_id: int) -> None:
    require(can_study(membership(actor, course)))
    require_open(course, item_id, actor)
    note(actor, course, item_id, own_id(actor), Fact.OPENED, keep_first=True)
