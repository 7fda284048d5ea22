from __future__ import annotations

from datetime import datetime

from unvo_core.schedule.moments import rule_for
from unvo_core.schedule.schedule_table import ScheduleTable, TableItem, read_table
from unvo_core.schedule.written_dates import Order

from apps.courses.public import (
    FIRST_RULES,
    Course,
    Edit,
    Item,
    Module,
    apply_edits,
    can_lay_out,
    layout,
    lock_course,
    membership,
    row_of,
)
from apps.kernel.public import Actor, AuditRecord, Refused, one_line, require

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
    modules = {m.week: m for m in reversed(Module.objects.filter(course=course, removed=False).order_by("position"))}
    position = max((m.position for m in modules.values()), default=0)
    for row in table.rows:
        module = modules.get(row.week)
        if module is None:
            position += 10
            title = one_line(row.topic or f"Week {row.week}", "Title", LONGEST_TITLE)
            module = Module.objects.create(course=course, title=title, week=row.week, position=position)
            modules[row.week] = module
            edits.append(Edit("module", module, made=True))
        for item in row.items:
            edits.append(Edit("item", _item(course, module, item, len(edits)), made=True))
    if not edits:
        raise Refused("table.nothing_new")
    return apply_edits(actor, course, "paste_schedule", edits)


def _item(course: Course, module: Module, wanted: TableItem, count: int) -> Item:
    laid = layout(course)
    moments = {}
    if wanted.day is not None and wanted.kind == Item.ASSIGNMENT:
        wall = datetime.combine(wanted.day, course.default_due_time)
        moments["due"] = row_of(rule_for(wall, laid.calendar))
    return Item.objects.create(
        course=course,
        module=module,
        kind=wanted.kind,
        title=one_line(wanted.title[:LONGEST_TITLE], "Title", LONGEST_TITLE),
        position=(1000 + count) * 10,
        done_rule=FIRST_RULES[wanted.kind],
        takes_hand_ins=wanted.kind == Item.ASSIGNMENT,
        moments=moments,
    )
