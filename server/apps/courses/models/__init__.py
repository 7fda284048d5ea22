from apps.courses.models.course import Course, Enrolment, Section, Withdrawal
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
    "Withdrawal",
]
