"""What was changed in a course, read from the audit."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime, time, timedelta
from typing import Any
from zoneinfo import ZoneInfo

from django.db.models import Q
from django.db.models.functions import Coalesce

from apps.courses.public import Course, Enrolment, Named
from apps.gradebook.public import SHEET
from apps.kernel.public import AuditRecord, AuditTouch
from apps.layout.public import layout
from apps.screens.history import schemas as out
from apps.screens.history.headlines import CHANGES
from apps.screens.history.words import Words

PAGE = 40
MOST_LINES = 24

GRADING = (
    "layout.set_grading",
    "layout.set_rules",
    "layout.set_categories",
    "layout.drop_graded",
    "grading.copy",
    "grading.freeze",
    "layout.use_rubric",
    "layout.change_rubric",
    "layout.make_rubric",
    "layout.remove_rubric",
)
ALLOWANCES = ("layout.allow", "layout.take_allowance_back")
REMOVALS = ("layout.remove_item", "layout.remove_module", "layout.remove_part")
SCORES = Q(action__regex=r"^(score|quiz)\.")
"""What moves scores, and what goes on around a quiz that is held."""
SORTS: dict[str, Q] = {
    "": ~SCORES,
    "layout": Q(action__regex=r"^(layout|course|check)\.") & ~Q(action__in=(*GRADING, *ALLOWANCES)),
    "texts": Q(action__startswith="text."),
    "grading": Q(action__in=GRADING),
    "people": Q(action__regex=r"^(group|people|section|code)\.") | Q(action__in=ALLOWANCES),
    "library": Q(action__startswith="library."),
    "scores": SCORES,
    "removed": Q(action__in=REMOVALS, undone=False),
}


@dataclass(frozen=True)
class Wanted:
    """`since` and `until`: days in the course's zone, both included. `before`: where the page before ended."""

    sort: str
    who: int | None
    item: int | None
    since: date | None
    until: date | None
    before: int | None


def history(course: Course, wanted: Wanted, now: datetime) -> out.History:
    rows = list(_rows(course, wanted)[: PAGE + 1])
    shown = rows[:PAGE]
    parts: dict[int, list[AuditRecord]] = {}
    for part in AuditRecord.objects.filter(whole__in=shown).order_by("id"):
        parts.setdefault(part.whole_id or 0, []).append(part)
    words = Words(course, [*shown, *(p for each in parts.values() for p in each)])
    return out.History(
        zone=course.zone,
        now=now,
        about=words.title(("item", wanted.item)) if wanted.item else "",
        people=_teachers(course),
        entries=[_entry(row, parts.get(row.pk, []), words) for row in shown],
        next=shown[-1].pk if len(rows) > PAGE else None,
    )


def _rows(course: Course, wanted: Wanted) -> Any:
    rows = AuditRecord.objects.filter(SORTS[wanted.sort], course_id=course.pk, whole=None, action__in=CHANGES)
    if wanted.who is not None:
        rows = rows.filter(actor_id=wanted.who)
    if wanted.item is not None:
        thing = AuditTouch.objects.filter(kind__in=("item", "text"), thing=wanted.item)
        rows = rows.filter(pk__in=thing.values(of=Coalesce("record__whole_id", "record_id")))
    zone = layout(course).zone
    if wanted.since is not None:
        rows = rows.filter(at__gte=_midnight(wanted.since, zone))
    if wanted.until is not None and wanted.until < date.max:
        rows = rows.filter(at__lt=_midnight(wanted.until + timedelta(days=1), zone))
    if wanted.before is not None:
        rows = rows.filter(pk__lt=wanted.before)
    return rows.order_by("-id")


def _midnight(day: date, zone: ZoneInfo) -> datetime:
    """The start of a day; of years near the ends of the calendar in UTC, which no zone can push over them."""
    near_an_end = day.year in (date.min.year, date.max.year)
    return datetime.combine(day, time(), ZoneInfo("UTC") if near_an_end else zone)


def _teachers(course: Course) -> list[Named]:
    rows = Enrolment.objects.filter(course=course).exclude(role=Enrolment.STUDENT).select_related("person")
    found = {e.person_id: e.person for e in rows.order_by("person__sort_name")}
    return [Named(id=pk, name=person.name) for pk, person in found.items()]


def _entry(row: AuditRecord, parts: list[AuditRecord], words: Words) -> out.Change:
    lines = [line for part in parts or [row] for line in words.lines(part, (row.target_kind, row.target_id))]
    return out.Change(
        id=row.pk,
        at=row.at,
        who=row.actor_name,
        what=words.headline(row),
        lines=lines[:MOST_LINES],
        more=max(0, len(lines) - MOST_LINES),
        can_set_back=(row.reversible or row.action == SHEET) and not row.undone,
        undone=row.undone,
    )
