"""Versions: the same numbers from the same seed, for ever; drawn evenly; never against a condition."""

from __future__ import annotations

import unittest
from collections import Counter
from fractions import Fraction
from itertools import product

from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.stats import chisquare
from unvo_core.answers.values import middle
from unvo_core.questions.drawing import Unfit, draw, seed_of
from unvo_core.questions.showing import shown_numbers

from core.tests.questions.samples import LATITUDE, WORDS, small
from core.tests.vectors import vector

STORED = {"latitude": LATITUDE, "words": WORDS}


class Drawing(unittest.TestCase):
    def test_stored_versions_have_not_moved(self) -> None:
        """vectors/questions/versions.json was written once, by this code under Python 3.11 and mpmath 1.3; it stays."""
        seen = 0
        for stored in vector("questions/versions"):
            version = draw(STORED[stored["question"]], stored["seed"])
            with self.subTest(stored["seed"]):
                self.assertEqual(shown_numbers(STORED[stored["question"]], version), stored["shown"])
                self.assertEqual(version.check, stored["check"])
                seen += 1
        self.assertEqual(seen, 40)

    @settings(max_examples=150, deadline=None)
    @given(st.text(max_size=30))
    def test_the_same_seed_gives_the_same_numbers_and_keeps_the_condition(self, seed: str) -> None:
        one, again = draw(LATITUDE, seed), draw(LATITUDE, seed)
        self.assertEqual(one, again)
        az, d, lat = (middle(one.values[name]) for name in ("az", "d", "lat"))
        self.assertTrue(50 <= d <= 90 and (d * 100).denominator == 1)
        self.assertEqual((az * 60).denominator, 1)
        self.assertGreater(abs(lat / d), Fraction(1, 20))

    def test_seeds_differ_by_student_item_attempt_and_question(self) -> None:
        parts = product(("x", "y"), ("1", "11"), ("1", "11"), (1, 2), ("1", "11"))
        seeds = {seed_of(*part) for part in parts}
        self.assertEqual(len(seeds), 32)
        self.assertEqual(len({draw(LATITUDE, seed).check for seed in seeds}), 32)

    def test_every_value_is_as_likely(self) -> None:
        """Chi-squared over 3,500 draws of seven values: p above 1/1000."""
        question = small("n+10")
        counts = Counter(int(middle(draw(question, str(n)).values["n"])) for n in range(3500))
        self.assertEqual(sorted(counts), list(range(-3, 4)))
        self.assertGreater(chisquare(list(counts.values())).pvalue, 0.001)

    def test_what_never_holds_is_unfit(self) -> None:
        with self.assertRaises(Unfit):
            draw(small("n", only_if="n > 3"), "s")
        self.assertEqual(draw(small("n", only_if="n > 2"), "s").values["n"], 3)
