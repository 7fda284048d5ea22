import statistics
import unittest
from collections import Counter
from fractions import Fraction

from hypothesis import given
from hypothesis import strategies as st
from unvo_core.grading.peers import Work, draw, far_apart, mean

SIZES = st.lists(st.integers(1, 4), min_size=0, max_size=12)


def works_of(sizes: list[int], first: int = 0) -> list[Work]:
    """Works with so many owners each; everybody has one."""
    ends = [sum(sizes[: n + 1]) for n in range(len(sizes))]
    return [
        Work(first + n, frozenset(range(first * 100 + end - size, first * 100 + end)))
        for n, (size, end) in enumerate(zip(sizes, ends, strict=True))
    ]


class Lot(unittest.TestCase):
    @given(SIZES, st.integers(1, 5))
    def test_nobody_reads_their_own_nor_one_twice_and_all_read_as_many_as_there_are(
        self, sizes: list[int], each: int
    ) -> None:
        works = works_of(sizes)
        found = draw(works, {}, each)
        self.assertEqual(found.keys(), {p for w in works for p in w.owners})
        for work in works:
            for person in work.owners:
                self.assertNotIn(work.id, found[person])
                self.assertEqual(len(set(found[person])), min(each, len(works) - 1))

    @given(st.integers(2, 40), st.integers(1, 5))
    def test_each_work_has_as_many_readers_as_everybody_reads(self, people: int, each: int) -> None:
        found = draw(works_of([1] * people), {}, each)
        readers = Counter(one for some in found.values() for one in some)
        self.assertEqual(set(readers.values()), {min(each, people - 1)})

    @given(st.lists(st.just(3), min_size=2, max_size=10), st.integers(1, 3))
    def test_groups_of_one_size_are_read_alike(self, sizes: list[int], each: int) -> None:
        found = draw(works_of(sizes), {}, each)
        readers = Counter(one for some in found.values() for one in some)
        self.assertEqual(set(readers.values()), {3 * min(each, len(sizes) - 1)})

    @given(SIZES, SIZES, st.integers(1, 4))
    def test_who_comes_later_is_drawn_and_nothing_changes_for_the_others(
        self, sizes: list[int], late: list[int], each: int
    ) -> None:
        early = works_of(sizes)
        before = {p: frozenset(some) for p, some in draw(early, {}, each).items()}
        every = [*early, *works_of(late, first=100)]
        found = draw(every, before, each)
        self.assertFalse(found.keys() & {p for p, some in before.items() if some})
        for person, some in found.items():
            own = next(w.id for w in every if person in w.owners)
            self.assertNotIn(own, some)
            self.assertEqual(len(set(some)), min(each, len(every) - 1))


class Points(unittest.TestCase):
    @given(st.lists(st.fractions(0, 30, max_denominator=4), min_size=1, max_size=6))
    def test_the_mean_is_that_of_the_standard_library(self, points: list[Fraction]) -> None:
        self.assertEqual(mean(points), statistics.mean(points))

    def test_readers_who_differ_by_more_than_a_quarter_are_far_apart(self) -> None:
        self.assertIsNone(mean([]))
        for points, far in (([20, 26], False), ([20, Fraction(55, 2)], False), ([20, 28], True), ([], False)):
            self.assertEqual(far_apart([Fraction(p) for p in points], Fraction(30)), far, points)
