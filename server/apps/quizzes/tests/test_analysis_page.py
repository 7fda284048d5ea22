"""Figures of a quiz over its class, against figures reckoned here by hand."""

from __future__ import annotations

from statistics import correlation, mean

from tests.base import ASSISTANT, BEHIND, KEEPS_UP, Caller

from apps.people.models import Person
from apps.quizzes.tests.cases import QuizCase


class Figures(QuizCase):
    def figures(self, who: Caller | None = None) -> dict[str, object]:
        return dict((who or self.teacher).get(f"{self.at}/quiz-figures").json())

    def test_nobody_yet(self) -> None:
        self.set()
        told = self.figures()
        self.assertEqual((told["said"], told["questions"]), ("Nobody has handed in yet.", []))

    def test_shares_options_and_time_of_the_attempts_that_count(self) -> None:
        self.set()
        people = [Caller(p.username) for p in Person.objects.filter(enrolments__course=self.course).order_by("pk")]
        students = [c for c in people if c.get(f"{self.at}/quiz").status_code == 200][:6]
        first, second = [], []
        for n, student in enumerate(students):
            self.begin(student, holder=f"tab-of-number-{n}")
            answers = [self.right(self.latitude, who=student)] if n % 3 else []
            sign = self.right(self.sign, who=student) if n % 2 else None
            answers += [sign] if sign else []
            for one in answers:
                self.save(one | {"seconds": 30 + n}, who=student, holder=f"tab-of-number-{n}")
            self.hand_in(who=student, holder=f"tab-of-number-{n}")
            first.append(1.0 if n % 3 else 0.0)
            second.append(1.0 if n % 2 else 0.0)
        told = self.figures()
        by_name = {q["name"]: q for q in told["questions"]}  # type: ignore[union-attr,index,attr-defined]
        latitude, sign = by_name["Latitude of a leg"], by_name["Signs by quadrant"]
        self.assertAlmostEqual(latitude["difficulty"], mean(first))
        self.assertAlmostEqual(sign["difficulty"], mean(second))
        self.assertAlmostEqual(latitude["item_total"], correlation(first, second))
        counts = {o["text"]: (o["count"], o["right"]) for o in sign["options"]}
        self.assertEqual(counts["south-west"], (int(sum(second)), True))
        self.assertEqual(counts["north-east"], (0, False))
        self.assertIn("6 attempts are few", told["said"])
        self.assertEqual(latitude["said"], ["6 answers are too few to say anything."])

    def test_an_assistant_sees_their_section_and_students_nothing(self) -> None:
        self.set()
        for username in (KEEPS_UP, BEHIND):
            who = Caller(username)
            self.begin(who, holder=f"tab-of-{username}")
            self.hand_in(who=who, holder=f"tab-of-{username}")
        whole = self.figures()["whole"]
        theirs = self.figures(Caller(ASSISTANT))["whole"]
        self.assertEqual(whole["attempts"], 2)  # type: ignore[index]
        self.assertLess(theirs["attempts"], 2)  # type: ignore[index]
        self.assertEqual(self.student.get(f"{self.at}/quiz-figures").status_code, 403)
