"""What a person did with an item, and when it counts."""

from __future__ import annotations

from django.test import override_settings
from tests.base import INSTRUCTOR, KEEPS_UP, Caller, DemoCase

from apps.path.models import Fact


class Facts(DemoCase):
    READING = "Latitudes and departures"

    def test_a_tick_can_be_taken_back(self) -> None:
        student = Caller(KEEPS_UP)
        self.assertTrue(student.get(self.path(self.READING)).json()["row"]["done"])
        gone = student.send("POST", self.path(self.READING, "/tick"), {"done": False}).json()
        self.assertEqual((gone["done"], gone["state"]), (False, "to_do"))
        back = student.send("POST", self.path(self.READING, "/tick"), {"done": True}).json()
        self.assertTrue(back["done"])

    def test_only_items_that_are_ticked_by_hand_can_be(self) -> None:
        answer = Caller(KEEPS_UP).send("POST", self.path("Set 7A: latitudes and departures", "/tick"), {"done": True})
        self.refused(answer, 422, "item.wrong_kind")

    def test_opening_is_noted_once(self) -> None:
        student = Caller(KEEPS_UP)
        path = self.path("Set 7B: misclosure and precision")
        student.send("POST", path + "/opened")
        with override_settings(FIXED_CLOCK="2026-10-08T10:00:00-05:00"):
            student.send("POST", path + "/opened")
        fact = Fact.objects.get(
            item=self.item("Set 7B: misclosure and precision"), kind="opened", person=student.person
        )
        self.assertEqual(fact.at.isoformat(), "2026-10-07T15:20:00+00:00")

    def test_a_changed_text_is_acknowledged_again_when_the_teacher_asks(self) -> None:
        student, teacher = Caller(KEEPS_UP), Caller(INSTRUCTOR)
        path = self.path("Syllabus")
        self.assertTrue(student.get(path).json()["row"]["done"])
        teacher.send("PUT", path + "/text", {"html": "<p>A comma moved.</p>", "ask_again": False})
        self.assertTrue(student.get(path).json()["row"]["done"])
        teacher.send("PUT", path + "/text", {"html": "<p>Two checks are dropped.</p>", "ask_again": True})
        page = student.get(path).json()
        self.assertEqual((page["row"]["done"], page["acknowledged_edition"], page["asked_edition"]), (False, 1, 3))
        self.refused(student.send("POST", path + "/acknowledgement", {"edition": 2}), 409, "item.edition_gone")
        self.assertTrue(student.send("POST", path + "/acknowledgement", {"edition": 3}).json()["done"])
