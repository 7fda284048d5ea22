"""The proof of a question: what it finds, and that what it offers to press cures it."""

from __future__ import annotations

import random
import unittest
from dataclasses import replace
from fractions import Fraction

from unvo_core.answers.kinds import ChoiceAsked, Key, NumberAsked, Option
from unvo_core.questions.fixes import mended
from unvo_core.questions.model import Derived, Field, Parameter, Question, Range
from unvo_core.questions.problems import question_problems
from unvo_core.questions.proof import Proof, prove
from unvo_core.questions.spread import twin_chance

from core.tests.questions.samples import LATITUDE, number, small


def codes(proof: Proof) -> dict[str, int]:
    return {finding.code: finding.count for finding in proof.findings}


class Proved(unittest.TestCase):
    def cured(self, question: Question, code: str) -> Question:
        """The finding is there, its fix is pressed, and it is gone."""
        found = next(f for f in prove(question, 46).findings if f.code == code)
        assert found.fix is not None, found
        again = mended(question, found.fix)
        self.assertNotEqual(again, question)
        self.assertEqual(question_problems(again), [])
        self.assertNotIn(code, codes(prove(again, 46)))
        return again

    def test_a_sound_question(self) -> None:
        proof = prove(LATITUDE, 46)
        self.assertEqual(codes(proof), {})
        self.assertEqual(proof.drawn, 200)
        assert proof.spread is not None and proof.twins is not None and proof.guess is not None
        self.assertEqual(sum(proof.spread.counts), 200)
        self.assertTrue(-90 <= proof.spread.least < -40 and 40 < proof.spread.most <= 90)
        self.assertLess(proof.twins, 1 / 5000)
        self.assertAlmostEqual(1 / proof.guess, (proof.spread.most - proof.spread.least) / 0.001, delta=1)
        first = proof.examples[0]
        self.assertRegex(first.keys["a"], r"^-?\d+\.\d{3}$")
        self.assertEqual(first.wrong["a"][1].lstrip("-"), first.keys["a"].lstrip("-"))

    def test_keys_that_round_to_nought(self) -> None:
        mended_one = self.cured(small("n", decimals=2), "near_nought")
        self.assertEqual(mended_one.parameters[0].only_if, "abs(n) > 0.1")
        self.assertAlmostEqual(codes(prove(small("n", decimals=2), 46))["near_nought"], 200 / 7, delta=15)

    def test_a_division_by_zero(self) -> None:
        self.assertEqual(self.cured(small("1/(n-1)"), "no_value").parameters[0].only_if, "n - 1 != 0")
        self.assertEqual(self.cured(small("5+ln(n+2)"), "no_value").parameters[0].only_if, "n + 2 > 0")
        self.assertEqual(self.cured(small("5+sqrt(n)"), "no_value").parameters[0].only_if, "n >= 0")

    def test_an_anticipated_wrong_answer_that_is_right(self) -> None:
        question = small("n^2+1", least=0, most=9)
        field = replace(question.fields[0], asked=number("n^2+1", Key("2n+1", Fraction(0), "Squared, not doubled.")))
        found = codes(prove(replace(question, fields=(field,)), 46))
        self.assertAlmostEqual(found["wrong_is_right"], 40, delta=20)  # n = 0 and n = 2 of ten
        self.cured(replace(question, fields=(field,)), "wrong_is_right")

    def test_a_number_without_end_asked_for_exactly(self) -> None:
        question = small("sqrt(2)+n")
        exact = replace(question, fields=(Field(name="a", asked=NumberAsked(keys=(Key("sqrt(2)+n"),))),))
        self.assertEqual(codes(prove(exact, 46))["key_wrong"], 200)
        self.cured(exact, "key_wrong")

    def test_conditions_that_never_hold(self) -> None:
        self.assertEqual(codes(prove(small("n", only_if="n > 4"), 46)), {"unfit": 0})

    def test_conditions_that_hardly_ever_hold_end_soon(self) -> None:
        """One number of 400: the proof gives up after twenty draws a version and says so."""
        question = small("5+n", least=1, most=400, only_if="n = 7")
        proof = prove(question, 46)
        self.assertIn("tight", codes(proof))
        self.assertLess(proof.drawn, 60)

    def test_options_that_read_alike(self) -> None:
        options = (Option("a", "[[n]] m", right=True), Option("b", "[[m]] m"))
        question = Question(
            text="<p>[[n]]</p>",
            parameters=(
                Parameter(name="n", drawn=Range(least=Fraction(1), most=Fraction(4))),
                Parameter(name="m", drawn=Derived(formula="5-n", round_to=0)),
                Parameter(name="k", drawn=Range(least=Fraction(1), most=Fraction(9999))),
            ),
            fields=(Field(name="a", asked=ChoiceAsked(options=(*options, Option("c", "2 m")))),),
        )
        self.assertAlmostEqual(codes(prove(question, 46))["options_alike"], 100, delta=30)  # n = 2 and n = 3 of four

    def test_twins_against_a_class_drawn_again_and_again(self) -> None:
        """Simulated: 4,000 classes of 46 from 20,000 numbers, within three standard errors."""
        question = small("n", least=1, most=20_000)
        said = twin_chance(question, 46, 1.0)
        assert said is not None
        rng = random.Random(1)
        hits = sum(len({rng.randrange(20_000) for _ in range(46)}) < 46 for _ in range(4000)) / 4000
        self.assertAlmostEqual(said, hits, delta=3 * (said * (1 - said) / 4000) ** 0.5)
        again = self.cured(small("5+n", least=1, most=200), "twins")
        self.assertEqual(again.parameters[0].drawn, Range(least=Fraction(1), most=Fraction(200), step=Fraction(1, 10)))

    def test_a_question_without_numbers_has_no_twins(self) -> None:
        fixed = Question(text="<p>?</p>", fields=(Field(name="a", asked=number("2.5")),))
        proof = prove(fixed, 46)
        self.assertEqual((codes(proof), proof.twins, proof.guess, proof.spread), ({}, None, None, None))
