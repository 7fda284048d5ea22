"""A discussion is scored like any other work: proposed by the counting, set by a hand, waiting on the desk."""

from __future__ import annotations

from typing import Any

from tests.base import Caller

from apps.gradebook.models import Score
from apps.talk.tests.base import LONG, SHORT, TalkCase


class Scoring(TalkCase):
    def setUp(self) -> None:
        super().setUp()
        self.rules(after_own=False)
        other = self.said(self.others[1])
        self.said(self.ros)
        self.said(self.ros, SHORT, other)

    def over(self) -> None:
        self.talk.moments = {"due": {"on": "absolute", "wall": "2026-10-06T23:59"}}
        self.talk.save()

    def row(self, who: Caller) -> dict[str, Any]:
        rows = self.teacher.get(self.at("/class")).json()["rows"]
        return next(r for r in rows if r["person_id"] == who.person.pk)

    def test_the_counting_proposes_and_the_hand_decides(self) -> None:
        self.assertEqual(self.row(self.ros)["state"], "begun", "not due yet")
        self.over()
        row = self.row(self.ros)
        self.assertEqual((row["state"], row["haves"], row["proposed"]), ("waiting", [1, 1], "7.5"))
        self.assertEqual(self.row(self.cas)["state"], "nothing")
        wish = {"person_id": self.ros.person.pk, "raw": row["proposed"], "comment": "Good figures.", "seen_version": 0}
        self.assertEqual(self.teacher.send("PUT", self.at("/scores"), {"scores": [wish]}).status_code, 200)
        row = self.row(self.ros)
        self.assertEqual((row["state"], row["raw"], row["counts"], row["version"]), ("released", "7.5", "7.5", 1))
        again = self.teacher.send("PUT", self.at("/scores"), {"scores": [wish]})
        self.refused(again, 409, "score.changed_meanwhile")

    def test_of_many_scores_all_are_kept_or_none(self) -> None:
        wishes = [
            {"person_id": self.ros.person.pk, "raw": "7.5", "seen_version": 0},
            {"person_id": self.others[1].person.pk, "raw": "five", "seen_version": 0},
        ]
        self.refused(self.teacher.send("PUT", self.at("/scores"), {"scores": wishes}), 422, "score.unreadable")
        self.assertFalse(Score.objects.filter(cell__graded_item__item=self.talk).exists())

    def test_it_waits_on_the_desk_once_its_time_is_over(self) -> None:
        self.assertEqual(self.waiting(), [])
        self.over()
        self.assertEqual(self.waiting(), [2])
        week = self.teacher.get("/courses/srv-110/weeks/7").json()["modules"][0]["rows"]
        self.assertEqual(next(r for r in week if r["id"] == self.talk.pk)["of_class"]["waiting"], 2)

    def waiting(self) -> list[int]:
        rows = [r for r in self.teacher.get("/desk").json()["rows"] if r["kind"] == "discussion"]
        return [r["count"] for r in rows if r["item"]["id"] == self.talk.pk]

    def test_late_work_is_scored_by_when_it_was_there(self) -> None:
        self.over()
        wish = {"person_id": self.ros.person.pk, "raw": "5", "seen_version": 0}
        self.teacher.send("PUT", self.at("/scores"), {"scores": [wish]})
        score = Score.objects.get(cell__graded_item__item=self.talk, cell__person=self.ros.person)
        self.assertEqual(score.handed_in_at.isoformat(), "2026-10-07T15:20:00+00:00")  # type: ignore[union-attr]

    def test_nobody_scores_their_own_or_as_a_student(self) -> None:
        wish = {"person_id": self.ros.person.pk, "raw": "10", "seen_version": 0}
        self.refused(self.ros.send("PUT", self.at("/scores"), {"scores": [wish]}), 403, "course.teachers_only")
        self.assertEqual(self.ros.get(self.at("/class")).status_code, 403)

    def test_what_was_asked_is_in_the_week_sheet_with_what_is_there(self) -> None:
        rows = [r for m in self.ros.get("/courses/srv-110/weeks/7").json()["modules"] for r in m["rows"]]
        wants = next(r for r in rows if r["id"] == self.talk.pk)["wants"]
        self.assertEqual([(w["words"], w["count"], w["have"]) for w in wants], [
            ("a post of at least 50 words", 1, 1), ("replies to 2 different classmates", 2, 1)
        ])  # fmt: skip
        self.assertEqual(LONG.count("word"), 55)
