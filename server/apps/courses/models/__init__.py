from apps.courses.models.absence import Absence
from apps.courses.models.course import Course, Enrolment, Section
from apps.courses.models.facts import Fact
from apps.courses.models.feeds import CalendarFeed, FeedEntry
from apps.courses.models.layout import Item, ItemFile, ItemText, Module, Part
from apps.courses.models.meetings import Allowance, Group, GroupMember, MeetingPattern
from apps.courses.models.rhythm import Rhythm
from apps.courses.models.search import SearchEntry
from apps.courses.models.term import Term, TermBreak

__all__ = [
    "Absence",
    "Allowance",
    "CalendarFeed",
    "Course",
    "Enrolment",
    "Fact",
    "FeedEntry",
    "Group",
    "GroupMember",
    "Item",
    "ItemFile",
    "ItemText",
    "MeetingPattern",
    "Module",
    "Part",
    "Rhythm",
    "SearchEntry",
    "Section",
    "Term",
    "TermBreak",
]
