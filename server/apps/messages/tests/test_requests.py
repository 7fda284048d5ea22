"""Who asks for another score: what comes along, the ruling, the score that changes with it, and the record of both."""

from __future__ import annotations

from typing import Any

from tests.base import ASSISTANT, BEHIND, INSTRUCTOR, KEEPS_UP, Caller, DemoCase

from apps.courses.models import Enrolment
from apps.gradebook.models import Score
from apps.messages.models import Question
from apps.notices.models import Notice

AT = "/courses/srv-110/questions"
CHECK_6 = "Check 6: bearings"
SET_6A = "Set 6A: azimuths and bearings"
WHY = "<p>Line DE was right, and was read as S 12° E.</p>"


class Requests(DemoCase):
    def setUp(self) -> None:
        self.teacher, self.ros = Caller(INSTRUCTOR), Caller(KEEPS_UP)
        Question.objects.all().delete()
        Notice.objects.all().delete()

    def request(self, title: str = SET_6A, **fields: Any) -> Any:
        wish = {"about": "score", "item_id": self.item(title).pk, "html": WHY, "regrade": True} | fields
        return self.ros.send("POST", AT, wish)

    def seen(self, who: Caller, pk: int) -> dict[str, Any]:
        return dict(next(q for q in who.get(AT).json()["questions"] if q["id"] == pk))

    def rule(self, pk: int, who: Caller | None = None, seen: int = 0, **ruling: Any) -> Any:
        body = {"html": "<p>You are right.</p>", "seen": seen, "ruling": ruling}
        return (who or self.teacher).send("POST", f"{AT}/{pk}/answers", body)

    def score(self, title: str = SET_6A) -> Score:
        rows = Score.objects.filter(cell__graded_item__item=self.item(title), cell__person=self.ros.person)
        return rows.order_by("-attempt")[0]

    def test_it_waits_on_the_desk_with_the_score_that_it_is_about(self) -> None:
        pk = self.request().json()["id"]
        (row,) = [r for r in self.teacher.get("/desk").json()["rows"] if r["kind"] == "regrade"]
        self.assertEqual((row["row_id"], row["person"], row["item"]["title"]), (pk, self.ros.person.name, SET_6A))
        score = self.score()
        shown = self.seen(self.teacher, pk)["score"]
        self.assertEqual((float(shown["raw"]), shown["possible"]), (float(score.raw), "12"))
        self.assertEqual((shown["version"], shown["typed"]), (score.version, True))
        self.assertIsNone(self.seen(self.ros, pk)["score"], "it is for those who rule")

    def test_granted_the_score_changes_with_the_answer_and_says_why(self) -> None:
        pk, before = self.request().json()["id"], self.score()
        ruled = self.rule(pk, code="changed", raw="11.5", seen_version=before.version)
        self.assertEqual(ruled.status_code, 200, ruled.content)
        self.assertEqual((str(self.score().raw), self.score().released_at), ("11.50", before.released_at))
        question = self.seen(self.ros, pk)
        (line,) = question["lines"]
        self.assertEqual((line["ruling"]["code"], line["ruling"]["after"]), ("changed", "11.5"))
        self.assertEqual(float(line["ruling"]["before"]), float(before.raw))
        self.assertIsNone(question["waits_since"])
        cell = f"/courses/srv-110/gradebook/cells/{self.item(SET_6A).pk}/{self.ros.person.pk}"
        newest = self.teacher.get(cell).json()["history"][0]
        self.assertEqual((newest["what"], newest["why"]), ("changed", "asked to be scored again"))
        told = Notice.objects.filter(person=self.ros.person, kind="answer")
        self.assertEqual([n.title for n in told], [f"{self.teacher.person.name} ruled on your request"])

    def test_a_score_that_somebody_changed_meanwhile_is_shown_first_and_nothing_is_kept(self) -> None:
        pk, before = self.request().json()["id"], self.score()
        self.refused(
            self.rule(pk, code="changed", raw="11", seen_version=before.version - 1), 409, "score.changed_meanwhile"
        )
        self.assertEqual(self.seen(self.ros, pk)["lines"], [])
        self.refused(self.rule(pk, code="changed", raw="NaN", seen_version=before.version), 422, "score.unreadable")
        self.assertEqual(self.score().raw, before.raw)

    def test_denied_it_stays_and_a_later_ruling_can_still_change_it(self) -> None:
        pk, before = self.request().json()["id"], self.score()
        self.assertEqual(self.rule(pk, code="stays").status_code, 200)
        (line,) = self.seen(self.ros, pk)["lines"]
        self.assertEqual(line["ruling"]["code"], "stays")
        self.assertEqual(self.score().version, before.version)
        self.ros.send("POST", f"{AT}/{pk}/more", {"html": "<p>Please look at the sketch.</p>"})
        last = self.seen(self.teacher, pk)["lines"][-1]["id"]
        self.rule(pk, seen=last, code="changed", raw="12", seen_version=before.version)
        self.assertEqual(str(self.score().raw), "12.00")

    def test_the_score_of_a_quiz_is_changed_in_its_answers_and_not_typed(self) -> None:
        pk, before = self.request(CHECK_6).json()["id"], self.score(CHECK_6)
        self.assertFalse(self.seen(self.teacher, pk)["score"]["typed"])
        self.assertEqual(self.rule(pk, code="changed", raw="15", seen_version=before.version).status_code, 200)
        self.assertEqual(self.score(CHECK_6).raw, before.raw)

    def test_one_at_a_time_and_only_of_a_score_that_is_out(self) -> None:
        self.request()
        self.refused(self.request(), 409, "question.requested_already")
        self.refused(self.request("Field book: campus loop"), 422, "question.no_score_out")
        self.refused(self.request(about="item"), 422, "question.about")
        plain = self.ros.send("POST", AT, {"about": "score", "item_id": self.item(SET_6A).pk, "html": WHY}).json()["id"]
        self.refused(self.rule(plain, code="stays"), 422, "question.no_request")

    def test_an_assistant_rules_for_their_own_students_only(self) -> None:
        sections = Enrolment.objects.filter(person__username=ASSISTANT, course=self.course).values("section")
        Enrolment.objects.filter(course=self.course, person=self.ros.person).exclude(section__in=sections).update(
            section=sections[:1]
        )
        pk = self.request().json()["id"]
        self.assertEqual(self.rule(pk, Caller(ASSISTANT), code="stays").status_code, 200)
        self.assertEqual(self.rule(pk, Caller(BEHIND), code="stays").status_code, 403)
