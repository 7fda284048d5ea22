"""The term map: everything due, by day; points add up."""

from __future__ import annotations

from tests.cases import TimeCase

from apps.layout.models import Item

SCHEDULE, TERM = "/courses/srv-110/schedule", "/courses/srv-110/term"

SET_7A, CHECK_7 = "Set 7A: latitudes and departures", "Check 7: traverse computation"


class TermMap(TimeCase):
    def test_every_due_item_stands_on_its_day_and_the_points_add_up(self) -> None:
        found = self.student.get(TERM).json()
        on_map = [
            (d["day"], e["row"]["title"])
            for w in found["weeks"]
            for d in w["days"]
            for e in d["entries"]
            if e["want"] is None
        ]
        dated = Item.objects.filter(course=self.course, published=True, removed=False, moments__has_key="due")
        self.assertEqual(len(on_map), dated.count())
        self.assertIn(("2026-10-08", SET_7A), on_map)
        counted = Item.objects.filter(course=self.course, removed=False, practice=False, points__gt=0)
        self.assertEqual(float(found["points"]), float(sum(i.points for i in counted)))
        self.assertEqual(len(found["counted"]), counted.count())
        self.assertEqual([w["number"] for w in found["weeks"]][:3], [0, 1, 2])
        self.assertEqual([w["break_name"] for w in found["weeks"] if w["number"] is None], ["Mid-term break"])

    def test_the_load_of_a_day_is_its_classes_and_the_required_work_due_on_it(self) -> None:
        """Week 7 of section 2: classes of 75 minutes on Mon and Thu, and what the demo has due on each day."""
        efforts = dict(Item.objects.filter(module__week=7, course=self.course).values_list("title", "effort_minutes"))
        cells = self.student.get("/courses/srv-110/ribbon").json()["cells"]
        days = next(c for c in cells if c["number"] == 7)["days"]
        readings = efforts["Latitudes and departures"] + efforts["Latitudes and departures, leg by leg"]
        field = next(m for t, m in efforts.items() if t.startswith("Field book"))
        self.assertEqual(days[0], 75 + readings)
        self.assertEqual((days[3], days[1]), (75 + efforts[SET_7A], 0))
        talk = efforts["Where did the error go?"]
        self.assertEqual(days[6], field + talk + efforts[CHECK_7])
        shown = next(w for w in self.student.get(TERM).json()["weeks"] if w["number"] == 7)
        self.assertEqual([d["minutes"] for d in shown["days"]], days)
        setup = next(w for w in self.teacher.get(SCHEDULE).json()["weeks"] if w["number"] == 7)
        self.assertEqual([d["minutes"] for d in setup["days"]], days)
        Item.objects.filter(title=CHECK_7).update(required=False)
        cells = self.student.get("/courses/srv-110/ribbon").json()["cells"]
        self.assertEqual(next(c for c in cells if c["number"] == 7)["days"][6], field + talk)

    def test_a_closed_course_keeps_students_out_until_it_is_opened(self) -> None:
        self.teacher.send("PUT", "/courses/srv-110/opened", {"done": False})
        self.refused(self.student.get(TERM), 403, "course.not_opened")
        tick = self.student.send("POST", self.path("Latitudes and departures", "/tick"), {"done": False})
        self.refused(tick, 403, "course.not_opened")
        hand_in = self.student.send("PUT", self.path(SET_7A, "/hand-in"), {"text": "x", "comment": ""})
        self.refused(hand_in, 403, "course.not_opened")
        self.assertEqual(self.teacher.get(TERM).status_code, 200)
        self.teacher.send("PUT", "/courses/srv-110/opened", {"done": True})
        self.assertEqual(self.student.get(TERM).status_code, 200)
