"""What upper apps may use of courses."""

from apps.courses.actions.keep_group import group_row
from apps.courses.actions.open_course import open_course
from apps.courses.api.schemas import Named
from apps.courses.kept import ByVersion
from apps.courses.memberships import Membership, Role, course_and_membership, membership
from apps.courses.models import Course, Enrolment, Group, GroupMember, Section, Term, TermBreak
from apps.courses.models.version import COURSE_OF_ROW, raises_version
from apps.courses.policies import can_enter, can_lay_out, can_see_student, can_study, can_teach
from apps.courses.queries import course_by_slug, instructors, json_rows, lock_course, student_count, students
from apps.courses.seats import Seat, Seats, WaitingRow, of_my_students, seats_of
from apps.courses.wording import MOMENT_NAMES, day_of, day_range, moment, weekday_name, written_day

__all__ = [
    "COURSE_OF_ROW",
    "MOMENT_NAMES",
    "ByVersion",
    "Course",
    "Enrolment",
    "Group",
    "GroupMember",
    "Membership",
    "Named",
    "Role",
    "Seat",
    "Seats",
    "Section",
    "Term",
    "TermBreak",
    "WaitingRow",
    "can_enter",
    "can_lay_out",
    "can_see_student",
    "can_study",
    "can_teach",
    "course_and_membership",
    "course_by_slug",
    "day_of",
    "day_range",
    "group_row",
    "instructors",
    "json_rows",
    "lock_course",
    "membership",
    "moment",
    "of_my_students",
    "open_course",
    "raises_version",
    "seats_of",
    "student_count",
    "students",
    "weekday_name",
    "written_day",
]
