from apps.layout.models.allowance import Allowance
from apps.layout.models.item import Item, ItemFile, ItemText
from apps.layout.models.meetings import MeetingPattern
from apps.layout.models.module import Module, Part
from apps.layout.models.rhythm import Rhythm
from apps.layout.models.search import SearchEntry
from apps.layout.models.syllabus import Syllabus

__all__ = [
    "Allowance",
    "Item",
    "ItemFile",
    "ItemText",
    "MeetingPattern",
    "Module",
    "Part",
    "Rhythm",
    "SearchEntry",
    "Syllabus",
]
