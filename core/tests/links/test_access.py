"""Who gets into a linked system, until when, and what that costs (7 and 2 days ahead: the job's own figures)."""

from __future__ import annotations

import unittest
from datetime import UTC, datetime, timedelta
from zoneinfo import ZoneInfo

from hypothesis import given
from hypothesis import strategies as st
from unvo_core.links.access import Access, Kind, Wanted, announced_on, blocked, days_left

ZONE = ZoneInfo("America/Chicago")
NOW = datetime(2026, 10, 7, 15, 20, tzinfo=UTC)
DAY = timedelta(days=1)


def work(
    item: int, due: float | None, last: float | None = None, opens: float | None = None, done: bool = False
) -> Wanted:
    def at(days: float | None) -> datetime | None:
        return None if days is None else NOW + days * DAY

    return Wanted(item_id=item, opens=at(opens), due=at(due), last=at(last if last is not None else due), done=done)


def until(days: float, kind: Kind = Kind.TRIAL) -> Access:
    return Access(kind=kind, until=NOW + days * DAY)


class Blocking(unittest.TestCase):
    def test_nothing_is_held_against_whom_nobody_spoke_of(self) -> None:
        self.assertIsNone(blocked(Access(), [work(1, 3)], NOW))

    def test_without_access_all_that_is_left_to_do_is_blocked(self) -> None:
        found = blocked(Access(kind=Kind.NONE), [work(1, -1), work(2, 3), work(3, 9), work(4, 1, done=True)], NOW)
        assert found is not None
        self.assertEqual((found.items, found.ends, found.matters), ((2, 3), None, NOW + 3 * DAY))

    def test_a_trial_costs_what_is_due_after_it(self) -> None:
        found = blocked(until(2), [work(1, 1), work(2, 3), work(3, 9)], NOW)
        assert found is not None
        self.assertEqual((found.items, found.ends, found.matters), ((2, 3), NOW + 2 * DAY, NOW + 3 * DAY))

    def test_what_can_be_done_late_is_blocked_though_its_due_moment_is_not(self) -> None:
        found = blocked(until(2), [work(1, 1, last=5)], NOW)
        assert found is not None
        self.assertEqual((found.items, found.matters), ((1,), None))

    def test_work_without_dates_is_blocked_by_an_end_and_matters_by_no_day(self) -> None:
        found = blocked(until(2), [Wanted(item_id=1, opens=None, due=None, last=None)], NOW)
        assert found is not None
        self.assertEqual((found.items, found.matters), ((1,), None))

    def test_a_code_without_an_end_blocks_nothing(self) -> None:
        self.assertIsNone(blocked(Access(kind=Kind.CODE), [work(1, 100)], NOW))

    @given(st.floats(-20, 20), st.lists(st.floats(-20, 20), max_size=8))
    def test_exactly_what_ends_after_access_and_is_not_over_is_blocked(self, ends: float, lasts: list[float]) -> None:
        access = until(ends)
        found = blocked(access, [work(n, last) for n, last in enumerate(lasts)], NOW)
        over = access.until if access.until and access.until > NOW else NOW
        wanted = tuple(n for n, last in enumerate(lasts) if NOW + last * DAY >= over)
        self.assertEqual(found.items if found else (), wanted)


class Announcing(unittest.TestCase):
    def test_seven_and_two_days_ahead_each_once(self) -> None:
        said: list[int] = []
        told = []
        for day in range(15, -1, -1):
            if (n := announced_on(until(day), NOW, ZONE, said)) is not None:
                told.append((day, n))
                said.append(n)
        self.assertEqual(told, [(7, 7), (2, 2)])

    def test_a_short_trial_is_announced_by_the_nearest_only(self) -> None:
        self.assertEqual(announced_on(until(1.5), NOW, ZONE), 2)
        self.assertIsNone(announced_on(until(1), NOW, ZONE, [2]))
        self.assertEqual(announced_on(until(5), NOW, ZONE), 7)

    def test_days_are_those_of_the_calendar_there(self) -> None:
        friday = datetime(2026, 10, 9, 23, 59, tzinfo=ZONE)
        self.assertEqual(days_left(Access(kind=Kind.TRIAL, until=friday), NOW, ZONE), 2)
        self.assertIsNone(days_left(until(-1), NOW, ZONE))
        self.assertIsNone(days_left(Access(kind=Kind.PAID), NOW, ZONE))
