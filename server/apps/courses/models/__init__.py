from apps.courses.models.course import Course, Enrolment, Section
from apps.courses.models.group import Group, GroupMember
from apps.courses.models.term import Term, TermBreak

__all__ = [
    "Course",
    "Enrolment",
    "Group",
    "GroupMember",
    "Section",
    "Term",
    "TermBreak",
]
