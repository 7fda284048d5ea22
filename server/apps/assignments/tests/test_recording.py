"""Work that came on paper or was spoken, and texts that begin with a template."""

from __future__ import annotations

from typing import Any

from django.test import override_settings
from procrastinate.contrib.django.models import ProcrastinateJob
from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.post import deliver

from apps.assignments.models import Brief, HandIn
from apps.notices.models import OutboxMail

BEARINGS, LOOP = "Field book: bearings", "Field book: campus loop"


class Recording(DemoCase):
    def setUp(self) -> None:
        self.student, self.teacher = Caller(BEHIND), Caller(INSTRUCTOR)
        HandIn.objects.filter(person=self.student.person, item__title__in=(BEARINGS, LOOP)).delete()

    def path_of(self, title: str) -> str:
        return self.path(title, f"/hand-ins/{self.student.person.pk}")

    def came(self, title: str = BEARINGS, **wish: Any) -> Any:
        return self.teacher.send("POST", self.path_of(title) + "/recorded", {"way": "paper", **wish})

    @override_settings(EMAIL_BACKEND="apps.notices.outbox.OutboxBackend")
    def test_it_is_handed_in_as_of_when_it_came_and_late_by_that(self) -> None:
        """Due Sun 4 Oct 10:00, up to the end of that minute; on Wed 7 Oct at 9:00 that is 71 hours less a minute ago."""
        told = self.came(at="2026-10-07T09:00", note="Left at the store")
        self.assertEqual(told.status_code, 200, told.content)
        (attempt,) = told.json()["attempts"]
        self.assertEqual((attempt["way"], attempt["recorded_by"]), ("paper", self.teacher.person.name))
        self.assertEqual(attempt["handed_in_at"], "2026-10-07T14:00:00Z")
        self.assertEqual(attempt["late_seconds"], 71 * 3600 - 60)
        mine = self.student.get(self.path(BEARINGS, "/hand-in")).json()["attempts"]
        self.assertEqual([(a["way"], a["comment"]) for a in mine], [("paper", "Left at the store")])
        receipt = self.student.get(f"/receipts/{attempt['number']}").json()
        self.assertEqual((receipt["way"], receipt["recorded_by"]), ("paper", self.teacher.person.name))
        deliver(ProcrastinateJob.objects.filter(task_name="notices.send_mail").latest("pk"))
        mail = OutboxMail.objects.filter(to=self.student.person.email).latest("pk")
        self.assertIn(f"On paper, recorded by {self.teacher.person.name}", mail.body)
        row = next(
            r for r in self.teacher.get(self.path(BEARINGS, "/hand-ins")).json()["rows"]
            if r["person_id"] == self.student.person.pk
        )  # fmt: skip
        self.assertEqual(row["state"], "waiting")

    def test_a_draft_goes_on_as_the_attempt_after_it(self) -> None:
        self.student.send("PUT", self.path(LOOP, "/hand-in"), {"text": "Leg AB", "comment": "", "attempt": 1})
        self.came(LOOP, way="spoken")
        mine = self.student.get(self.path(LOOP, "/hand-in")).json()
        self.assertEqual((mine["draft"]["attempt"], mine["draft"]["text"]), (2, "Leg AB"))
        late = {"text": "Leg AB, BC", "comment": "", "attempt": 1}
        self.refused(self.student.send("PUT", self.path(LOOP, "/hand-in"), late), 409, "hand_in.attempt_over")

    def test_forgotten_again_unless_it_has_a_score(self) -> None:
        self.came()
        at = self.path_of(BEARINGS)
        self.assertEqual(self.teacher.send("DELETE", at + "/recorded/1").json()["attempts"], [])
        self.came()
        self.teacher.send("PUT", at + "/score", {"attempt": 1, "raw": "20", "comment": "", "seen_version": 0})
        self.refused(self.teacher.send("DELETE", at + "/recorded/1"), 409, "hand_in.has_score")

    def test_what_cannot_be_is_refused(self) -> None:
        self.refused(self.came(at="2026-10-09T09:00"), 422, "hand_in.not_yet")
        self.refused(self.came(at="soon"), 422, "span.unreadable")
        self.refused(self.came(way="mail"), 422, "request.unreadable")
        self.student.send("PUT", self.path(LOOP, "/hand-in"), {"text": "Leg AB", "comment": ""})
        self.student.send("POST", self.path(LOOP, "/hand-in"))
        here = self.path_of(LOOP) + "/recorded/1"
        self.refused(self.teacher.send("DELETE", here), 404, "request.not_found")


class Templates(DemoCase):
    TEMPLATE = "What went well:\n\nWhat I would do otherwise:\n"

    def test_a_template_as_it_came_is_no_work_and_filled_in_it_is(self) -> None:
        student, item = Caller(KEEPS_UP), self.item(LOOP)
        Brief.objects.update_or_create(item=item, defaults={"template": self.TEMPLATE})
        path = self.path(LOOP, "/hand-in")
        self.assertEqual(student.get(path).json()["brief"]["template"], self.TEMPLATE)
        student.send("PUT", path, {"text": self.TEMPLATE.strip(), "comment": ""})
        self.refused(student.send("POST", path), 422, "hand_in.template_only")
        self.assertEqual(student.get(path).json()["draft"]["text"], self.TEMPLATE.strip())
        student.send("PUT", path, {"text": self.TEMPLATE + "Book the rod first.", "comment": ""})
        self.assertEqual(student.send("POST", path).status_code, 200)
