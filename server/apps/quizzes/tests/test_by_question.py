"""One question over the class, read answer by answer."""

from __future__ import annotations

from typing import Any
from unittest import mock

from django.db import connection
from django.test.utils import CaptureQueriesContext
from tests.base import ASSISTANT, BEHIND, KEEPS_UP, Caller

from apps.courses.models import Enrolment
from apps.quizzes import by_question
from apps.quizzes.tests.cases import ESSAY, QuizCase


class ByQuestion(QuizCase):
    def setUp(self) -> None:
        super().setUp()
        self.essay = self.question("Why closed", ESSAY)
        self.set(self.essay)
        self.other = Caller(BEHIND)
        for who in (self.student, self.other):
            self.begin(who)
            given = {"question": self.row(self.essay, who).pk, "answers": {"e": f"By {who.person.name}"}, "seq": 1}
            self.save(given, who=who)
            self.hand_in(who=who)
        self.path = f"{self.at}/quiz-questions/{self.essay}/answers"

    def read(self, query: str = "", who: Caller | None = None) -> dict[str, Any]:
        return dict((who or self.teacher).get(f"{self.path}{query}").json())

    def give(self, answer: dict[str, Any], points: str) -> Any:
        body = {"points": points, "comment": "", "seen": answer["question"]["by_hand"]}
        return self.teacher.send("PUT", f"{self.at}/quiz-answers/{answer['question']['id']}", body)

    def test_all_answers_to_one_question_in_the_order_of_the_roster(self) -> None:
        found = self.read()
        self.assertEqual((found["name"], found["all"], found["waiting"]), ("Why closed", 2, 2))
        given = [a["question"]["answers"]["e"] for a in found["answers"]]
        names = sorted((w.person.sort_name, w.person.name) for w in (self.student, self.other))
        self.assertEqual(given, [f"By {name}" for _, name in names])

    def test_what_was_read_goes_out_of_what_waits(self) -> None:
        first, second = self.read()["answers"]
        self.give(first, "4")
        found = self.read("?waiting=true")
        self.assertEqual([a["person_id"] for a in found["answers"]], [second["person_id"]])
        self.assertEqual((found["all"], found["waiting"]), (2, 1))
        self.assertEqual(self.read()["answers"][0]["question"]["by_hand"], "4")

    def test_some_at_a_time(self) -> None:
        with mock.patch.object(by_question, "AT_A_TIME", 1):
            pages = [self.read(f"?start={n}")["answers"] for n in range(3)]
        self.assertEqual([len(p) for p in pages], [1, 1, 0])
        self.assertNotEqual(pages[0][0]["person_id"], pages[1][0]["person_id"])

    def test_an_assistant_reads_their_section(self) -> None:
        assistant = Caller(ASSISTANT)
        section = Enrolment.objects.get(course=self.course, person=assistant.person).section_id
        theirs = Enrolment.objects.filter(course=self.course, section_id=section, role=Enrolment.STUDENT)
        inside = {w.person.pk for w in (self.student, self.other)} & set(theirs.values_list("person_id", flat=True))
        self.assertEqual(len(inside), 1)
        self.assertEqual({a["person_id"] for a in self.read(who=assistant)["answers"]}, inside)

    def test_no_student_reads_it(self) -> None:
        self.assertEqual(Caller(KEEPS_UP).get(self.path).status_code, 403)

    def test_a_question_that_nobody_was_put_is_not_there(self) -> None:
        alone = self.question("Never put", ESSAY)
        path = f"{self.at}/quiz-questions/{alone}/answers"
        self.assertEqual(self.teacher.get(path).status_code, 404)

    def test_as_many_queries_for_two_as_for_one(self) -> None:
        self.read()
        with mock.patch.object(by_question, "AT_A_TIME", 1), CaptureQueriesContext(connection) as one:
            self.read()
        with CaptureQueriesContext(connection) as both:
            self.read()
        self.assertEqual(len(one), len(both))
