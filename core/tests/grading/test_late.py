import unittest
from datetime import datetime
from fractions import Fraction

from hypothesis import given
from hypothesis import strategies as st
from unvo_core.grading.attempts import attempts_left, counting_attempt, extra_for_one_more, mean_result
from unvo_core.grading.late import LateRule, apply_late

from core.tests.vectors import vector

DUE = datetime.fromisoformat("2026-09-27T23:59:00+00:00")


class LateArithmetic(unittest.TestCase):
    def test_check_values(self) -> None:
        for case in vector("grading/late")["cases"]:
            with self.subTest(case["name"]):
                rule = LateRule(Fraction(case["percent"]), case["per"], case["grace"], Fraction(case["floor"]))
                at, due = (datetime.fromisoformat(case[k]) for k in ("at", "due"))
                result = apply_late(rule, Fraction(case["given"]), Fraction(case["possible"]), at, due)
                self.assertEqual(result.units, case["units"])
                self.assertEqual(result.counts, Fraction(case["counts"]))

    @given(st.integers(0, 30), st.integers(1, 100), st.integers(-5000, 20000))
    def test_what_is_given_less_the_deduction_is_what_counts(self, given_: int, percent: int, minutes: int) -> None:
        at = datetime.fromtimestamp(DUE.timestamp() + minutes * 60, DUE.tzinfo)
        result = apply_late(LateRule(Fraction(percent)), Fraction(given_), Fraction(30), at, DUE)
        self.assertEqual(result.given - result.deduction, result.counts)
        self.assertGreaterEqual(result.counts, 0)
        self.assertLessEqual(result.counts, given_)

    def test_without_a_rule_lateness_is_told_and_costs_nothing(self) -> None:
        at = datetime.fromisoformat("2026-09-28T01:00:00+00:00")
        result = apply_late(None, Fraction(20), Fraction(30), at, DUE)
        self.assertEqual((result.seconds, result.deduction), (3600, 0))


class CountingAttempt(unittest.TestCase):
    def test_two_attempts_best_counts(self) -> None:
        """Common practice, no source."""
        counts = [Fraction(11), Fraction(13), Fraction(13), Fraction(12)]
        self.assertEqual(counting_attempt("best", counts), 1)
        self.assertEqual(counting_attempt("latest", counts), 3)
        self.assertEqual(counting_attempt("first", counts), 0)
        self.assertIsNone(counting_attempt("mean", counts))

    def test_the_mean_of_two_attempts_one_of_them_late(self) -> None:
        """20 in time and 20 less 3: 18.5 of a mean of 20, a deduction of 1.5."""
        rule = LateRule(Fraction(10))
        at = datetime.fromisoformat("2026-09-28T01:00:00+00:00")
        found = mean_result([apply_late(rule, Fraction(20), Fraction(30), when, DUE) for when in (DUE, at)])
        self.assertEqual((found.given, found.deduction, found.counts), (20, Fraction(3, 2), Fraction(37, 2)))
        self.assertEqual((found.seconds, found.units), (3600, 1))


class AttemptsLeft(unittest.TestCase):
    def test_of_two_and_what_one_was_allowed_besides(self) -> None:
        self.assertEqual([attempts_left(2, 0, n) for n in (0, 1, 2, 3)], [2, 1, 0, 0])
        self.assertEqual(attempts_left(2, 1, 2), 1)
        self.assertIsNone(attempts_left(None, 0, 9))

    def test_one_more_takes_as_much_as_is_missing_and_no_more(self) -> None:
        self.assertEqual(extra_for_one_more(2, 0, 1), 0, "one is left")
        self.assertEqual(extra_for_one_more(2, 0, 2), 1)
        self.assertEqual(extra_for_one_more(2, 1, 3), 2, "the extra one is used too")
        self.assertEqual(extra_for_one_more(1, 0, 3), 3, "two were recorded on paper")
        self.assertEqual(extra_for_one_more(None, 0, 5), 0)
