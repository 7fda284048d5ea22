import unittest
from fractions import Fraction
from itertools import combinations

from hypothesis import given, settings
from hypothesis import strategies as st
from unvo_core.grading.drops import Scored, drop_highest, drop_lowest


def scored(*pairs: tuple[int, int]) -> list[Scored]:
    return [Scored(n, Fraction(raw), Fraction(possible)) for n, (raw, possible) in enumerate(pairs)]


def kept_ratio(scores: list[Scored], dropped: frozenset[int]) -> Fraction:
    kept = [s for s in scores if s.key not in dropped]
    return sum((s.raw for s in kept), Fraction(0)) / sum((s.possible for s in kept), Fraction(0))


class Drops(unittest.TestCase):
    def test_the_best_drop_is_not_always_the_lowest_percentage(self) -> None:
        """The point of Kane & Kane 2006: a large item of a better percentage can weigh more.

        Own example: 0 of 2 is the lowest percentage, yet dropping 40 of 100 leaves more.
        """
        scores = scored((0, 2), (40, 100), (90, 100))
        self.assertEqual(drop_lowest(scores, 1), {1})
        self.assertGreater(kept_ratio(scores, frozenset({1})), kept_ratio(scores, frozenset({0})))

    def test_one_score_always_stays(self) -> None:
        self.assertEqual(drop_lowest(scored((3, 10)), 1), frozenset())
        self.assertEqual(len(drop_lowest(scored((3, 10), (4, 10)), 5)), 1)

    def test_what_may_not_be_dropped_stays(self) -> None:
        scores = [Scored(0, Fraction(0), Fraction(10), can_drop=False), Scored(1, Fraction(9), Fraction(10))]
        self.assertEqual(drop_lowest(scores, 1), {1})

    @settings(max_examples=300)
    @given(st.lists(st.tuples(st.integers(0, 20), st.integers(1, 20)), min_size=1, max_size=7), st.integers(0, 3))
    def test_against_brute_force(self, pairs: list[tuple[int, int]], count: int) -> None:
        scores = scored(*pairs)
        k = min(count, len(scores) - 1)
        choices = [frozenset(c) for c in combinations(range(len(scores)), k)]
        best = max(kept_ratio(scores, c) for c in choices)
        worst = min(kept_ratio(scores, c) for c in choices)
        self.assertEqual(kept_ratio(scores, drop_lowest(scores, count)), best)
        self.assertEqual(kept_ratio(scores, drop_highest(scores, count)), worst)
