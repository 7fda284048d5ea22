from __future__ import annotations

from apps.courses.public import Course, can_lay_out, membership
from apps.kernel.public import Actor, not_found, record, require
from apps.links.models import Placement, StatedDue


def resend_dates(actor: Actor, course: Course, item_id: int) -> None:
    """Our due moment stands, and the system is to take it over: it is told at once where it can be asked, and with the
    next launch in any case. What it said, of whichever section, is forgotten until it says something again."""
    from apps.links.jobs import send_dates

    require(can_lay_out(membership(actor, course)))
    placement = Placement.objects.select_for_update(of=("self",)).select_related("system")
    row = placement.filter(item_id=item_id, item__course=course, item__removed=False).first()
    if row is None:
        raise not_found("linked homework")
    stated = StatedDue.objects.filter(item_id=item_id)
    before = {"stated": [due.isoformat() for due in stated.order_by("section").values_list("due", flat=True)]}
    stated.delete()
    record(actor, "link.resend", ("item", item_id), course_id=course.pk, before=before)
    if row.system.state_address:
        send_dates.defer(system_id=row.system_id, course_id=course.pk, item_id=item_id)
