"""The questions of the demo: each can be asked, none has anything that its proof finds, and the keys are surveying."""

from __future__ import annotations

from fractions import Fraction
from math import cos, isclose, radians, sqrt

from tests.base import DemoCase
from unvo_core.answers.values import middle
from unvo_core.questions.drawing import draw
from unvo_core.questions.judging import setting_of
from unvo_core.questions.model import Question
from unvo_core.questions.problems import question_problems
from unvo_core.questions.proof import prove

from apps.questions.bodies import body_of
from apps.questions.models import BankQuestion


class DemoBanks(DemoCase):
    def body(self, name: str) -> Question:
        question = BankQuestion.objects.get(name=name, bank__course=self.course)
        return body_of(question.editions.get(edition=question.edition))

    def test_every_question_is_sound(self) -> None:
        rows = BankQuestion.objects.filter(bank__course=self.course)
        self.assertGreaterEqual(rows.count(), 60)
        for row in rows:
            body = body_of(row.editions.get(edition=row.edition))
            with self.subTest(row.name):
                self.assertEqual(question_problems(body), [])
                found = prove(body, 46, with_fixes=False)
                self.assertEqual([(f.code, f.count, f.params) for f in found.findings], [])

    def test_keys_against_arithmetic_of_their_own(self) -> None:
        """Written out here with floats, another way than the keys are. Common practice, no source."""
        for name, expected in (
            ("Latitude of a leg", lambda v: v["d"] * cos(radians(v["az"]))),
            ("Slope to horizontal", lambda v: sqrt((v["s"] - v["h"]) * (v["s"] + v["h"]))),
            ("Correction for temperature", lambda v: 1.16e-5 * v["L"] * v["t"] - 1.16e-5 * v["L"] * 20),
            ("Compass rule", lambda v: -v["u"] / v["P"] * v["d"]),
            ("Closing a loop", lambda v: v["d"]),
            ("Precision as 1 : n", lambda v: 1 / (v["w"] / v["P"])),
        ):
            body = self.body(name)
            for seed in range(20):
                version = draw(body, str(seed))
                key = setting_of(body, version).key_value(body.fields[0].asked.keys[0].text)  # type: ignore[union-attr]
                numbers = {n: float(middle(value)) for n, value in version.values.items()}
                with self.subTest(name=name, seed=seed):
                    self.assertTrue(isclose(float(middle(key)), expected(numbers), abs_tol=1e-9))

    def test_a_worked_compass_correction(self) -> None:
        """A traverse of 600 m whose latitudes add up to +0.12 m: a leg of 100 m is corrected by -0.02 m. By hand."""
        body = self.body("Compass rule")
        version = draw(body, "hand")
        version.values.update({"P": Fraction(600), "u": Fraction("0.12"), "d": Fraction(100)})
        self.assertEqual(setting_of(body, version).key_value("-u*d/P"), Fraction("-0.02"))
