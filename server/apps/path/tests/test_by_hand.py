"""What a teacher counts by hand for one student, with a reason."""

from __future__ import annotations

from typing import Any

from tests.base import ASSISTANT, Caller
from tests.cases import RosterCase

from apps.courses.models import Enrolment
from apps.kernel.models import AuditRecord
from apps.path.models import Fact

READING = "Latitudes and departures"

COURSE = "/courses/srv-110"


class ByHand(RosterCase):
    def mark(self, on: bool, reason: str = "Shown at the desk") -> Any:
        path = self.path("Field book: campus loop", f"/people/{self.student.person.pk}")
        return self.teacher.send("PUT", path, {"kind": "done", "on": on, "reason": reason})

    def test_counted_as_done_with_a_reason_and_taken_back(self) -> None:
        self.assertEqual(self.mark(True).status_code, 200)
        page = self.student.get(self.path("Field book: campus loop")).json()
        self.assertTrue(page["row"]["done"])
        kept = AuditRecord.objects.filter(action="fact.ticked").latest("id")
        self.assertEqual((kept.actor, kept.after["reason"]), (self.teacher.person, "Shown at the desk"))
        module = self.item("Field book: campus loop").module_id
        rows = self.teacher.get(f"{COURSE}/progress/{module}").json()
        at = [i["title"] for i in rows["items"]].index("Field book: campus loop")
        cell = next(r for r in rows["rows"] if r["id"] == self.student.person.pk)["cells"][at]
        self.assertEqual((cell["done"], cell["by_teacher"]), (True, True))
        self.mark(False)
        self.assertFalse(self.student.get(self.path("Field book: campus loop")).json()["row"]["done"])

    def test_a_reason_is_asked_for(self) -> None:
        self.refused(self.mark(True, " "), 422, "text.empty")
        self.assertFalse(Fact.objects.filter(by_teacher=True).exists())

    def test_an_assistant_marks_only_their_own_students(self) -> None:
        other = Enrolment.objects.filter(course=self.course, role="student", section__number=1).first()
        assert other is not None
        path = self.path(READING, f"/people/{other.person_id}")
        body = {"kind": "done", "on": True, "reason": "x"}
        self.refused(Caller(ASSISTANT).send("PUT", path, body), 403, "course.other_section")
