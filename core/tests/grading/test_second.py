import unittest
from fractions import Fraction

from hypothesis import given
from hypothesis import strategies as st
from unvo_core.grading.second import met

POINTS = st.fractions(0, 30, max_denominator=4)


class Second(unittest.TestCase):
    def test_a_tenth_of_the_points_is_near_and_more_is_not(self) -> None:
        for first, second, score in (
            (20, 23, Fraction(43, 2)),
            (20, 20, 20),
            (23, 20, Fraction(43, 2)),
            (20, 24, None),
        ):
            self.assertEqual(met(Fraction(first), Fraction(second), Fraction(30)), score)

    @given(POINTS, POINTS)
    def test_it_does_not_matter_who_is_first_and_it_lies_between(self, first: Fraction, second: Fraction) -> None:
        found = met(first, second, Fraction(30))
        self.assertEqual(found, met(second, first, Fraction(30)))
        if found is not None:
            self.assertTrue(min(first, second) <= found <= max(first, second))
