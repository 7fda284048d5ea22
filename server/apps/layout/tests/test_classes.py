"""When a course meets: patterns, rotations, days that differ, over the API."""

from __future__ import annotations

from tests.base import Caller
from tests.cases import TimeCase, schedule_in

from apps.courses.models import Enrolment

SCHEDULE, TERM = "/courses/srv-110/schedule", "/courses/srv-110/term"


class Classes(TimeCase):
    def test_each_section_has_its_own_classes_and_what_follows_them(self) -> None:
        first, second = (
            self.student,
            Caller(
                Enrolment.objects.filter(course=self.course, role="student", section__number=1).first().person.username
            ),
        )
        starts = {c.get("/courses/srv-110/ribbon").json()["next_class"]["start"] for c in (first, second)}
        self.assertEqual(starts, {"2026-10-08T15:00:00Z", "2026-10-08T18:00:00Z"})
        dues = {self.row(c, "Latitudes and departures")["due"] for c in (first, second)}
        self.assertEqual(dues, {"2026-10-05T15:00:00Z", "2026-10-05T18:00:00Z"})

    def test_a_holiday_moves_the_numbers_and_all_that_hangs_on_them_and_can_be_undone(self) -> None:
        before = self.teacher.get(SCHEDULE).json()
        self.assertEqual(len(before["classes"]), 30)
        wish = schedule_in(before)
        wish["breaks"] = [*wish["breaks"], {"name": "Storm day", "first_day": "2026-10-12", "last_day": "2026-10-12"}]
        change = self.teacher.send("PUT", SCHEDULE, wish).json()
        after = self.teacher.get(SCHEDULE).json()
        self.assertEqual(len(after["classes"]), 29)
        self.assertNotIn("2026-10-12", [c["day"] for c in after["classes"]])
        due = self.row(self.teacher, "Sharing out the misclosure")["due"]
        self.assertEqual(due, "2026-10-15T15:00:00Z")
        self.undo(change)
        self.assertEqual(self.teacher.get(SCHEDULE).json()["classes"], before["classes"])

    def test_bad_terms_and_classes_are_refused_in_a_sentence(self) -> None:
        wish = schedule_in(self.teacher.get(SCHEDULE).json())
        backwards = [{"slots": [{"on": 0, "start": "11:00", "end": "10:00"}]}]
        turning = [{"slots": [{"on": "C", "start": "09:00", "end": "10:00"}], "rotation": {"types": ["A", "B"]}}]
        for change, code in (
            ({"last_day": "2026-08-01"}, "term.ends_before_start"),
            ({"last_day": "2031-08-01"}, "term.too_long"),
            ({"zone": "Mars/Olympus"}, "schedule.zone"),
            ({"patterns": backwards}, "meeting.backwards"),
            ({"patterns": turning}, "meeting.day_type"),
            ({"breaks": [{"name": "b", "first_day": "2026-10-10", "last_day": "2026-10-01"}]}, "term.break_backwards"),
        ):
            with self.subTest(code):
                body = self.teacher.send("PUT", SCHEDULE, wish | change).json()
                self.assertIn(code, [body["title"], *(f["code"] for f in body.get("fields", []))])
        self.assertEqual(schedule_in(self.teacher.get(SCHEDULE).json()), wish)

    def test_a_class_in_the_night_of_the_jump_is_said_to_begin_later(self) -> None:
        wish = schedule_in(self.teacher.get(SCHEDULE).json()) | {
            "first_day": "2027-03-01",
            "last_day": "2027-03-28",
            "breaks": [],
        }
        wish["patterns"] = [{"slots": [{"on": 6, "start": "02:30", "end": "04:00"}]}]
        self.assertEqual(self.teacher.send("PUT", SCHEDULE, wish).status_code, 200)
        moved = [c for c in self.teacher.get(SCHEDULE).json()["classes"] if c["moved_by_clock"]]
        self.assertEqual([(c["day"], c["start"]) for c in moved], [("2027-03-14", "2027-03-14T08:00:00Z")])

    def test_holidays_of_a_place_are_offered(self) -> None:
        found = self.teacher.get("/holidays?country=US&subdivision=IL&first=2026-08-17&last=2026-12-11").json()
        self.assertIn("2026-09-07", [h["first_day"] for h in found["found"]])
        self.assertIn({"code": "BY", "name": "Bayern"}, found["places"]["DE"])
        self.assertTrue(all(len(code) == 2 for code in found["places"]), "ISO 3166-1 alpha-2 alone, each country once")
        self.assertEqual(self.teacher.get("/holidays?country=ZZ&first=2026-08-17&last=2026-12-11").status_code, 422)
