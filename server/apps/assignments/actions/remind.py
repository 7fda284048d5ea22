from __future__ import annotations

from zoneinfo import ZoneInfo

from django.utils.translation import gettext as _

from apps.assignments.unfinished import unfinished_of
from apps.courses.public import Course, Seat, can_teach, membership, moment, of_my_students, refuse_archived
from apps.kernel.public import Actor, now, record, require
from apps.layout.public import item_row
from apps.notices.public import News, notify_each


def remind_unfinished(actor: Actor, course: Course, item_id: int) -> int:
    """Tell those of one's students who began and have not handed in, near its due moment; each once for a due moment.
    Returns how many were told now."""
    member = membership(actor, course)
    require(can_teach(member))
    refuse_archived(course)
    title, zone = item_row(course, item_id).title, ZoneInfo(course.zone)
    mine = of_my_students({course.pk: Seat(course, member, actor.person_id or 0)})
    news = {
        person: News(
            kind="work",
            title=_("Not handed in yet: %(item)s") % {"item": title},
            line=_("You have begun, and nothing of it is handed in. Due %(at)s.") % {"at": moment(due, zone)},
            address=f"/c/{course.slug}/item/{item_id}",
            course=course.code,
            once=f"unfinished.{item_id}.{due.isoformat()}",
        )
        for person, due in unfinished_of(course, item_id, mine, now()).items()
    }
    told = notify_each(news)
    record(
        actor, "hand_in.remind", ("item", item_id), course_id=course.pk, after={"people": sorted(news), "told": told}
    )
    return told
