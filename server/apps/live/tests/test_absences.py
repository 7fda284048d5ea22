"""A missed class: said, seen by teachers, taken back."""

from __future__ import annotations

from typing import Any

from tests.base import ASSISTANT, BEHIND, Caller
from tests.cases import OrientationCase

from apps.live.models import Absence

READING, CHECK = "Latitudes and departures", "Check 7: traverse computation"

COURSE = "/courses/srv-110"


class MissedClasses(OrientationCase):
    def setUp(self) -> None:
        super().setUp()
        Absence.objects.all().delete()

    def say(self, number: int = 13, reason: str = "The bus did not come") -> Any:
        return self.student.send("PUT", f"{COURSE}/classes/{number}/absence", {"reason": reason})

    def day(self, number: int = 13, who: Caller | None = None) -> dict[str, Any]:
        return (who or self.student).get(f"{COURSE}/classes/{number}").json()

    def test_it_shows_what_was_on_that_class_for_ones_own_section(self) -> None:
        day = self.day()
        self.assertEqual(day["meeting"]["start"], "2026-10-05T18:00:00Z")
        self.assertEqual(self.day(who=Caller(BEHIND))["meeting"]["start"], "2026-10-05T15:00:00Z")
        titles = [r["ref"]["title"] for r in day["rows"]]
        self.assertIn(READING, titles)
        self.assertIn("Set 7A: latitudes and departures", titles)
        self.assertNotIn("Set 8A: the compass rule", titles)
        self.assertEqual(day["week"], "7")
        self.assertIn(("Contour map", "10"), {(r["ref"]["title"], r["ref"]["step"]) for r in day["rows"]})
        self.assertEqual(day["open"], sum(r["row"]["open"] and not r["row"]["done"] for r in day["rows"]))

    def test_a_reason_is_filed_read_and_taken_back(self) -> None:
        self.assertEqual(self.say().status_code, 200)
        self.say(reason="Ill, note follows")
        self.assertEqual(Absence.objects.count(), 1)
        [row] = self.teacher.get(f"{COURSE}/absences").json()
        self.assertEqual((row["reason"], row["seen_at"]), ("Ill, note follows", None))
        self.teacher.send("PUT", f"{COURSE}/absences/{row['id']}/seen", {"seen": True})
        self.assertIsNotNone(self.day()["absence"]["seen_at"])
        self.say(reason="Another thing")
        self.assertIsNone(self.day()["absence"]["seen_at"], "a new reason is unread")
        self.student.send("DELETE", f"{COURSE}/classes/13/absence")
        self.assertIsNone(self.day()["absence"])

    def test_an_assistant_reads_their_sections_only(self) -> None:
        Caller(BEHIND).send("PUT", f"{COURSE}/classes/13/absence", {"reason": "Away"})
        [row] = self.teacher.get(f"{COURSE}/absences").json()
        assistant = Caller(ASSISTANT)
        self.assertEqual(assistant.get(f"{COURSE}/absences").json(), [])
        told = assistant.send("PUT", f"{COURSE}/absences/{row['id']}/seen", {"seen": True})
        self.refused(told, 403, "course.other_section")

    def test_what_makes_no_sense_is_refused(self) -> None:
        self.refused(self.say(reason=" "), 422, "text.empty")
        self.refused(self.say(99), 404, "request.not_found")
        self.refused(self.say(30), 422, "absence.too_early")
        self.assertEqual(Absence.objects.count(), 0)
