"""What is read back while one types tells nothing of the key: the same for every key, and never right or wrong."""

from __future__ import annotations

import unittest
from dataclasses import replace
from fractions import Fraction

from unvo_core.answers.form_errors import FormError
from unvo_core.answers.formulas import Variable
from unvo_core.answers.judge import read_back
from unvo_core.answers.judged import Judged
from unvo_core.answers.kinds import (
    AngleAsked,
    Form,
    FormulaAsked,
    FractionAsked,
    IntervalAsked,
    Key,
    ListAsked,
    MathsAsked,
    NumberAsked,
    PointAsked,
)
from unvo_core.answers.numbers import Nearness, Tolerance

DECIMALS = Tolerance(Nearness.DECIMALS, Fraction(3))
X = (Variable("x"),)
CASES: tuple[tuple[MathsAsked, tuple[str, ...], tuple[str, ...]], ...] = (
    (NumberAsked(keys=(), tolerance=DECIMALS), ("5/2", "sqrt(2)", "2.5"), ("2.5", "2.6", "1.414", "2,5", "2.5 m")),
    (NumberAsked(keys=(), unit="m"), ("2", "3"), ("2 m", "200 cm", "2", "2 s")),
    (FractionAsked(keys=()), ("3/4", "1/2"), ("3/4", "6/8", "0.75")),
    (
        FormulaAsked(keys=(), variables=X, form=Form.FACTORED),
        ("(x-2)(x+3)", "x"),
        ("(x-2)(x+3)", "x^2+x-6", "x^2+x-7", "2y"),
    ),
    (FormulaAsked(keys=(), variables=X, form=Form.EXPANDED), ("x^2+x-6", "x"), ("(x-2)(x+3)", "x^2+x-6")),
    (ListAsked(keys=()), ("1, 2", "3"), ("1, 2", "3", "1,,2")),
    (IntervalAsked(keys=()), ("[1, 2]", "(0, 9)"), ("[1, 2]", "(0, 9)", "[2, 1]")),
    (PointAsked(keys=()), ("(1, 2)", "(3, 4)"), ("(1, 2)", "(3, 4)", "1, 2")),
    (AngleAsked(keys=()), ("48°15'", "10"), ("48°15'", "48-15", "48.25")),
    (AngleAsked(keys=(), bearing=True), ("131°40'", "10"), ("S 48°20' E", "N 10° E", "S 95° E")),
)


class ReadBack(unittest.TestCase):
    def test_it_is_the_same_for_every_key(self) -> None:
        read = 0
        for asked, keys, answers in CASES:
            for answer in answers:
                found = [read_back(replace(asked, keys=(Key(key),)), answer, in_degrees=True) for key in keys]
                with self.subTest(kind=asked.kind, answer=answer):
                    self.assertTrue(all(one == found[0] for one in found), found)
                    self.assertTrue(isinstance(found[0], FormError) or found[0].share is None)
                    read += isinstance(found[0], Judged) and found[0].latex != ""
        self.assertGreater(read, 15)

    def test_the_form_is_told_as_one_types(self) -> None:
        for asked, answer, code in (
            (CASES[0][0], "2,5", "comma_decimal"),
            (CASES[1][0], "2 s", "unit_dimension"),
            (CASES[3][0], "2y", "unknown_name"),
            (CASES[9][0], "S 95° E", "bearing_range"),
        ):
            found = read_back(asked, answer, in_degrees=True)
            self.assertEqual(found.code if isinstance(found, FormError) else found, code)
