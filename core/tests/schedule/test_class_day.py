import unittest
from datetime import date, datetime
from zoneinfo import ZoneInfo

from unvo_core.schedule.class_day import items_of_class
from unvo_core.schedule.meetings import Meeting
from unvo_core.schedule.moments import AtClass
from unvo_core.schedule.spans import NO_SPAN, Span

ZONE = ZoneInfo("Pacific/Auckland")
DAY = date(2026, 10, 12)


def at(hour: int, day: int = 12) -> datetime:
    return datetime(2026, 10, day, hour, tzinfo=ZONE)


class ItemsOfAClass(unittest.TestCase):
    """Common practice, no source: what was due, handed out or dated by the class of that day."""

    def test_by_rule_by_due_and_by_opening_in_the_courses_own_day(self) -> None:
        meeting = Meeting(number=3, day=DAY, start=at(10), end=at(11))
        spans = {
            1: Span(due=at(10)),
            2: Span(opens=at(0), due=at(23, 16)),
            3: Span(due=at(23, 11)),
            4: Span(due=at(9, 20)),
            5: NO_SPAN,
            6: Span(opens=at(1, 13)),
        }
        rules = {(4, "due"): AtClass(3, "start", 60 * 24 * 8), (5, "opens"): AtClass(4)}
        self.assertEqual(items_of_class(meeting, spans, rules, ZONE), (1, 2, 4))
