"""What upper apps may use of courses."""

from apps.courses.access import opened_items, ref, require_doable, require_open
from apps.courses.actions.change_item import ItemEdit, change_item
from apps.courses.actions.change_module import ModuleEdit, change_module
from apps.courses.actions.copy_in import CopyWish
from apps.courses.actions.copy_in import copy_in as copy_part_in
from apps.courses.actions.copy_layout import copy_layout, with_addresses
from apps.courses.actions.layout_change import Edit
from apps.courses.actions.layout_change import apply as apply_edits
from apps.courses.actions.layout_change import lock as lock_course
from apps.courses.actions.make_item import FIRST_RULES
from apps.courses.actions.move_item import move_item
from apps.courses.actions.note_fact import forget, note
from apps.courses.actions.set_conditions import drop_wait
from apps.courses.actions.set_moments import set_moments
from apps.courses.actions.write_text import write_text
from apps.courses.api.layout import changed
from apps.courses.api.papers import read_feed
from apps.courses.api.reading import enter
from apps.courses.api.schemas import Changed
from apps.courses.desk import Seat, Seats, WaitingRow, of_my_students, use_desk_source
from apps.courses.facts import date_order_of
from apps.courses.item_pages import file_out
from apps.courses.marks import ClassMarks, Marks, MarkSource, NewScore, ShownMark, use_marks
from apps.courses.memberships import Membership, membership
from apps.courses.models import Course, Enrolment, Fact, Item, Module, Part, Rhythm, Section
from apps.courses.models.version import raises_version
from apps.courses.persons import layout_for
from apps.courses.policies import can_enter, can_lay_out, can_see_student, can_study, can_teach
from apps.courses.queries import (
    Progress,
    course_by_slug,
    fact_counts,
    item_row,
    json_rows,
    latest_text,
    latest_texts,
    layout,
    person_layout,
    progress,
    student_count,
    students,
    text_stamps,
)
from apps.courses.rules import row_of, rule_of
from apps.courses.sheets import Reader, item_ref, laid_for, own_progress, start_by
from apps.courses.structure import LaidItem, LaidModule, Layout
from apps.courses.telling import use_teller
from apps.courses.wording import MOMENT_NAMES, day_range, moment, written_day
from apps.courses.work import use_waiting_work, waiting_work

__all__ = [
    "FIRST_RULES",
    "MOMENT_NAMES",
    "Changed",
    "ClassMarks",
    "CopyWish",
    "Course",
    "Edit",
    "Enrolment",
    "Fact",
    "Item",
    "ItemEdit",
    "LaidItem",
    "LaidModule",
    "Layout",
    "MarkSource",
    "Marks",
    "Membership",
    "Module",
    "ModuleEdit",
    "NewScore",
    "Part",
    "Progress",
    "Reader",
    "Rhythm",
    "Seat",
    "Seats",
    "Section",
    "ShownMark",
    "WaitingRow",
    "apply_edits",
    "can_enter",
    "can_lay_out",
    "can_see_student",
    "can_study",
    "can_teach",
    "change_item",
    "change_module",
    "changed",
    "copy_layout",
    "copy_part_in",
    "course_by_slug",
    "date_order_of",
    "day_range",
    "drop_wait",
    "enter",
    "fact_counts",
    "file_out",
    "forget",
    "item_ref",
    "item_row",
    "json_rows",
    "laid_for",
    "latest_text",
    "latest_texts",
    "layout",
    "layout_for",
    "lock_course",
    "membership",
    "moment",
    "move_item",
    "note",
    "of_my_students",
    "opened_items",
    "own_progress",
    "person_layout",
    "progress",
    "raises_version",
    "read_feed",
    "ref",
    "require_doable",
    "require_open",
    "row_of",
    "rule_of",
    "set_moments",
    "start_by",
    "student_count",
    "students",
    "text_stamps",
    "use_desk_source",
    "use_marks",
    "use_teller",
    "use_waiting_work",
    "waiting_work",
    "with_addresses",
    "write_text",
    "written_day",
]
