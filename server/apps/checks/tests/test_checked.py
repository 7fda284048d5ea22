"""The date check over the API: what is found, what is waived."""

from __future__ import annotations

from tests.base import INSTRUCTOR, Caller, DemoCase

from apps.gradebook.models import Category


class Checked(DemoCase):
    def test_the_running_course_is_clean_of_contradictions(self) -> None:
        found = Caller(INSTRUCTOR).get("/courses/srv-110/date-check").json()["findings"]
        self.assertEqual([f["sentence"] for f in found if f["severity"] == "wrong"], [])

    def test_a_change_that_breaks_something_is_found_fixed_and_waived(self) -> None:
        teacher = Caller(INSTRUCTOR)
        Category.objects.filter(course=self.course, name="Homework").update(weight=45)
        holiday = {"due": "2026-11-11T23:59", "opens": "2026-11-09T00:00"}
        teacher.send("PUT", self.path("Set 11A: curve elements", "/moments"), holiday)
        found = {f["code"]: f for f in teacher.get("/courses/srv-110/date-check").json()["findings"]}
        self.assertIn("125", found["weights.not_100"]["sentence"])
        self.assertIn("Founders’ Day", found["moment.day_off"]["sentence"])
        keys = [found["weights.not_100"]["key"], found["moment.day_off"]["key"]]
        after = teacher.send("POST", "/courses/srv-110/date-check/fix", {"keys": keys}).json()
        self.assertFalse({"weights.not_100", "moment.day_off"} & {f["code"] for f in after["findings"]})
        self.assertEqual(sum(c.weight for c in Category.objects.filter(course=self.course)), 100)
        self.refused(teacher.send("POST", "/courses/srv-110/date-check/fix", {"keys": keys}), 409, "check.gone")
