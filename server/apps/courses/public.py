"""What upper apps may use of courses."""

from apps.courses.actions.enrol import Fate, Places, enrol, places_of, refuse_foreign, set_teacher
from apps.courses.actions.keep_group import group_row
from apps.courses.actions.keep_section import section_row
from apps.courses.actions.open_course import open_course
from apps.courses.actions.put_away import bring_back
from apps.courses.api.schemas import Day, Named
from apps.courses.crews import Crew, crew_of, crews, groups_named_alike, own_groups
from apps.courses.kept import ByVersion
from apps.courses.memberships import Membership, Role, course_and_membership, membership, memberships_of
from apps.courses.models import Course, Enrolment, Group, GroupMember, Section, Term, TermBreak
from apps.courses.models.version import COURSE_OF_ROW, raises_version, raises_versions
from apps.courses.policies import can_enter, can_lay_out, can_see_student, can_study, can_teach, taught_course
from apps.courses.queries import (
    RUNNING,
    THERE,
    course_by_slug,
    courses_with,
    free_slug,
    instructors,
    json_rows,
    lock_course,
    refuse_archived,
    student_count,
    students,
)
from apps.courses.seats import Seat, Seats, WaitingRow, of_my_students, seats_of
from apps.courses.wording import MOMENT_NAMES, day_of, day_range, moment, weekday_name, written_day

__all__ = [
    "COURSE_OF_ROW",
    "MOMENT_NAMES",
    "RUNNING",
    "THERE",
    "ByVersion",
    "Course",
    "Crew",
    "Day",
    "Enrolment",
    "Fate",
    "Group",
    "GroupMember",
    "Membership",
    "Named",
    "Places",
    "Role",
    "Seat",
    "Seats",
    "Section",
    "Term",
    "TermBreak",
    "WaitingRow",
    "bring_back",
    "can_enter",
    "can_lay_out",
    "can_see_student",
    "can_study",
    "can_teach",
    "course_and_membership",
    "course_by_slug",
    "courses_with",
    "crew_of",
    "crews",
    "day_of",
    "day_range",
    "enrol",
    "free_slug",
    "group_row",
    "groups_named_alike",
    "instructors",
    "json_rows",
    "lock_course",
    "membership",
    "memberships_of",
    "moment",
    "of_my_students",
    "open_course",
    "own_groups",
    "places_of",
    "raises_version",
    "raises_versions",
    "refuse_archived",
    "refuse_foreign",
    "seats_of",
    "section_row",
    "set_teacher",
    "student_count",
    "students",
    "taught_course",
    "weekday_name",
    "written_day",
]
