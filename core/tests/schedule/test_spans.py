import unittest
from datetime import UTC, datetime, timedelta

from hypothesis import given
from hypothesis import strategies as st
from unvo_core.schedule.spans import Span, is_closed, is_late, is_near_due, seconds_late, span_problems

DUE = datetime(2026, 10, 11, 23, 59, tzinfo=UTC)


class Deadlines(unittest.TestCase):
    """Common practice, no source: 23:59 means up to and including 23:59:59.999."""

    def test_the_last_instant_is_in_time_and_midnight_is_late(self) -> None:
        self.assertFalse(is_late(DUE + timedelta(seconds=59, milliseconds=999), DUE))
        self.assertTrue(is_late(DUE + timedelta(minutes=1), DUE))

    def test_lateness_counts_from_the_last_instant(self) -> None:
        self.assertEqual(seconds_late(DUE + timedelta(minutes=1, hours=3), DUE), 3 * 3600)
        self.assertEqual(seconds_late(DUE, DUE), 0)
        self.assertEqual(seconds_late(DUE, None), 0)

    def test_closing_keeps_its_minute_too(self) -> None:
        span = Span(opens=DUE - timedelta(days=2), closes=DUE)
        self.assertFalse(is_closed(span, DUE + timedelta(seconds=59)))
        self.assertTrue(is_closed(span, DUE + timedelta(minutes=1)))


class Order(unittest.TestCase):
    def test_each_moment_out_of_order_is_named_with_the_one_before(self) -> None:
        problems = span_problems(Span(opens=DUE, due=DUE - timedelta(days=1), closes=DUE + timedelta(days=1)))
        self.assertEqual([(p.path, p.params["after"]) for p in problems], [("due", "opens")])

    @given(st.lists(st.none() | st.integers(0, 1000), min_size=4, max_size=4))
    def test_no_problem_means_sorted(self, days: list[int | None]) -> None:
        span = Span(*(None if d is None else DUE + timedelta(days=d) for d in days))
        set_ = [d for d in days if d is not None]
        self.assertEqual(span_problems(span) == [], set_ == sorted(set_))


class NearDue(unittest.TestCase):
    """A day before to two days after, both ends in, unless it has closed."""

    def test_its_edges(self) -> None:
        due = datetime(2026, 10, 7, 23, 59, tzinfo=UTC)
        for hours, near in ((-25, False), (-24, True), (0, True), (48, True), (49, False)):
            self.assertEqual(is_near_due(Span(due=due), due + timedelta(hours=hours)), near, hours)
        self.assertFalse(is_near_due(Span(due=due, closes=due), due + timedelta(hours=1)))
        self.assertFalse(is_near_due(Span(), due))
