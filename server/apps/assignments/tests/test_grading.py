"""Grading over the API: score, late rule, held and released, two graders at once, history by trigger."""

from __future__ import annotations

from django.apps import apps
from django.db import connection
from django.test import override_settings
from tests.base import ASSISTANT, INSTRUCTOR, KEEPS_UP, Caller, DemoCase

from apps.assignments.models import Brief
from apps.courses.models import Enrolment
from apps.gradebook.models import GradedItem, Score

LOOP = "Field book: campus loop"


class Grading(DemoCase):
    def setUp(self) -> None:
        self.student, self.teacher = Caller(KEEPS_UP), Caller(INSTRUCTOR)
        self.work = self.path(LOOP, f"/hand-ins/{self.student.person.pk}")

    def hand_in(self, clock: str = "2026-10-07T12:00:00-05:00", attempt: int = 1) -> None:
        with override_settings(FIXED_CLOCK=clock):
            self.student.send(
                "PUT", self.path(LOOP, "/hand-in"), {"text": "Pages 1 to 4", "comment": "", "attempt": attempt}
            )
            self.assertEqual(self.student.send("POST", self.path(LOOP, "/hand-in")).status_code, 200)

    def score(self, raw: str, seen: int = 0, who: Caller | None = None, comment: str = "", **more: object) -> object:
        body = {"attempt": 1, "raw": raw, "comment": comment, "seen_version": seen} | more
        return (who or self.teacher).send("PUT", self.work + "/score", body)

    def row(self) -> dict:
        return self.student.get(self.path(LOOP)).json()["row"]

    def test_a_late_score_is_arithmetic(self) -> None:
        """28 given of 30, 14 hours late at 10 % a day: 25 counts."""
        self.hand_in("2026-10-12T00:01:00-05:00")
        kept = self.score("28").json()
        self.assertEqual((kept["raw"], kept["late_units"], kept["deduction"], kept["counts"]), ("28", 1, "3", "25"))

    def test_held_scores_come_out_for_all_at_once(self) -> None:
        self.hand_in()
        self.score("28", comment="Clear booking.")
        self.assertEqual(self.row()["state"], "being_graded")
        self.assertIsNone(self.row()["score"])
        self.assertIsNone(self.student.get(self.path(LOOP, "/hand-in")).json()["score"])
        released = self.teacher.send("POST", self.path(LOOP, "/release")).json()
        self.assertEqual(released["scores"], 1)
        self.assertEqual((self.row()["state"], self.row()["score"]), ("scored", "28"))
        self.assertEqual(self.student.get(self.path(LOOP, "/hand-in")).json()["score"]["comment"], "Clear booking.")
        self.refused(self.teacher.send("POST", self.path(LOOP, "/release")), 409, "release.nothing_held")

    def test_they_come_out_for_one_section_and_the_others_stay_held(self) -> None:
        self.hand_in()
        self.score("28")
        own = Enrolment.objects.get(course=self.course, person=self.student.person)
        other = self.course.sections.exclude(pk=own.section_id or 0)[0]
        release = self.path(LOOP, "/release")
        self.refused(self.teacher.send("POST", f"{release}?section={other.pk}"), 409, "release.nothing_held")
        self.refused(self.teacher.send("POST", f"{release}?section=999999"), 404, "request.not_found")
        self.assertEqual(self.row()["state"], "being_graded")
        self.assertEqual(self.teacher.send("POST", f"{release}?section={own.section_id}").json()["scores"], 1)
        self.assertEqual(self.row()["state"], "scored")

    def test_from_the_column_new_scores_are_held_or_not_and_what_is_out_stays_out(self) -> None:
        self.teacher.send("PUT", self.path(LOOP, "/hold"), {"hold": False})
        self.hand_in()
        self.score("28")
        self.assertEqual(self.row()["score"], "28")
        told = self.teacher.send("PUT", self.path(LOOP, "/hold"), {"hold": True})
        self.assertEqual(told.status_code, 200)
        self.assertEqual(self.row()["score"], "28")
        self.assertTrue(GradedItem.objects.get(item=self.item(LOOP)).hold)

    def test_a_held_score_leaks_into_no_answer_for_the_student(self) -> None:
        self.hand_in()
        self.score("27.25")
        for path in (
            self.path(LOOP),
            self.path(LOOP, "/hand-in"),
            "/courses/srv-110/weeks/7",
            "/courses/srv-110/standing",
        ):
            self.assertNotIn("27.25", self.student.get(path).content.decode())

    def test_two_graders_at_once_the_second_is_told(self) -> None:
        self.hand_in()
        self.assertEqual(self.score("26", who=Caller(ASSISTANT)).status_code, 200)
        told = self.refused(self.score("28"), 409, "score.changed_meanwhile")
        self.assertEqual((told["raw"], told["version"]), ("26.00", 1))
        self.assertIn("Teodor Blackwater", told["detail"])
        self.assertEqual(self.score("28", seen=1).json()["raw"], "28")

    def test_figures_that_are_no_score_are_refused(self) -> None:
        self.hand_in()
        self.refused(self.score("-1"), 422, "score.below_zero")
        self.refused(self.score("ninety"), 422, "score.unreadable")
        self.refused(self.score("NaN"), 422, "score.unreadable")
        self.refused(self.score("300"), 422, "score.above")
        self.assertEqual(
            Score.objects.filter(cell__person=self.student.person, cell__graded_item__item__title=LOOP).count(), 0
        )

    def test_a_comma_is_read_as_a_decimal_point(self) -> None:
        self.hand_in()
        self.assertEqual(self.score("22,5").json()["raw"], "22.5")

    def test_a_comma_that_can_mean_two_things_is_asked_about(self) -> None:
        self.hand_in()
        told = self.refused(self.score("1,000"), 422, "score.two_readings")
        self.assertIn("1,000", told["detail"])

    def test_a_third_decimal_is_rounded_half_up_as_everywhere(self) -> None:
        self.hand_in()
        self.assertEqual(self.score("22.125").json()["raw"], "22.13")
        self.assertEqual(self.score("22.115", seen=1).json()["raw"], "22.12")

    def test_more_than_possible_is_said_and_then_kept(self) -> None:
        self.hand_in()
        told = self.refused(self.score("32"), 422, "score.more_than_possible")
        self.assertIn("32 is 2 more than the 30", told["detail"])
        self.assertTrue(told["above"])
        self.assertEqual(self.score("32", above_possible=True).json()["raw"], "32")
        self.refused(self.score("61", seen=1, above_possible=True), 422, "score.above")

    def test_only_what_was_handed_in_is_scored(self) -> None:
        self.assertEqual(self.score("0").status_code, 200, "somebody who handed in nothing can be given 0")
        for attempt in (2, 0, -1, 40000):
            self.refused(self.score("5", attempt=attempt), 422, "score.no_such_attempt")
        self.assertEqual(Score.objects.filter(cell__person=self.student.person, raw=5).count(), 0)

    def test_a_later_attempt_that_is_held_takes_nothing_away(self) -> None:
        """What was released stays, and what it opened stays open; the held one stands beside it."""
        Brief.objects.update_or_create(item=self.item(LOOP), defaults={"attempts": 3})
        GradedItem.objects.filter(item=self.item(LOOP)).update(counting="best")
        self.hand_in()
        self.score("24")
        self.teacher.send("POST", self.path(LOOP, "/release"))
        before = self.student.get("/courses/srv-110/standing").json()["current"]
        self.hand_in("2026-10-07T13:00:00-05:00", attempt=2)
        self.score("29.75", attempt=2)
        self.assertEqual((self.row()["state"], self.row()["score"]), ("scored", "24"))
        mine = self.student.get(self.path(LOOP, "/hand-in")).json()
        self.assertEqual((mine["score"]["counts"], mine["being_graded"]), ("24", True))
        self.assertEqual(self.student.get("/courses/srv-110/standing").json()["current"], before)
        self.assertNotIn("29.75", [i["score"] for c in self.sheet() for i in c["items"]])
        rows = self.teacher.get(self.path(LOOP, "/hand-ins")).json()["rows"]
        self.assertEqual(next(r for r in rows if r["person_id"] == self.student.person.pk)["state"], "held")
        self.teacher.send("POST", self.path(LOOP, "/release"))
        self.assertEqual((self.row()["state"], self.row()["score"]), ("scored", "29.75"))

    def sheet(self) -> list[dict]:
        return self.student.get("/courses/srv-110/standing").json()["categories"]

    def test_news_of_a_score_say_what_counts(self) -> None:
        """20 of 30 for work that was 14 hours late counts 17; it is written as figures are, not as 2E+1."""
        self.hand_in("2026-10-12T00:01:00-05:00")
        self.score("20")
        self.teacher.send("POST", self.path(LOOP, "/release"))
        told = next(n for n in self.student.get("/today").json()["news"] if n["item"]["title"] == LOOP)
        self.assertEqual((told["points"], told["possible"]), ("17", "30"))

    def test_nothing_changes_without_a_record_not_even_by_bulk_or_sql(self) -> None:
        self.hand_in()
        self.score("20")
        events = apps.get_model("gradebook", "ScoreEvent")
        start = events.objects.count()
        ours = Score.objects.filter(cell__person=self.student.person, cell__graded_item__item__title=LOOP)
        ours.update(raw=21)
        with connection.cursor() as cursor:
            cursor.execute("UPDATE gradebook_score SET raw = 22 WHERE id = %s", [ours.get().pk])
        ours.delete()
        labels = list(events.objects.order_by("pgh_id").values_list("pgh_label", "raw")[start:])
        self.assertEqual([label for label, _ in labels], ["update", "update", "delete"])
        first = events.objects.order_by("pgh_id")[start - 1]
        self.assertEqual((first.pgh_label, first.pgh_context.metadata["name"]), ("insert", "Ines Varga-Oduya"))

    def test_work_on_paper_is_scored_without_a_hand_in(self) -> None:
        other = Enrolment.objects.filter(course=self.course, role="student").first()
        path = self.path("Final", f"/hand-ins/{other.person_id}/score")  # type: ignore[union-attr]
        body = {"attempt": 1, "raw": "77", "comment": "", "seen_version": 0}
        self.assertEqual(self.teacher.send("PUT", path, body).json()["counts"], "77")

    def test_the_queue_puts_the_oldest_waiting_work_first(self) -> None:
        rows = self.teacher.get(self.path("Set 6B: bearings of a traverse", "/hand-ins")).json()["rows"]
        waiting = [r["handed_in_at"] for r in rows if r["state"] == "waiting"]
        self.assertEqual(waiting, sorted(waiting))
        self.assertEqual([r["state"] for r in rows[: len(waiting)]], ["waiting"] * len(waiting))
