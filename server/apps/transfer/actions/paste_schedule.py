from __future__ import annotations

from datetime import datetime

from django.utils.translation import gettext as _
from unvo_core.schedule.moments import rule_for
from unvo_core.terms.schedule_table import ScheduleTable, TableItem, read_table
from unvo_core.terms.written_dates import Order

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, Refused, one_line, require
from apps.layout.changes import Edit, apply_edits
from apps.layout.public import Module, kind_of, layout, row_of
from apps.transfer.week_places import WeekPlaces

LONGEST_PASTE = 200_000
LONGEST_TITLE = 200


def plan_paste(actor: Actor, course: Course, text: str, order: Order) -> ScheduleTable:
    """What each row would become; changes nothing."""
    require(can_lay_out(membership(actor, course)))
    laid = layout(course)
    if laid.term is None:
        raise Refused("rhythm.no_term")
    if len(text) > LONGEST_PASTE:
        raise Refused("text.too_long", field="The table", length=len(text), most=LONGEST_PASTE)
    return read_table(text, laid.calendar, order)


def paste_schedule(actor: Actor, course: Course, text: str, order: Order) -> AuditRecord:
    """Make the modules and items that the preview showed, as drafts, as one change with one undo."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    table = plan_paste(actor, course, text, order)
    edits: list[Edit] = []
    places = WeekPlaces(course, edits)
    for row in table.rows:
        if row.week is None:
            continue
        title = one_line(row.topic or _("Week %(n)s") % {"n": row.week}, "Title", LONGEST_TITLE)
        module = places.module(row.week, title)
        for item in row.items:
            _make(places, course, module, item)
    if not edits:
        raise Refused("table.nothing_new")
    return apply_edits(actor, course, "paste_schedule", edits)


def _make(places: WeekPlaces, course: Course, module: Module, wanted: TableItem) -> None:
    moments = {}
    if wanted.day is not None and kind_of(wanted.kind).takes_hand_ins:
        wall = datetime.combine(wanted.day, course.default_due_time)
        moments["due"] = row_of(rule_for(wall, layout(course).calendar))
    places.item(
        module,
        kind=wanted.kind,
        title=one_line(wanted.title[:LONGEST_TITLE], "Title", LONGEST_TITLE),
        done_rule=kind_of(wanted.kind).first_rule,
        moments=moments,
    )
