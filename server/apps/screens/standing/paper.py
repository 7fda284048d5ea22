"""The standing on paper: the same figures and the same arithmetic as on the screen."""

from __future__ import annotations

from zoneinfo import ZoneInfo

from django.utils.translation import gettext_lazy as _

from apps.courses.public import Course, moment, written_day
from apps.kernel.public import pdf
from apps.screens.standing import schemas as s

STATES = {
    "locked": _("Locked"),
    "not_open": _("Not open yet"),
    "to_do": _("To do"),
    "started": _("Started"),
    "given_back": _("Given back"),
    "handed_in": _("Handed in"),
    "being_graded": _("Being graded"),
    "scored": _("Released"),
    "missing": _("Missing"),
    "excused": _("Excused"),
    "closed": _("Closed"),
    "done": _("Done"),
}


def standing_pdf(course: Course, told: s.Standing) -> bytes:
    zone = ZoneInfo(course.zone)
    totals = [
        (_("current"), _("over what has been scored"), told.current),
        (_("floor"), _("if nothing counts but what is scored now"), told.floor),
        (_("ceiling"), _("if all the rest is full"), told.ceiling),
    ]
    categories = [
        {
            "row": c,
            "items": [
                {
                    "row": i,
                    "due": written_day(i.due.astimezone(zone).date()) if i.due else "",
                    "state": STATES.get(i.state, ""),
                    "dropped": i.role in ("dropped_low", "dropped_high"),
                }
                for i in c.items
            ],
        }
        for c in told.categories
    ]
    context = {
        "course": course,
        "told": told,
        "totals": totals,
        "categories": categories,
        "printed": moment(told.now, zone),
    }
    return pdf("screens/standing.html", context)
