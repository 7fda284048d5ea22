import unittest

from core.tests.check.test_date_check import GOOD, at, but, codes, course


class TheSameMoment(unittest.TestCase):
    """A system that writes the end of a day in its own way states no other date (common practice, no source)."""

    def test_the_end_of_a_minute_is_the_minute(self) -> None:
        for theirs, same in (
            ("2026-10-08T23:59:00", True),
            ("2026-10-08T23:59:59", True),
            ("2026-10-09T00:00:00", True),
            ("2026-10-09T00:00:01", False),
            ("2026-10-08T23:58:59", False),
            ("2026-10-09T23:59:00", False),
        ):
            found = codes(course(but(GOOD, system_due=at(theirs))))
            self.assertEqual("linked.due_differs" not in found, same, theirs)
