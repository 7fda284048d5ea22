import unittest
from datetime import timedelta
from itertools import combinations, pairwise

from hypothesis import given, settings
from hypothesis import strategies as st
from unvo_core.schedule.spans import Span, span_problems
from unvo_core.terms.repace import Paced, linear_partition, module_weeks, pace_days, repace, term_bounds

from core.tests.schedule.terms import at, autumn, spring, summer


def by_brute_force(loads: list[int], parts: int) -> int:
    """The least possible largest sum over every way to cut."""
    best = sum(loads)
    for count in range(min(parts, len(loads))):
        for cuts in combinations(range(1, len(loads)), count):
            edges = [0, *cuts, len(loads)]
            best = min(best, max(sum(loads[a:b]) for a, b in pairwise(edges)))
    return best


class Partition(unittest.TestCase):
    @given(st.lists(st.integers(0, 20), min_size=1, max_size=9), st.integers(1, 6))
    def test_the_largest_load_agrees_with_brute_force(self, loads: list[int], parts: int) -> None:
        found = linear_partition(loads, parts)
        self.assertEqual(found, sorted(found))
        sums = [sum(load for load, part in zip(loads, found, strict=True) if part == n) for n in range(parts)]
        self.assertEqual(max(sums), by_brute_force(loads, parts))

    def test_days_are_as_even_as_they_can_be(self) -> None:
        self.assertEqual(linear_partition([4, 1, 1, 1, 1], 3), [0, 1, 1, 2, 2])


ITEMS = st.lists(
    st.tuples(st.integers(0, 400), st.integers(0, 110), st.integers(0, 20), st.integers(0, 5), st.booleans()),
    min_size=1,
    max_size=25,
)


def paced(given_: list[tuple[int, int, int, int, bool]]) -> list[Paced]:
    start = at("2026-08-24T10:00")
    found = []
    for n, (minutes, due, before, after, dated) in enumerate(sorted(given_, key=lambda g: g[1])):
        moment = start + timedelta(days=due)
        span = Span(moment - timedelta(days=before), None, moment, moment + timedelta(days=after)) if dated else Span()
        found.append(Paced(n, minutes, span))
    return found


class Repaced(unittest.TestCase):
    @settings(deadline=None)
    @given(ITEMS, st.sampled_from((summer(), spring())))
    def test_order_kept_inside_the_term_spans_valid_and_long_enough(self, given_: list, new: object) -> None:
        items = paced(given_)
        found = repace(items, autumn(), new)
        first, last = term_bounds(new)
        self.assertEqual([r.key for r in found], [i.key for i in items])
        self.assertEqual([r.day for r in found], sorted(r.day for r in found))
        dues = [r.span.due for r in found if r.span.due]
        self.assertEqual(dues, sorted(dues))
        for item, r in zip(items, found, strict=True):
            self.assertEqual(span_problems(r.span), [])
            for moment in (r.span.opens, r.span.due, r.span.closes):
                self.assertTrue(moment is None or first <= moment <= last)
            if r.span.due and r.span.opens:
                self.assertGreaterEqual(r.span.due - r.span.opens, timedelta(minutes=item.minutes))

    def test_the_largest_daily_load_is_the_least_possible(self) -> None:
        items = [Paced(n, 60, Span(due=at("2026-09-01T23:59") + timedelta(days=n))) for n in range(48)]
        found = repace(items, autumn(), summer())
        self.assertEqual(len(pace_days(summer())), 24)
        self.assertEqual(max(sum(r.day == d for r in found) for d in pace_days(summer())), 2)

    def test_modules_go_to_the_week_of_their_first_item(self) -> None:
        items = [Paced(n, 60, Span()) for n in range(48)]
        weeks = module_weeks(repace(items, autumn(), summer()), {n: n // 8 for n in range(48)}, summer())
        self.assertEqual(weeks, {n: n + 1 for n in range(6)})
