import unittest
from datetime import date, datetime
from fractions import Fraction
from itertools import product

from hypothesis import given, settings
from hypothesis import strategies as st
from unvo_core.schedule.effort import Task, latest_starts, reading_minutes
from unvo_core.schedule.load import Load, load_of, minutes_by_day, weekly_minutes

EVERY_DAY = [90] * 7
SUNDAY = datetime(2026, 10, 11, 23, 59)


class Effort(unittest.TestCase):
    def test_reading_speed(self) -> None:
        """238 words a minute: Brysbaert 2019 (value from memory)."""
        self.assertEqual(reading_minutes(238), 1)
        self.assertEqual(reading_minutes(239), 2)
        self.assertEqual(reading_minutes(5950), 25)
        self.assertEqual(reading_minutes(0), 0)

    def test_credit_hours(self) -> None:
        """34 CFR 600.2: a 3-credit course is about 9 hours a week; warn above 25 % more."""
        self.assertEqual(weekly_minutes(Fraction(3)), 540)
        self.assertEqual(weekly_minutes(Fraction(3), weeks=6), 1350)
        self.assertEqual(load_of(675, Fraction(3)), Load.FITTING)
        self.assertEqual(load_of(676, Fraction(3)), Load.OVER)
        self.assertEqual(load_of(404, Fraction(3)), Load.LIGHT)
        self.assertEqual(load_of(405, Fraction(3)), Load.FITTING)
        self.assertEqual(load_of(10_000, Fraction(0)), Load.FITTING)

    def test_what_is_due_on_one_day_adds_up(self) -> None:
        mon, sun = date(2026, 10, 5), date(2026, 10, 11)
        self.assertEqual(minutes_by_day([(sun, 150), (mon, 75), (sun, 35)]), {mon: 75, sun: 185})
        self.assertEqual(minutes_by_day([]), {})


class LatestStarts(unittest.TestCase):
    def test_a_long_piece_of_work_starts_days_before_it_is_due(self) -> None:
        self.assertEqual(latest_starts([Task(1, 300, SUNDAY)], EVERY_DAY), {1: date(2026, 10, 8)})

    def test_days_off_push_the_start_back(self) -> None:
        budget = [90, 90, 90, 90, 90, 0, 0]
        self.assertEqual(latest_starts([Task(1, 100, SUNDAY)], budget), {1: date(2026, 10, 8)})

    def test_work_before_it_on_the_path_is_done_first(self) -> None:
        both = latest_starts([Task(1, 90, SUNDAY), Task(2, 90, SUNDAY)], EVERY_DAY)
        self.assertEqual(both, {1: date(2026, 10, 10), 2: date(2026, 10, 11)})

    def test_a_morning_deadline_leaves_less_of_its_day(self) -> None:
        early = datetime(2026, 10, 11, 0, 30)
        self.assertEqual(latest_starts([Task(1, 60, early)], EVERY_DAY), {1: date(2026, 10, 10)})

    def test_without_any_budget_one_starts_on_the_due_day(self) -> None:
        self.assertEqual(latest_starts([Task(1, 600, SUNDAY)], [0] * 7), {1: SUNDAY.date()})

    @settings(max_examples=60)
    @given(
        st.lists(st.tuples(st.integers(1, 150), st.integers(0, 5)), min_size=1, max_size=3),
        st.lists(st.sampled_from([0, 30, 90]), min_size=7, max_size=7).filter(any),
    )
    def test_no_later_days_would_do(self, wishes: list[tuple[int, int]], budget: list[int]) -> None:
        """Against brute force: started any day later, the work from there on does not fit any more."""
        tasks = [Task(n, m, datetime(2026, 10, 5 + d, 23, 59)) for n, (m, d) in enumerate(wishes)]
        starts = latest_starts(tasks, budget)
        for n, task in enumerate(tasks):
            self.assertLessEqual(starts[task.key], task.due.date())
            if n:
                self.assertLessEqual(starts[tasks[n - 1].key], starts[task.key])
        last = tasks[-1]
        days = [date.fromordinal(o) for o in range(starts[last.key].toordinal() + 1, last.due.date().toordinal() + 1)]
        self.assertLess(sum(budget[d.weekday()] for d in days), last.effort_minutes)


class Feasibility(unittest.TestCase):
    def test_the_starts_always_leave_enough_minutes(self) -> None:
        for efforts in product([30, 120, 200], repeat=2):
            tasks = [Task(n, m, SUNDAY) for n, m in enumerate(efforts)]
            first = latest_starts(tasks, EVERY_DAY)[0]
            days = SUNDAY.date().toordinal() - first.toordinal() + 1
            self.assertGreaterEqual(days * 90, sum(efforts))
            self.assertLess((days - 1) * 90, sum(efforts))
