"""The check values of vectors/answers: each answer as right, wrong, worth a share, or a form error of a stated code."""

from __future__ import annotations

import unittest
from fractions import Fraction
from typing import Any

from pydantic import TypeAdapter
from unvo_core.answers.form_errors import FormError
from unvo_core.answers.judge import judge
from unvo_core.answers.judging_maths import Setting
from unvo_core.answers.kinds import Asked

from core.tests.vectors import vector

ASKED: TypeAdapter[Any] = TypeAdapter(Asked)


def told(case: dict[str, Any], answer: str) -> str:
    setting = Setting(values={}, in_degrees=case.get("in_degrees", False), seed="vectors")
    found = judge(ASKED.validate_python(case["asked"]), answer, setting)
    if isinstance(found, FormError):
        return found.code
    assert found.share is not None
    return {Fraction(1): "right", Fraction(0): "wrong"}.get(found.share, str(found.share))


class CheckValues(unittest.TestCase):
    def test_every_check_value(self) -> None:
        seen = 0
        for case in vector("answers/spec")["cases"]:
            self.assertTrue(case["source"])
            for answer, expected in case["answers"].items():
                with self.subTest(asked=case["asked"]["kind"], answer=answer):
                    self.assertEqual(told(case, answer), expected)
                    seen += 1
        self.assertGreater(seen, 140)

    def test_a_form_error_says_where_and_what_to_write(self) -> None:
        """The way out reads: what is told to be written is read as what was meant."""
        seen = 0
        for case in vector("answers/spec")["cases"]:
            asked = ASKED.validate_python(case["asked"])
            setting = Setting(values={}, in_degrees=case.get("in_degrees", False), seed="vectors")
            for answer in case["answers"]:
                found = judge(asked, answer, setting)
                if isinstance(found, FormError):
                    self.assertTrue(0 <= found.start <= found.end <= len(answer), (answer, found))
                    if found.write:
                        again = judge(asked, found.write, setting)
                        self.assertNotIsInstance(again, FormError, (answer, found.write, again))
                        seen += 1
        self.assertGreater(seen, 15)
