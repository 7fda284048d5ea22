"""Rhythms over the API: previewed, stamped, stamped again without doubles."""

from __future__ import annotations

from datetime import datetime

from tests.base import INSTRUCTOR, Caller, DemoCase

from apps.courses.models import Course
from apps.gradebook.models import Category, GradedItem, LateRule
from apps.layout.models import Item
from apps.layout.queries import layout

BEATS = [
    {
        "key": "read",
        "kind": "page",
        "title": "Reading {n}",
        "part": "Before class",
        "minutes": 30,
        "moments": {"due": {"on": "class", "nth": 1, "minutes": -15}},
    },
    {
        "key": "set",
        "kind": "assignment",
        "title": "Practice set {n}",
        "points": 8,
        "category": "Homework",
        "minutes": 50,
        "moments": {"due": {"on": "day", "weekday": 5, "time": "20:00"}},
    },
]


class Rhythms(DemoCase):
    def setUp(self) -> None:
        self.teacher = Caller(INSTRUCTOR)
        self.wish: dict = {"name": "Weekly", "beats": BEATS, "steps": {"first": 9, "last": 12}}

    def stamp(self, **change: object) -> dict:
        done = self.teacher.send("POST", "/courses/srv-110/rhythms", self.wish | change)
        self.assertEqual(done.status_code, 200, done.content[:300])
        return done.json()

    def stamped(self) -> list[Item]:
        return list(
            Item.objects.filter(course=self.course, rhythm__isnull=False, removed=False).order_by("step", "beat")
        )

    def test_a_term_is_previewed_stamped_and_not_stamped_twice(self) -> None:
        shown = self.teacher.send("POST", "/courses/srv-110/rhythms/preview", self.wish).json()
        self.assertEqual((shown["new"], self.stamped()), (8, []))
        first = self.stamp()
        items = self.stamped()
        self.assertEqual(len(items), 8)
        laid = layout(Course.objects.get(pk=self.course.pk)).items
        row = laid[next(i.pk for i in items if i.title == "Practice set 10")]
        self.assertEqual(
            row.span.due.astimezone(datetime.fromisoformat("2026-11-07T00:00-06:00").tzinfo).strftime("%d %H:%M"),
            "07 20:00",
        )
        self.assertEqual(
            GradedItem.objects.get(item_id=row.id).category, Category.objects.get(course=self.course, name="Homework")
        )
        self.assertFalse(any(i.published for i in items), "drafts until published")
        again = self.stamp(id=first["rhythm"])
        self.assertEqual((again["new"], again["same"], len(self.stamped())), (0, 8, 8))
        self.teacher.send("POST", f"/courses/srv-110/changes/{first['change']}/undo")
        self.assertEqual(self.stamped(), [])

    def test_an_edited_rhythm_changes_what_no_hand_has_changed(self) -> None:
        rhythm = self.stamp()["rhythm"]
        touched = next(i for i in self.stamped() if i.title == "Practice set 11")
        self.teacher.send("PATCH", f"/courses/srv-110/items/{touched.pk}", {"title": "A set of my own"})
        removed = next(i for i in self.stamped() if i.title == "Practice set 12")
        self.teacher.send("DELETE", f"/courses/srv-110/items/{removed.pk}")
        longer = [BEATS[0], BEATS[1] | {"minutes": 75}]
        done = self.stamp(id=rhythm, beats=longer)
        self.assertEqual((done["new"], done["changed"], done["kept"]), (0, 2, 2))
        minutes = {i.title: i.effort_minutes for i in self.stamped()}
        self.assertEqual((minutes["Practice set 9"], minutes["A set of my own"]), (75, 50))
        self.assertNotIn("Practice set 12", minutes)

    def test_stamping_again_leaves_late_rule_and_hold(self) -> None:
        first = self.stamp()
        graded = GradedItem.objects.get(item__title="Practice set 9")
        rule = LateRule.objects.filter(course=self.course).first()
        graded.late_rule, graded.hold = rule, True
        graded.save()
        self.wish["beats"] = [BEATS[0], BEATS[1] | {"minutes": 70}]
        again = self.stamp(id=first["rhythm"])
        self.assertGreater(again["changed"], 0)
        graded.refresh_from_db()
        self.assertEqual((graded.late_rule, graded.hold), (rule, True))

    def test_setting_a_stamp_back_leaves_nothing_behind_and_stamping_anew_doubles_nothing(self) -> None:
        before = Item.objects.filter(course=self.course, removed=False).count()
        first = self.stamp()
        back = self.teacher.send("POST", f"/courses/srv-110/changes/{first['change']}/undo")
        self.assertEqual(back.status_code, 200, back.content[:200])
        self.assertEqual(Item.objects.filter(course=self.course, removed=False).count(), before)
        codes = [f["code"] for f in self.teacher.get("/courses/srv-110/date-check").json()["findings"]]
        self.assertNotIn("graded.ghost", codes)
        self.assertEqual(self.teacher.get("/courses/srv-110/rhythms").json()["rhythms"], [])
        # A rhythm that is kept, stamped over more weeks, set back, and stamped over them again.
        kept = self.stamp(steps={"first": 9, "last": 10})
        wider = self.stamp(id=kept["rhythm"])
        self.teacher.send("POST", f"/courses/srv-110/changes/{wider['change']}/undo")
        again = self.stamp(id=kept["rhythm"])
        self.assertEqual((again["new"], again["kept"]), (wider["new"], 0))
        self.assertEqual(Item.objects.filter(title="Practice set 12", removed=False).count(), 1)

    def test_what_cannot_be_stamped_is_refused(self) -> None:
        path = "/courses/srv-110/rhythms"
        for change, code in (
            ({"beats": []}, "rhythm.empty"),
            ({"beats": [BEATS[0] | {"title": "Reading"}]}, "rhythm.title_same"),
            ({"steps": {"first": 40, "last": 50}}, "rhythm.no_steps"),
        ):
            with self.subTest(code):
                body = self.teacher.send("POST", path, self.wish | change).json()
                self.assertIn(code, [body["title"], *(f["code"] for f in body.get("fields", []))])
        self.assertEqual(self.stamped(), [])
