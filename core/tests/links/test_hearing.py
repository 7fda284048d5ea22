"""Silence, waiting, and what is put for variables (LTI Core 1.3, 1EdTech, 6.1.1 and appendix B)."""

from __future__ import annotations

import unittest
from datetime import UTC, datetime, timedelta

from unvo_core.links.hearing import next_try, silent_since
from unvo_core.links.variables import read_custom, substituted

NOW = datetime(2026, 10, 7, 15, 20, tzinfo=UTC)
HOUR = timedelta(hours=1)


class Silence(unittest.TestCase):
    def test_an_hourly_system_is_silent_after_a_day(self) -> None:
        for hours, silent in ((1, False), (24, False), (25, True)):
            last = NOW - hours * HOUR
            heard = [last - n * HOUR for n in range(9, -1, -1)]
            self.assertEqual(silent_since(heard, NOW), last if silent else None, hours)

    def test_a_weekly_system_is_silent_after_three_weeks(self) -> None:
        for days, silent in ((8, False), (20, False), (22, True)):
            last = NOW - timedelta(days=days)
            heard = [last - timedelta(weeks=n) for n in range(5, -1, -1)]
            self.assertEqual(silent_since(heard, NOW) is not None, silent, days)

    def test_nothing_is_usual_of_a_system_that_spoke_three_times(self) -> None:
        self.assertIsNone(silent_since([NOW - 900 * HOUR, NOW - 899 * HOUR, NOW - 898 * HOUR], NOW))


class Waiting(unittest.TestCase):
    def test_twice_as_long_each_time_and_an_hour_at_most(self) -> None:
        waits = [(next_try(n, NOW) - NOW).total_seconds() / 60 for n in (1, 2, 3, 4, 7, 8, 500)]
        self.assertEqual(waits, [1, 2, 4, 8, 60, 60, 60])


class Variables(unittest.TestCase):
    def test_known_ones_are_put_unknown_ones_stay_as_they_are_written(self) -> None:
        custom = {
            "due": "$ResourceLink.submission.endDateTime",
            "who": "$User.id",
            "odd": "$X.y",
            "set": "7a",
            "price": "5$",
        }
        known = {"ResourceLink.submission.endDateTime": None, "User.id": "k-1"}
        self.assertEqual(
            substituted(custom, known), {"due": "", "who": "k-1", "odd": "$X.y", "set": "7a", "price": "5$"}
        )

    def test_lines_of_a_form(self) -> None:
        self.assertEqual(read_custom("set = 7a\n\nno sign\n=x\nq=a=b"), {"set": "7a", "q": "a=b"})
