import unittest
from datetime import datetime, time, timedelta

from unvo_core.plan.usual import usual_names, usual_slots

THURSDAY = datetime(2026, 10, 8, 23, 59)
FRIDAY = datetime(2026, 10, 9, 23, 59)


class Usual(unittest.TestCase):
    """A quarter and half: common practice, no source."""

    def test_slots_that_come_again_in_the_order_of_the_week(self) -> None:
        weeks = [timedelta(weeks=n) for n in range(4)]
        walls = [*(FRIDAY + w for w in weeks), *(THURSDAY + w for w in weeks), datetime(2026, 10, 14, 11, 30)]
        self.assertEqual(usual_slots(walls), [(3, time(23, 59)), (4, time(23, 59))])

    def test_what_happens_once_is_not_usual(self) -> None:
        self.assertEqual(usual_slots([THURSDAY]), [])
        self.assertEqual(usual_slots([]), [])

    def test_names_that_half_of_the_modules_have_once_each(self) -> None:
        self.assertEqual(
            usual_names([["Before", "After"], ["Before", "In class"], ["Before"], ["After"]]), ["Before", "After"]
        )
        self.assertEqual(usual_names([["Odd", "Odd"], ["A"], ["B"]]), [])
