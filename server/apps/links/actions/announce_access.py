"""Whose access runs out in seven days, or in two, is told of it, and so are those who teach them: once each."""

from __future__ import annotations

from collections.abc import Collection
from zoneinfo import ZoneInfo

from django.db import transaction
from django.utils.translation import gettext as _
from django.utils.translation import ngettext
from unvo_core.links.access import announced_on

from apps.courses.public import Course, Enrolment, moment
from apps.kernel.public import now
from apps.links.models import LinkedSystem, SystemAccess
from apps.links.pages.access import access_of
from apps.links.queries import put_to_use
from apps.notices.public import News, notify, notify_each


def announce_access() -> int:
    """Returns to how many students it was told."""
    rows = SystemAccess.objects.filter(
        put_to_use("course_id"), until__gt=now(), course__archived_at=None, course__removed_at=None
    )
    told = 0
    for system_id, course_id in sorted(set(rows.values_list("system_id", "course_id"))):
        with transaction.atomic():
            told += _announce(LinkedSystem.objects.get(pk=system_id), Course.objects.get(pk=course_id))
    return told


def _announce(system: LinkedSystem, course: Course) -> int:
    zone, at = ZoneInfo(course.zone), now()
    here = set(Enrolment.objects.filter(course=course, role=Enrolment.STUDENT).values_list("person_id", flat=True))
    rows = SystemAccess.objects.select_for_update(of=("self",)).select_related("person")
    news: dict[int, News] = {}
    names = []
    for row in rows.filter(system=system, course=course, person_id__in=here, until__gt=at).order_by("until"):
        ahead = announced_on(access_of(row), at, zone, row.announced)
        if ahead is None or row.until is None:
            continue
        row.announced = [*row.announced, ahead]
        row.save(update_fields=["announced"])
        names.append(_("%(name)s: %(until)s") % {"name": row.person.name, "until": moment(row.until, zone)})
        news[row.person_id] = News(
            kind="access",
            title=_("Your access to %(system)s ends %(until)s")
            % {"system": system.name, "until": moment(row.until, zone)},
            address=f"/c/{course.slug}/week",
            line=_("Renew it there before then; what would be blocked stands in the week."),
            course=course.code,
        )
    if news:
        notify_each(news)
        _tell_teachers(system, course, names)
    return len(news)


def _tell_teachers(system: LinkedSystem, course: Course, names: Collection[str]) -> None:
    teachers = Enrolment.objects.filter(course=course, role=Enrolment.INSTRUCTOR).values_list("person_id", flat=True)
    title = ngettext(
        "Access to %(system)s ends soon for %(n)s student",
        "Access to %(system)s ends soon for %(n)s students",
        len(names),
    ) % {"system": system.name, "n": len(names)}
    address = f"/c/{course.slug}/systems/{system.key}"
    notify(
        sorted(set(teachers)),
        News(kind="access", title=title, address=address, line="; ".join(names)[:300], course=course.code),
    )
