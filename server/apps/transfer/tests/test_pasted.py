"""A pasted schedule table: previewed, made as drafts, undone."""

from __future__ import annotations

from tests.base import INSTRUCTOR, Caller, DemoCase

from apps.courses.models import Course
from apps.layout.models import Item, Module
from apps.layout.queries import layout


class Pasted(DemoCase):
    TABLE = "Date\tTopic\tReading\tDue\nMon 24 Aug\tNotes\tBook 1\tEssay (due Fri 28 Aug)\n\tMore notes\tBook 2\t\n9/7\tLevels\t\tPlan\nsoon\tX\t\t\n"

    def test_rows_become_modules_and_items_and_what_is_unreadable_is_named(self) -> None:
        teacher = Caller(INSTRUCTOR)
        count = Item.objects.filter(course=self.course, removed=False).count()
        shown = teacher.send("POST", "/courses/srv-110/paste/preview", {"text": self.TABLE}).json()
        self.assertEqual(
            [(r["line"], r["week"], r["carried"]) for r in shown["rows"]], [(2, 1, False), (3, 1, True), (4, 3, False)]
        )
        self.assertEqual([(p["line"], p["column"]) for p in shown["problems"]], [(5, 1)])
        self.assertIn("soon", shown["problems"][0]["sentence"])
        self.assertEqual(Item.objects.filter(course=self.course, removed=False).count(), count)
        done = teacher.send("POST", "/courses/srv-110/paste", {"text": self.TABLE}).json()
        essay = self.item("Essay")
        self.assertEqual((essay.kind, essay.published, essay.module.week), ("assignment", False, 1))
        self.assertEqual(essay.moments["due"], {"on": "week", "week": 1, "weekday": 4, "time": "23:59"})
        teacher.send("POST", f"/courses/srv-110/changes/{done['change']}/undo")
        self.assertEqual(Item.objects.filter(course=self.course, removed=False).count(), count)

    def test_a_new_module_stands_between_the_weeks_around_it(self) -> None:
        Module.objects.filter(course=self.course, week=9).update(removed=True)
        Item.objects.filter(course=self.course, module__week=9).update(removed=True)
        Caller(INSTRUCTOR).send("POST", "/courses/srv-110/paste", {"text": "Week,Topic,Due\n9,Areas anew,Survey\n"})
        weeks = [m.week for m in layout(Course.objects.get(pk=self.course.pk)).all]
        self.assertEqual(weeks, sorted(weeks))

    def test_it_does_so_too_where_modules_stand_close(self) -> None:
        """Positions without room between them, as many moves leave them."""
        gone = Module.objects.filter(course=self.course, week__in=(4, 9))
        Item.objects.filter(module__in=gone).update(removed=True)
        gone.update(removed=True)
        left = Module.objects.filter(course=self.course, removed=False).order_by("position")
        for n, module in enumerate(left):
            Module.objects.filter(pk=module.pk).update(position=n)
        table = "Week,Topic,Due\n9,Areas anew,Survey\n4,Angles anew,Plan\n"
        Caller(INSTRUCTOR).send("POST", "/courses/srv-110/paste", {"text": table})
        modules = layout(Course.objects.get(pk=self.course.pk)).all
        self.assertEqual([m.week for m in modules], sorted(m.week for m in modules))
        self.assertEqual([m.title for m in modules if m.week in (4, 9)], ["Angles anew", "Areas anew"])

    def test_a_table_without_times_is_refused_in_a_sentence_and_makes_nothing(self) -> None:
        teacher = Caller(INSTRUCTOR)
        shown = teacher.send("POST", "/courses/srv-110/paste/preview", {"text": "A,B\n1,2\n"}).json()
        self.assertIn("Week", shown["problems"][0]["sentence"])
        self.refused(teacher.send("POST", "/courses/srv-110/paste", {"text": "A,B\n1,2\n"}), 422, "table.nothing_new")
