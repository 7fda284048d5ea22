"""A pasted schedule table: read, corrected, made as drafts, pasted again, set back."""

from __future__ import annotations

from datetime import date
from io import BytesIO
from typing import Any

import openpyxl
from django.core.files.uploadedfile import SimpleUploadedFile
from tests.base import INSTRUCTOR, Caller, DemoCase

from apps.courses.models import Course
from apps.layout.models import Item, Module, Part
from apps.layout.queries import layout

PASTE = "/courses/srv-110/paste"
TABLE = (
    "Date\tTopic\tReading\tDue\nMon 24 Aug\tNotes\tBook 1\tEssay (due Fri 28 Aug, 5 pm)\n"
    "\tMore notes\tBook 2\t\n9/10\tLevels\t\tPlan\nsoon\tX\t\t\n"
)
HTML = """<p>From a page</p><table><tr><td>One line only</td></tr></table>
<table><thead><tr><th>Week</th><th>Topic</th><th>Reading</th><th>Due</th></tr></thead><tbody>
<tr><td rowspan="2">2</td><td>Levelling<script>alert(1)</script></td><td>Ch.&nbsp;2<br>Handout</td><td></td></tr>
<tr><td><p>Loops</p></td><td colspan="2">Ch. <b>3</b></td></tr>
<tr><td>3</td><td>Angles</td><td></td><td><ul><li>Set 2</li><li>Quiz 1</li></ul></td></tr></tbody></table>"""


class Pasted(DemoCase):
    def setUp(self) -> None:
        self.teacher = Caller(INSTRUCTOR)

    def read(self, text: str = TABLE, **more: Any) -> Any:
        return self.teacher.send("POST", f"{PASTE}/preview", {"text": text, **more}).json()

    def rows(self, shown: Any) -> list[dict[str, Any]]:
        return [
            {
                "line": r["line"],
                "week": r["week"],
                "topics": r["topics"],
                "items": [{name: i[name] for name in ("kind", "title", "day", "at")} for i in r["items"]],
            }
            for r in shown["rows"]
            if not r["left_out"]
        ]

    def make(self, text: str = TABLE) -> Any:
        return self.teacher.send("POST", PASTE, {"rows": self.rows(self.read(text))})

    def told(self, shown: Any) -> list[tuple[int, list[str], list[str]]]:
        return [(r["week"], r["topics"], [i["title"] for i in r["items"]]) for r in shown["rows"] if not r["left_out"]]

    def fates(self, shown: Any) -> dict[str, str]:
        return {i["title"]: i["fate"] for r in shown["rows"] for i in r["items"]}

    def test_rows_become_modules_parts_and_items_and_what_is_unreadable_is_named(self) -> None:
        count = Item.objects.filter(course=self.course, removed=False).count()
        shown = self.read()
        self.assertEqual(
            [(r["line"], r["week"], r["carried"], r["left_out"]) for r in shown["rows"]],
            [(2, 1, False, ""), (3, 1, True, ""), (4, 3, False, ""), (5, None, False, "unplaced")],
        )
        self.assertEqual([(p["line"], p["column"]) for p in shown["problems"]], [(5, 1)])
        self.assertIn("soon", shown["problems"][0]["sentence"])
        self.assertEqual(Item.objects.filter(course=self.course, removed=False).count(), count)
        done = self.make().json()
        essay = self.item("Essay")
        self.assertEqual((essay.kind, essay.published, essay.module.week), ("assignment", False, 1))
        self.assertEqual(essay.moments["due"], {"on": "week", "week": 1, "weekday": 4, "time": "17:00"})
        self.assertEqual([essay.part.title, self.item("Book 2").part.title], ["Notes", "More notes"])
        self.teacher.send("POST", f"/courses/srv-110/changes/{done['change']}/undo")
        self.assertEqual(Item.objects.filter(course=self.course, removed=False).count(), count)

    def test_pasting_again_updates_what_came_from_the_last_table_and_doubles_nothing(self) -> None:
        self.make()
        count = Item.objects.filter(course=self.course, removed=False).count()
        self.assertEqual(set(self.fates(self.read()).values()), {"same"})
        self.refused(self.make(), 422, "table.nothing_new")
        self.teacher.send("PATCH", self.path("Book 1"), {"title": "Book 1, by hand"})
        moved = TABLE.replace("Fri 28 Aug, 5 pm", "Wed 2 Sep").replace("9/10\tLevels", "9/17\tLevels")
        shown = self.read(moved.replace("Book 2", "Book 3"))
        self.assertEqual(self.fates(shown), {"Book 1": "kept", "Essay": "changed", "Book 3": "new", "Plan": "changed"})
        self.assertEqual(shown["gone"], ["Book 2"])
        self.make(moved.replace("Book 2", "Book 3"))
        self.assertEqual(Item.objects.filter(course=self.course, removed=False).count(), count + 1)
        self.assertEqual(self.item("Essay").moments["due"]["weekday"], 2)
        self.assertEqual(self.item("Plan").module.week, 4)
        self.assertTrue(Item.objects.filter(title="Book 1, by hand", removed=False).exists())

    def test_what_was_set_back_is_made_again_and_not_doubled(self) -> None:
        change = self.make().json()["change"]
        self.teacher.send("POST", f"/courses/srv-110/changes/{change}/undo")
        self.assertEqual(set(self.fates(self.read()).values()), {"new"})
        self.make()
        self.assertEqual(Item.objects.filter(title="Essay", course=self.course).count(), 1)
        self.assertFalse(self.item("Essay").module.removed)

    def test_a_copied_course_knows_what_came_from_the_table_and_doubles_nothing(self) -> None:
        self.make()
        wish = {"title": "Next year", "code": "SRV 110"}
        slug = self.teacher.send("POST", "/courses/srv-110/copy", wish).json()["slug"]
        shown = self.teacher.send("POST", f"/courses/{slug}/paste/preview", {"text": TABLE}).json()
        self.assertEqual(set(self.fates(shown).values()), {"same"})
        changed = TABLE.replace("Fri 28 Aug, 5 pm", "Wed 2 Sep")
        rows = self.rows(self.teacher.send("POST", f"/courses/{slug}/paste/preview", {"text": changed}).json())
        self.assertEqual(self.teacher.send("POST", f"/courses/{slug}/paste", {"rows": rows}).status_code, 200)
        essays = Item.objects.filter(title="Essay", removed=False)
        weekdays = {e.course.slug: e.moments["due"]["weekday"] for e in essays}
        self.assertEqual(weekdays, {"srv-110": 4, slug: 2}, "the old course keeps its own")

    def test_a_row_is_made_as_it_was_corrected(self) -> None:
        rows = self.rows(self.read())
        rows[0] |= {"week": 4, "topics": ["Notes, corrected"]}
        rows[0]["items"] = [{"kind": "assignment", "title": "Essay, corrected", "day": "2026-09-10", "at": "08:15"}]
        self.assertEqual(self.teacher.send("POST", PASTE, {"rows": rows[:1]}).status_code, 200)
        made = self.item("Essay, corrected")
        self.assertEqual((made.module.week, made.moments["due"]["time"]), (4, "08:15"))
        self.assertFalse(Item.objects.filter(title="Book 2").exists())

    def test_what_cannot_be_is_refused_and_makes_nothing(self) -> None:
        count = Item.objects.count()
        row = self.rows(self.read())[0]
        late = {"kind": "assignment", "title": "Late", "day": "2031-09-10", "at": None}
        self.refused(self.teacher.send("POST", PASTE, {"rows": [row | {"week": 77}]}), 422, "table.week_unknown")
        self.refused(self.teacher.send("POST", PASTE, {"rows": [row | {"items": [late]}]}), 422, "table.date_outside")
        self.refused(self.teacher.send("POST", PASTE, {"rows": []}), 422, "table.nothing_new")
        self.assertEqual(Item.objects.count(), count)
        shown = self.read("A,B\n1,2\n")
        self.assertIn("Week", shown["problems"][0]["sentence"])

    def test_why_figures_are_read_so_is_told_and_can_be_chosen_otherwise(self) -> None:
        text = "Date;Topic\nThu 10/09;Bearings\nThu 01/10;Traverses\n"
        shown = self.read(text)
        self.assertEqual((shown["order"], shown["order_by"]), ("day_first", "weekdays"))
        self.assertEqual([r["day"] for r in shown["rows"]], ["2026-09-10", "2026-10-01"])
        other = self.read("Date;Topic\n10/09;Bearings\n", order="month_first")
        self.assertEqual((other["order_by"], other["rows"][0]["day"]), ("chosen", "2026-10-09"))

    def test_a_table_of_a_page_is_read_with_its_merged_cells_and_lines(self) -> None:
        shown = self.read("", html=HTML)
        self.assertEqual(
            self.told(shown),
            [
                (2, ["Levelling"], ["Ch. 2", "Handout"]),
                (2, ["Loops"], ["Ch. 3"]),
                (3, ["Angles"], ["Set 2", "Quiz 1"]),
            ],
        )
        self.assertEqual(self.read("Week,Topic\n2,Levelling\n", html="<p>no table</p>")["rows"][0]["week"], 2)

    def test_a_spreadsheet_is_read_with_its_dates_and_numbers(self) -> None:
        book = openpyxl.Workbook()
        book.active.title = "Empty"
        sheet = book.create_sheet("Plan")
        for row in (
            ("Week", "Date", "Topic", "Homework"),
            (2, date(2026, 8, 31), "Levelling", 1),
            (3.0, None, "Angles", 2),
        ):
            sheet.append(row)
        content = BytesIO()
        book.save(content)
        shown = self.file("plan.xlsx", content.getvalue()).json()
        self.assertEqual(self.told(shown), [(2, ["Levelling"], ["Homework 1"]), (3, ["Angles"], ["Homework 2"])])
        self.assertEqual(shown["rows"][0]["day"], "2026-08-31")

    def test_files_of_text_and_broken_ones(self) -> None:
        self.assertEqual(
            self.told(self.file("a.csv", "Week;Topic\n2;Höhen\n".encode("cp1252")).json())[0][1], ["Höhen"]
        )
        self.refused(self.file("broken.xlsx", b"PK\x03\x04" + b"x" * 200), 422, "table.file_unreadable")
        self.refused(self.file("large.csv", b"x" * (6 * 1024 * 1024)), 422, "table.file_large")

    def file(self, name: str, content: bytes) -> Any:
        return self.teacher.send("POST", f"{PASTE}/file", file=SimpleUploadedFile(name, content))

    def test_a_new_module_stands_between_the_weeks_around_it(self) -> None:
        Module.objects.filter(course=self.course, week=9).update(removed=True)
        Item.objects.filter(course=self.course, module__week=9).update(removed=True)
        self.make("Week,Topic,Due\n9,Areas anew,Survey\n")
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
        self.make("Week,Topic,Due\n9,Areas anew,Survey\n4,Angles anew,Plan\n")
        modules = layout(Course.objects.get(pk=self.course.pk)).all
        self.assertEqual([m.week for m in modules], sorted(m.week for m in modules))
        self.assertEqual([m.title for m in modules if m.week in (4, 9)], ["Angles anew", "Areas anew"])
        self.assertFalse(Part.objects.filter(title="Areas anew").exists())
