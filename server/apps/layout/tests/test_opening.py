"""Opening to students: modules and items alike, now or from a day on, as one change."""

from __future__ import annotations

from typing import Any

from tests.base import BEHIND, INSTRUCTOR, Caller, DemoCase

from apps.layout.models import Module

OPENING = "/courses/srv-110/opening"
READING = "Latitudes and departures"


class Opening(DemoCase):
    def setUp(self) -> None:
        self.teacher = Caller(INSTRUCTOR)

    def undo(self, change: dict[str, Any]) -> Any:
        return self.teacher.send("POST", f"/courses/srv-110/changes/{change['change']}/undo")

    def test_what_opens_on_a_day_waits_for_it_and_is_set_back_as_one(self) -> None:
        week = Module.objects.get(course=self.course, week=8)
        wish = {"modules": [week.pk], "items": [self.item(READING).pk], "on": "2026-10-09T08:00"}
        self.assertEqual(self.teacher.send("PUT", OPENING, wish).status_code, 200)
        student = Caller(BEHIND)
        rows = student.get("/courses/srv-110/weeks/8").json()["modules"][0]["rows"]
        self.assertEqual(min(r["opens_at"] for r in rows if r["opens_at"]), "2026-10-09T13:00:00Z")
        self.assertEqual(self.item(READING).conditions["of"][0]["on"], "date")
        back = self.teacher.send("PUT", OPENING, {"modules": [week.pk], "published": False})
        self.assertEqual(student.get("/courses/srv-110/weeks/8").json()["modules"], [])
        self.undo(back.json())
        self.assertTrue(Module.objects.get(pk=week.pk).published)

    def test_a_day_beside_conditions_of_which_one_is_enough_is_refused(self) -> None:
        item = self.item(READING)
        item.conditions = {
            "join": "any",
            "of": [{"on": "hand", "opened": False}, {"on": "for", "groups": [], "sections": []}],
        }
        item.save()
        wish = {"items": [item.pk], "on": "2026-10-09T08:00"}
        self.refused(self.teacher.send("PUT", OPENING, wish), 422, "opening.any")
        self.refused(self.teacher.send("PUT", OPENING, {"items": [10**9]}), 404, "request.not_found")
        self.refused(self.teacher.send("PUT", OPENING, {}), 404, "request.not_found")
