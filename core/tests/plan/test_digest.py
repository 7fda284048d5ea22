"""The week to come. Its order is the day plan's, which is tested against all orders; here, that nothing is lost or said
twice between the evening and the week."""

import unittest
from dataclasses import replace
from datetime import date, timedelta

from hypothesis import given
from hypothesis import strategies as st
from unvo_core.plan.day_plan import Work
from unvo_core.plan.digest import digest

SUNDAY = date(2026, 10, 11)
SIX = 18 * 60


def work(key: int, minutes: int, due: int | None, release: int = 0) -> Work:
    """`due` and `release` in days after Sunday."""
    day = SUNDAY + timedelta(days=release)
    return Work(
        key=key, minutes=minutes, release=day, due=None if due is None else SUNDAY + timedelta(days=due), chain=0
    )


class Digests(unittest.TestCase):
    def test_a_week_worked_out_by_hand(self) -> None:
        """An hour a day. Overdue 1 is first on Monday; 2 is due on Sunday itself and is no work of the week; 3 takes the
        rest of Monday and half of Tuesday; 4 opens on Thursday and is due on Friday; 5 is due the week after that."""
        works = [work(1, 30, -2), work(2, 45, 0), work(3, 60, 3), work(4, 20, 5, release=4), work(5, 40, 13)]
        found = digest(works, SUNDAY, SIX, [60] * 7)
        self.assertEqual((found.overdue, found.tonight), ((1,), (2,)))
        self.assertEqual(
            [[(s.key, s.minutes) for s in d.stints] for d in found.days],
            [[(1, 30), (3, 30)], [(3, 30), (5, 30)], [(5, 10)], [(4, 20)], [], [], []],
        )
        self.assertEqual([d.due for d in found.days], [(), (), (3,), (), (4,), (), ()])
        self.assertEqual(found.minutes, 150)

    def test_what_was_due_at_noon_is_not_due_tonight(self) -> None:
        """It is overdue, and planned like all that is."""
        noon = replace(work(1, 30, 0), due_minutes=12 * 60)
        found = digest([noon, work(2, 10, 0)], SUNDAY, SIX, [60] * 7)
        self.assertEqual((found.overdue, found.tonight, found.minutes), ((1,), (2,), 30))

    def test_what_ends_tonight_is_planned_for_no_later_day(self) -> None:
        found = digest([work(1, 30, -3), work(2, 10, None)], SUNDAY, SIX, [60] * 7, ending={1, 2})
        self.assertEqual((found.overdue, found.tonight, found.minutes), ((), (1, 2), 0))

    def test_nothing_left_is_nothing_to_say(self) -> None:
        self.assertTrue(digest([], SUNDAY, SIX, [60] * 7).is_empty)
        self.assertTrue(digest([work(1, 30, None, release=30)], SUNDAY, SIX, [60] * 7).is_empty)
        self.assertFalse(digest([work(1, 0, 0)], SUNDAY, SIX, [60] * 7).is_empty)

    @given(
        st.lists(st.tuples(st.integers(0, 200), st.none() | st.integers(-9, 20), st.integers(0, 9)), max_size=12),
        st.lists(st.integers(0, 240), min_size=7, max_size=7),
    )
    def test_what_is_due_is_said_once_and_no_minute_is_made_up(
        self, given_works: list[tuple[int, int | None, int]], budget: list[int]
    ) -> None:
        works = [work(n, m, due, release) for n, (m, due, release) in enumerate(given_works)]
        found = digest(works, SUNDAY, SIX, budget)
        said = [*found.overdue, *found.tonight, *(k for d in found.days for k in d.due)]
        expected = {w.key for w in works if w.due and w.due <= SUNDAY + timedelta(days=7)}
        self.assertEqual(sorted(said), sorted(expected))
        for n, day in enumerate(found.days):
            self.assertEqual(day.day, SUNDAY + timedelta(days=n + 1))
            self.assertLessEqual(day.minutes, budget[day.day.weekday()])
        for one in works:
            planned = sum(s.minutes for d in found.days for s in d.stints if s.key == one.key)
            self.assertLessEqual(planned, 0 if one.key in found.tonight else one.minutes)
