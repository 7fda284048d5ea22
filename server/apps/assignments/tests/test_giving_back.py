"""Work that is given back to be done again, and comments before a score."""

from __future__ import annotations

from typing import Any

from django.test import override_settings
from tests.base import ASSISTANT, INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.files import PDF, upload

from apps.assignments.models import Brief, GivenBack, HandIn
from apps.courses.models import Enrolment
from apps.kernel.models import AuditRecord
from apps.layout.models import Allowance
from apps.notices.models import Notice

LOOP = "Field book: campus loop"
WHY = "The second page lacks its closing sight."
UNTIL = "2026-10-20T18:00"


class OneHandedIn(DemoCase):
    """Somebody has handed in a field book."""

    def setUp(self) -> None:
        self.student, self.teacher = Caller(KEEPS_UP), Caller(INSTRUCTOR)
        self.number = self.hand_in()["number"]
        self.work = self.path(LOOP, f"/hand-ins/{self.student.person.pk}")

    def hand_in(self, attempt: int = 1) -> Any:
        files = self.path(LOOP, f"/hand-in/files?attempt={attempt}")
        self.student.send("POST", files, file=upload("book.pdf", PDF))
        return self.student.send("POST", self.path(LOOP, f"/hand-in?attempt={attempt}")).json()

    def back(self, who: Caller | None = None, **wish: Any) -> Any:
        body = {"attempt": 1, "why": WHY, "until": UNTIL, **wish}
        return (who or self.teacher).send("POST", self.work + "/returned", body)

    def row(self) -> dict[str, Any]:
        sheet = self.student.get("/courses/srv-110/weeks/7").json()
        rows = [r for m in sheet["modules"] for r in m["rows"]]
        return dict(next(r for r in rows if r["title"] == LOOP))

    def waiting(self) -> int:
        return int(self.teacher.get(self.path(LOOP, "/hand-ins")).json()["waiting"])

    def mine(self) -> dict[str, Any]:
        return dict(self.student.get(self.path(LOOP, "/hand-in")).json())

    def cell(self) -> dict[str, Any]:
        rows = self.teacher.get(f"/courses/srv-110/gradebook/rows?person={self.student.person.pk}").json()["rows"]
        (own,) = rows
        return dict(next(c for c in own["cells"] if c["item"] == self.item(LOOP).pk))


class GivingBack(OneHandedIn):
    def test_it_is_the_students_again_with_the_reason_and_a_later_date(self) -> None:
        waited = self.waiting()
        given = self.back()
        self.assertEqual(given.status_code, 200, given.content)
        self.assertEqual(given.json()["due"], "2026-10-20T23:00:00Z")
        self.assertEqual(self.waiting(), waited - 1)
        row = self.row()
        self.assertEqual((row["state"], row["done"], row["open"]), ("given_back", False, True))
        self.assertEqual(row["due"], "2026-10-20T23:00:00Z", "18:00 in the course's zone, UTC-5")
        mine = self.mine()
        self.assertEqual(mine["attempts"][0]["given_back"]["why"], WHY)
        self.assertIsNone(mine["back_by"])
        self.assertEqual(self.cell()["state"], "given_back")
        (told,) = Notice.objects.filter(person=self.student.person, kind="work")
        self.assertEqual(told.title, f"Given back, to do again by Tue 20 Oct, 18:00: {LOOP}")
        self.assertEqual(told.line, WHY)

    def test_done_again_it_waits_for_its_score_and_both_attempts_stay(self) -> None:
        self.back()
        second = self.hand_in(2)
        self.assertEqual((second["attempt"], second["late_seconds"]), (2, 0))
        self.assertEqual(self.row()["state"], "handed_in")
        attempts = self.mine()["attempts"]
        self.assertEqual([bool(a["given_back"]) for a in attempts], [True, False])
        self.assertEqual(self.cell()["state"], "waiting")
        self.refused(self.back(), 409, "hand_in.newer")

    def test_one_who_has_no_attempt_left_gets_one_more_and_no_more(self) -> None:
        Brief.objects.update_or_create(item=self.item(LOOP), defaults={"attempts": 1})
        self.assertEqual(self.mine()["attempts_left"], 0)
        self.back()
        self.assertEqual(self.mine()["attempts_left"], 1)
        self.hand_in(2)
        self.assertEqual(self.mine()["attempts_left"], 0)
        self.back(attempt=2)
        self.assertEqual(self.mine()["attempts_left"], 1)

    def test_after_all_it_counts_as_of_when_it_came_and_the_old_dates_hold(self) -> None:
        before, facts = self.row(), HandIn.objects.get(number=self.number)
        self.back()
        self.assertTrue(Allowance.objects.filter(person=self.student.person, removed=False).exists())
        taken = self.teacher.send("DELETE", self.work + "/returned/1")
        self.assertEqual(taken.status_code, 200, taken.content)
        self.assertIsNone(taken.json()["attempts"][0]["given_back"])
        self.assertEqual({**self.row(), "edition": 0}, {**before, "edition": 0})
        self.assertEqual(self.row()["receipt"], self.number)
        self.assertEqual(facts.handed_in_at, HandIn.objects.get(number=self.number).handed_in_at)
        self.refused(self.teacher.send("DELETE", self.work + "/returned/1"), 404, "request.not_found")
        kinds = AuditRecord.objects.filter(action__in=("hand_in.give_back", "hand_in.keep_after_all"))
        self.assertEqual([r.action for r in kinds.order_by("pk")], ["hand_in.give_back", "hand_in.keep_after_all"])

    def test_not_done_again_by_then_it_is_missing(self) -> None:
        self.back()
        with override_settings(FIXED_CLOCK="2026-10-22T10:20:00-05:00"):
            self.assertEqual(self.row()["state"], "missing")
            self.assertEqual(self.cell()["state"], "missing")

    def test_with_points_they_stand_until_the_next_attempt_has_some(self) -> None:
        score = {"attempt": 1, "raw": "12", "comment": "", "seen_version": 0}
        self.teacher.send("PUT", self.work + "/score", score)
        self.teacher.send("POST", self.path(LOOP, "/release"))
        self.back()
        row = self.row()
        self.assertEqual((row["state"], row["score"]), ("given_back", "12"))
        self.hand_in(2)
        self.teacher.send("PUT", self.work + "/score", {**score, "attempt": 2, "raw": "18"})
        self.teacher.send("POST", self.path(LOOP, "/release"))
        attempts = self.mine()["attempts"]
        self.assertEqual([(a["given"], a["counts"]) for a in attempts], [("12", False), ("18", True)])
        seen = self.teacher.get(self.work).json()["attempts"]
        self.assertEqual([(a["given"], a["counts"]) for a in seen], [("12", False), ("18", True)])

    def test_parts_are_those_of_the_rubric_that_measures_it(self) -> None:
        self.refused(self.back(parts=["Neatness"]), 409, "rubric.changed_meanwhile")
        self.assertEqual(self.back(parts=["Reduction", "Closure"]).status_code, 200)
        self.assertEqual(self.mine()["attempts"][0]["given_back"]["parts"], ["Closure", "Reduction"])

    def test_what_cannot_be_is_refused_and_nothing_of_it_kept(self) -> None:
        self.refused(self.back(why="  "), 422, "text.empty")
        self.refused(self.back(until="2026-10-01T18:00"), 422, "hand_in.until_past")
        self.refused(self.back(until="soon"), 422, "span.unreadable")
        self.refused(self.back(attempt=2), 409, "hand_in.newer")
        self.assertFalse(GivenBack.objects.exists())
        self.assertFalse(Allowance.objects.filter(person=self.student.person, item=self.item(LOOP)).exists())
        self.back()
        self.refused(self.back(), 409, "hand_in.given_back_already")

    def test_an_assistant_gives_back_in_their_own_section_only(self) -> None:
        assistant = Caller(ASSISTANT)
        sections = set(Enrolment.objects.filter(person=assistant.person).values_list("section_id", flat=True))
        own = Enrolment.objects.get(course=self.course, person=self.student.person).section_id in sections
        self.assertEqual(self.back(who=assistant).status_code, 200 if own else 403)
        self.assertEqual(self.back(who=self.student).status_code, 403)


class Comments(OneHandedIn):
    """What is said before the score."""

    def said(self) -> list[str]:
        return [c["words"] for c in self.mine()["attempts"][0]["comments"]]

    def test_a_comment_is_read_at_once_and_is_no_score(self) -> None:
        at = self.work + "/comments"
        kept = self.teacher.send("POST", at, {"attempt": 1, "words": "Good sketch. I read the rest on Friday."})
        self.assertEqual(kept.status_code, 200, kept.content)
        self.assertEqual(self.said(), ["Good sketch. I read the rest on Friday."])
        self.assertEqual(self.row()["state"], "handed_in")
        self.assertEqual(Notice.objects.filter(person=self.student.person, kind="work").count(), 1)
        (one,) = kept.json()["attempts"][0]["comments"]
        self.refused(self.teacher.send("POST", at, {"attempt": 1, "words": ""}), 422, "text.empty")
        self.assertEqual(self.student.send("POST", at, {"attempt": 1, "words": "Hm"}).status_code, 403)
        self.assertEqual(self.teacher.send("DELETE", f"{at}/{one['id']}").status_code, 200)
        self.assertEqual(self.said(), [])
