"""What upper apps may use of courses."""

from apps.courses.access import require_doable, require_open
from apps.courses.actions.note_fact import forget, note
from apps.courses.api.reading import enter
from apps.courses.marks import ClassCount, Marks, MarkSource, NewScore, ShownMark, use_marks
from apps.courses.memberships import Membership, membership
from apps.courses.models import Course, Enrolment, Fact, Item, Section
from apps.courses.models.version import raises_version
from apps.courses.persons import layout_for
from apps.courses.policies import can_enter, can_lay_out, can_see_student, can_study, can_teach
from apps.courses.queries import (
    Progress,
    course_by_slug,
    fact_counts,
    item_row,
    json_rows,
    layout,
    person_layout,
    progress,
    student_count,
    students,
)
from apps.courses.sheets import Reader, start_by
from apps.courses.structure import LaidItem, Layout
from apps.courses.telling import use_teller
from apps.courses.wording import moment

__all__ = [
    "ClassCount",
    "Course",
    "Enrolment",
    "Fact",
    "Item",
    "LaidItem",
    "Layout",
    "MarkSource",
    "Marks",
    "Membership",
    "NewScore",
    "Progress",
    "Reader",
    "Section",
    "ShownMark",
    "can_enter",
    "can_lay_out",
    "can_see_student",
    "can_study",
    "can_teach",
    "course_by_slug",
    "enter",
    "fact_counts",
    "forget",
    "item_row",
    "json_rows",
    "layout",
    "layout_for",
    "membership",
    "moment",
    "note",
    "person_layout",
    "progress",
    "raises_version",
    "require_doable",
    "require_open",
    "start_by",
    "student_count",
    "students",
    "use_marks",
    "use_teller",
]
