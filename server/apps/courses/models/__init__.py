from apps.courses.models.course import Course, Enrolment, Section
from apps.courses.models.facts import Fact
from apps.courses.models.layout import Item, ItemText, Module, Part
from apps.courses.models.term import Term, TermBreak

__all__ = [
    "Course",
    "Enrolment",
    "Fact",
    "Item",
    "ItemText",
    "Module",
    "Part",
    "Section",
    "Term",
    "TermBreak",
]
