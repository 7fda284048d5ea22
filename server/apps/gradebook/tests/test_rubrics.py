"""Rubrics: written, changed, given to an item, used for a score, and read by its student when the score is out."""

from __future__ import annotations

from typing import Any

from django.apps import apps
from tests.base import ASSISTANT, INSTRUCTOR, KEEPS_UP, Caller, DemoCase

from apps.gradebook.actions.copy_grading import copy_grading
from apps.gradebook.models import GradedItem, Remark, Rubric, Score
from apps.kernel.public import SYSTEM
from apps.layout.models import Item

LOOP = "Field book: campus loop"
RUBRICS, REMARKS = "/courses/srv-110/rubrics", "/courses/srv-110/remarks"


def criterion(name: str, *points: str | None) -> dict[str, Any]:
    levels = [{"id": 0, "name": f"{name} {n}", "words": "so", "points": p} for n, p in enumerate(points)]
    return {"id": 0, "name": name, "words": "", "levels": levels}


BOOK = {"name": "Loop", "criteria": [criterion("Order", "0", "2", "4"), criterion("Closure", "0", "8")]}


class Measuring(DemoCase):
    def setUp(self) -> None:
        self.student, self.teacher = Caller(KEEPS_UP), Caller(INSTRUCTOR)
        self.work = self.path(LOOP, f"/hand-ins/{self.student.person.pk}")

    def made(self, body: dict[str, Any] = BOOK) -> dict[str, Any]:
        told = self.teacher.send("POST", RUBRICS, body)
        self.assertEqual(told.status_code, 200, told.content)
        return dict(told.json())

    def used(self) -> dict[str, Any]:
        rubric = self.made()
        wish = {"rubric_id": rubric["id"]}
        self.assertEqual(self.teacher.send("PUT", self.path(LOOP, "/rubric"), wish).status_code, 200)
        self.student.send("PUT", self.path(LOOP, "/hand-in"), {"text": "Pages 1 to 4", "comment": ""})
        self.student.send("POST", self.path(LOOP, "/hand-in"))
        return rubric

    def score(self, raw: str, chosen: list[dict[str, Any]] | None, seen: int = 0) -> Any:
        rubric = GradedItem.objects.get(item=self.item(LOOP)).rubric_id
        body = {"attempt": 1, "raw": raw, "comment": "Clear.", "seen_version": seen, "chosen": chosen}
        body["rubric_id"] = rubric
        return self.teacher.send("PUT", self.work + "/score", body)

    def mine(self) -> dict[str, Any]:
        return dict(self.student.get(self.path(LOOP, "/hand-in")).json())

    def test_its_student_reads_it_before_and_what_was_given_with_the_score(self) -> None:
        rubric = self.used()
        self.assertEqual((self.mine()["rubric"]["most"], len(self.mine()["rubric"]["criteria"])), ("12", 2))
        order, closure = (c["id"] for c in rubric["criteria"])
        chosen = [
            {"criterion": order, "level": rubric["criteria"][0]["levels"][1]["id"]},
            {"criterion": closure, "level": rubric["criteria"][1]["levels"][1]["id"], "remark": "1 : 6 900"},
        ]
        kept = self.score("25", chosen).json()["measured"]
        self.assertEqual((kept["earned"], kept["most"]), ("10", "12"))
        self.assertIsNone(self.mine()["attempts"][0]["measured"], "the score is held")
        self.teacher.send("POST", self.path(LOOP, "/release"))
        seen = self.mine()["attempts"][0]
        self.assertEqual([c["level_name"] for c in seen["measured"]["criteria"]], ["Order 1", "Closure 1"])
        self.assertEqual((seen["measured"]["criteria"][1]["remark"], seen["remark"]), ("1 : 6 900", "Clear."))

    def test_its_levels_give_the_points_where_none_are_typed(self) -> None:
        """2 + 8 of 12, of 30 points: 25."""
        first, second = self.used()["criteria"]
        chosen = [{"criterion": first["id"], "level": first["levels"][1]["id"]}]
        self.refused(self.score("", chosen), 422, "rubric.open")
        chosen.append({"criterion": second["id"], "level": second["levels"][1]["id"]})
        self.assertEqual(self.score(" ", chosen).json()["raw"], "25")
        self.assertEqual(self.score("26", chosen, seen=1).json()["raw"], "26", "what is typed stands")

    def test_what_was_given_stays_as_it_read_when_the_rubric_is_changed(self) -> None:
        rubric = self.used()
        first = rubric["criteria"][0]
        self.score("10", [{"criterion": first["id"], "level": first["levels"][2]["id"]}])
        changed = {**rubric, "criteria": [{**first, "name": "Tidiness"}, criterion("Checks", "0", "1")]}
        told = self.teacher.send("PUT", f"{RUBRICS}/{rubric['id']}", changed).json()
        self.assertEqual(told["criteria"][0]["id"], first["id"])
        self.assertNotIn(told["criteria"][1]["id"], [c["id"] for c in rubric["criteria"]], "what is new is no old one")
        kept = Score.objects.get(cell__person=self.student.person, cell__graded_item__item=self.item(LOOP)).measured
        assert kept is not None
        self.assertEqual([c["name"] for c in kept["criteria"]], ["Order", "Closure"])
        gone = rubric["criteria"][1]
        told = self.score("10", [{"criterion": gone["id"], "level": gone["levels"][0]["id"]}], seen=1)
        self.refused(told, 409, "rubric.changed_meanwhile")

    def test_levels_of_another_rubric_are_not_taken_for_those_of_this_one(self) -> None:
        """Both begin to count their criteria at 1."""
        old = self.used()
        other = self.made({**BOOK, "name": "Other"})
        first = old["criteria"][0]
        self.assertEqual(first["id"], other["criteria"][0]["id"])
        self.teacher.send("PUT", self.path(LOOP, "/rubric"), {"rubric_id": other["id"]})
        body = {"attempt": 1, "raw": "9", "comment": "", "seen_version": 0, "rubric_id": old["id"]}
        body["chosen"] = [{"criterion": first["id"], "level": first["levels"][0]["id"]}]
        self.refused(self.teacher.send("PUT", self.work + "/score", body), 409, "rubric.changed_meanwhile")

    def test_a_score_that_says_nothing_of_it_leaves_it_and_one_that_says_none_takes_it_away(self) -> None:
        rubric = self.used()
        first = rubric["criteria"][0]
        self.score("10", [{"criterion": first["id"], "level": first["levels"][2]["id"]}])
        self.assertIsNotNone(self.score("11", None, seen=1).json()["measured"])
        self.assertIsNone(self.score("12", [], seen=2).json()["measured"])
        events = apps.get_model("gradebook.ScoreEvent")._default_manager.filter(
            cell__person=self.student.person, cell__graded_item__item=self.item(LOOP)
        )
        self.assertEqual([e.measured is None for e in events.order_by("pgh_id")], [False, False, True])

    def test_what_is_wrong_with_a_rubric_is_said_at_its_place(self) -> None:
        wrong = {"name": " ", "criteria": [criterion("Order", "0", None), criterion("order", "1", "2")]}
        told = self.refused(self.teacher.send("POST", RUBRICS, wrong), 422, "rubric.unnamed")
        self.assertIn("criteria.0.levels.1.points", {f["path"] for f in told["fields"]})
        self.assertFalse(Rubric.objects.filter(course=self.course).exclude(name="Field book").exists())

    def test_one_that_measures_something_is_not_taken_away_and_a_change_is_set_back(self) -> None:
        rubric = self.used()
        told = self.refused(self.teacher.send("DELETE", f"{RUBRICS}/{rubric['id']}"), 409, "rubric.used")
        self.assertIn(LOOP, told["detail"])
        change = self.teacher.send("PUT", self.path(LOOP, "/rubric"), {"rubric_id": None}).json()
        self.assertIsNone(self.mine()["rubric"])
        undo = f"/courses/srv-110/changes/{change['change']}/undo"
        self.assertEqual(self.teacher.send("POST", undo).status_code, 200)
        self.assertIsNotNone(self.mine()["rubric"])
        told = self.teacher.get("/courses/srv-110/history").content.decode()
        self.assertIn(f"By what {LOOP} is measured", told)

    def test_two_who_change_one_are_told(self) -> None:
        rubric = self.made()
        (edition,) = (r["edition"] for r in self.teacher.get(RUBRICS).json()["own"] if r["id"] == rubric["id"])
        headers = {"Idempotency-Key": "a", "If-Match": f'"{edition}"'}
        path = f"/api{RUBRICS}/{rubric['id']}"
        for key, status in (("a", 200), ("b", 412)):
            body = {**rubric, "name": f"By {key}"}
            headers["Idempotency-Key"] = key * 12
            told = self.teacher.client.put(path, body, content_type="application/json", headers=headers)
            self.assertEqual(told.status_code, status, told.content)

    def test_a_copy_of_a_course_has_rubrics_of_its_own(self) -> None:
        self.used()
        copy_grading(SYSTEM, self.course, self.induction, {self.item(LOOP).pk: self.induction_item().pk})
        row = GradedItem.objects.get(item=self.induction_item())
        assert row.rubric is not None
        self.assertEqual((row.rubric.course_id, row.rubric.name), (self.induction.pk, "Loop"))
        remarks = [
            set(Remark.objects.filter(course=c).values_list("text", flat=True)) for c in (self.course, self.induction)
        ]
        self.assertTrue(remarks[0])
        self.assertEqual(*remarks)
        self.assertNotEqual(row.rubric, GradedItem.objects.get(item=self.item(LOOP)).rubric)

    def induction_item(self) -> Item:
        return Item.objects.filter(course=self.induction, removed=False)[0]

    def test_a_comment_is_kept_once_and_those_used_most_come_first(self) -> None:
        Remark.objects.all().delete()
        for text in ("Show the units.", "Close the loop.", " Show the units. "):
            self.assertEqual(Caller(ASSISTANT).send("POST", REMARKS, {"text": text}).status_code, 200)
        rows = {r["text"]: r["id"] for r in self.teacher.get(REMARKS).json()}
        self.assertEqual(len(rows), 2)
        self.teacher.send("POST", f"{REMARKS}/{rows['Show the units.']}/used")
        self.assertEqual([r["text"] for r in self.teacher.get(REMARKS).json()], ["Show the units.", "Close the loop."])
        self.teacher.send("DELETE", f"{REMARKS}/{rows['Show the units.']}")
        self.assertEqual(list(Remark.objects.values_list("text", flat=True)), ["Close the loop."])
        self.refused(self.teacher.send("POST", REMARKS, {"text": " "}), 422, "text.empty")
