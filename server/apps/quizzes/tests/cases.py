"""A quiz of two questions in the seventh week, and whoever takes it."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from datetime import datetime, timedelta
from typing import Any

from django.test import override_settings
from tests.base import INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.cases import READING
from tests.worlds import CLOCK
from unvo_core.questions.showing import opaque

from apps.layout.models import Item
from apps.quizzes.facts import rules_of
from apps.quizzes.models import AttemptQuestion, QuizAttempt
from apps.quizzes.putting import Put, key_answers
from apps.quizzes.queries import quiz_of

COURSE = "/courses/srv-110"
AT = datetime.fromisoformat(CLOCK)
TAB, OTHER_TAB = "a-tab-of-mine", "another-tab-of-mine"
LATITUDE: dict[str, Any] = {
    "text": "<p>A line runs [[d]] m at an azimuth of [[az]]. What is its latitude? Give three decimals.</p>",
    "parameters": [
        {"name": "d", "drawn": {"kind": "range", "least": "50", "most": "90", "step": "0.01"}},
        {
            "name": "az",
            "drawn": {"kind": "range", "least": "0", "most": "21599/60", "step": "1/60"},
            "only_if": "abs(cos(az)) > 0.05 and abs(sin(az)) > 0.05",
            "shown": "degrees",
        },
    ],
    "fields": [
        {
            "name": "a",
            "asked": {
                "kind": "number",
                "keys": [
                    {"text": "d cos(az)"},
                    {"text": "d sin(az)", "credit": "1/3", "word": "That is the departure."},
                ],
                "tolerance": {"nearness": "decimals", "amount": "3"},
            },
        }
    ],
    "solution": "<p>[[d]] · cos [[az]]</p>",
}
SIGN: dict[str, Any] = {
    "text": "<p>In which quadrant are both signs negative?</p>",
    "fields": [
        {
            "name": "q",
            "asked": {
                "kind": "choice",
                "options": [
                    {"name": "sw", "text": "south-west", "right": True},
                    {"name": "ne", "text": "north-east", "word": "Both are positive there."},
                    {"name": "se", "text": "south-east"},
                    {"name": "nw", "text": "north-west"},
                ],
            },
        }
    ],
    "solution": "<p>South and west are the negative directions.</p>",
}
ESSAY: dict[str, Any] = {
    "text": "<p>Why is a traverse closed?</p>",
    "fields": [{"name": "e", "asked": {"kind": "by_hand", "sort": "essay"}}],
}
RULES: dict[str, Any] = {
    "attempts": 2,
    "tries": None,
    "try_cost": "0",
    "minutes": 20,
    "one_by_one": True,
    "back": True,
    "shuffle": False,
    "code": "",
    "room": False,
    "fresh": True,
    "paper": "",
    "shows": {},
}


@contextmanager
def later(**by: float) -> Iterator[datetime]:
    at = AT + timedelta(**by)
    with override_settings(FIXED_CLOCK=at.isoformat()):
        yield at


class QuizWorld:
    """What a case and a race share: the quiz is made by its teacher through the API."""

    teacher: Caller
    student: Caller

    def begin_world(self) -> None:
        self.teacher, self.student = Caller(INSTRUCTOR), Caller(KEEPS_UP)
        bank = self.teacher.send("POST", f"{COURSE}/banks", {"name": "Put in quizzes"}).json()["id"]
        self.bank = bank
        self.latitude = self.question("Latitude of a leg", LATITUDE)
        self.sign = self.question("Signs by quadrant", SIGN)
        week = Item.objects.get(title=READING).module_id
        made = self.teacher.send("POST", f"{COURSE}/modules/{week}/items", {"kind": "quiz", "title": "Quiz 7"})
        self.quiz = Item.objects.get(pk=made.json()["id"])
        self.at = f"{COURSE}/items/{self.quiz.pk}"
        due = {"on": "week", "week": 7, "weekday": 6, "time": "23:59"}
        Item.objects.filter(pk=self.quiz.pk).update(published=True, moments={"due": due})

    def question(self, name: str, body: dict[str, Any], points: str = "3") -> int:
        wish = {"name": name, "body": body, "points": points}
        return int(self.teacher.send("POST", f"{COURSE}/banks/{self.bank}/questions", wish).json()["id"])

    def correct(self, question: int, body: dict[str, Any]) -> None:
        """A new edition of what it says."""
        found = self.teacher.get(f"{COURSE}/bank-questions/{question}").json()
        wish = {"name": found["name"], "body": body, "points": found["points"], "seen": found["edition"]}
        self.teacher.send("PUT", f"{COURSE}/bank-questions/{question}", wish)

    def slots(self, *more: int) -> list[dict[str, Any]]:
        rows = [{"question": self.latitude, "points": "3"}, {"question": self.sign, "points": "2"}]
        return [*rows, *({"question": pk, "points": "5"} for pk in more)]

    def set(self, *more: int, who: Caller | None = None, **change: Any) -> Any:
        wish = {**RULES, "slots": self.slots(*more), **change}
        return (who or self.teacher).send("PUT", f"{self.at}/quiz-setup", wish)

    def begin(self, who: Caller | None = None, holder: str = TAB, **more: Any) -> Any:
        return (who or self.student).send("POST", f"{self.at}/quiz/attempts", {"holder": holder, **more})

    def save(self, *given: dict[str, Any], number: int = 1, holder: str = TAB, who: Caller | None = None) -> Any:
        body = {"number": number, "holder": holder, "given": list(given)}
        return (who or self.student).send("PUT", f"{self.at}/quiz/answers", body)

    def check(self, given: dict[str, Any], number: int = 1, holder: str = TAB) -> Any:
        body = {"number": number, "holder": holder, "given": given}
        return self.student.send("POST", f"{self.at}/quiz/check", body)

    def hand_in(self, number: int = 1, holder: str = TAB, who: Caller | None = None, *, sure: bool = True) -> Any:
        body = {"number": number, "holder": holder, "sure": sure}
        return (who or self.student).send("POST", f"{self.at}/quiz/hand-in", body)

    def review(self, number: int = 1, who: Caller | None = None) -> dict[str, Any]:
        return dict((who or self.student).get(f"{self.at}/quiz/attempts/{number}/review").json())

    def row(self, question: int, who: Caller | None = None, number: int = 1) -> AttemptQuestion:
        return AttemptQuestion.objects.select_related("edition", "judged_by", "attempt").get(
            question_id=question,
            attempt__number=number,
            attempt__person=(who or self.student).person,
            attempt__item=self.quiz,
        )

    def attempt(self, number: int = 1, who: Caller | None = None) -> QuizAttempt:
        return QuizAttempt.objects.get(item=self.quiz, person=(who or self.student).person, number=number)

    def right(self, question: int, seq: int = 1, who: Caller | None = None, number: int = 1) -> dict[str, Any]:
        """The right answer in their own numbers, as their browser would send it."""
        row = self.row(question, who, number)
        put = Put(row, rules_of(quiz_of(self.quiz.pk)))
        return {"question": row.pk, "answers": key_answers(put.question, put.version), "seq": seq}

    def wrong(self, question: int, answer: str = "1.234", seq: int = 1, number: int = 1) -> dict[str, Any]:
        row = self.row(question, number=number)
        if question == self.sign:
            return {"question": row.pk, "answers": {"q": [opaque(f"{row.seed}|q", "ne")]}, "seq": seq}
        return {"question": row.pk, "answers": {"a": answer}, "seq": seq}


class QuizCase(QuizWorld, DemoCase):
    def setUp(self) -> None:
        self.begin_world()
