"""What is typed as a score."""

from __future__ import annotations

from decimal import Decimal
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st
from unvo_core.grading.typed import Word, read_cell, read_points
from unvo_core.problems import Problem

TEN = Decimal(10)


class Typed(TestCase):
    def code(self, text: str, possible: Decimal | None = TEN) -> str:
        read = read_cell(text, possible)
        return read.code if isinstance(read, Problem) else str(read)

    def test_points_in_either_notation(self) -> None:
        for text, points in (("7", "7.00"), (" 7,25 ", "7.25"), ("7.255", "7.26"), ("0", "0.00"), ("10", "10.00")):
            self.assertEqual(self.code(text), points, text)

    def test_what_says_nothing_or_two_things(self) -> None:
        for text, code in (
            ("1,250", "score.two_readings"),
            ("NaN", "score.unreadable"),
            ("Infinity", "score.unreadable"),
            ("seven", "score.unreadable"),
            ("-1", "score.below_zero"),
            ("21", "score.above"),
            ("11", "score.more_than_possible"),
        ):
            self.assertEqual(self.code(text), code, text)
        self.assertEqual(self.code("3", None), "score.no_points")

    def test_words(self) -> None:
        self.assertEqual(
            [read_cell(t, TEN) for t in ("", " ", "–", "Exc.", "excused")], [*[Word.CLEARED] * 3, *[Word.EXCUSED] * 2]
        )

    @given(st.text(max_size=30))
    def test_anything_is_points_in_bounds_a_word_or_a_problem(self, text: str) -> None:
        read = read_points(text, TEN, above=True)
        if isinstance(read, Decimal):
            self.assertTrue(0 <= read <= 20)
            self.assertEqual(read_points(str(read), TEN, above=True), read)
