"""The layout over the API: made, moved, undone; headings; bad input is refused with a sentence."""

from __future__ import annotations

from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile
from tests.base import INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.cases import Content
from tests.files import PNG

from apps.assignments.models import HandIn
from apps.courses.models import Course
from apps.kernel.models import AuditRecord, StoredFile
from apps.layout.models import Item, ItemText, Module
from apps.layout.queries import layout

READING, CLIP, CHECK = (
    "Latitudes and departures",
    "Latitudes and departures, leg by leg",
    "Check 8: traverse adjustment",
)


class Headings(Content):
    def test_a_heading_has_no_number_and_holds_nothing_up(self) -> None:
        rows = self.teacher.get("/courses/srv-110/weeks/8").json()["modules"][0]["rows"]
        numbers = [(r["kind"] == "heading", r["number"]) for r in rows]
        self.assertIn((True, 0), numbers)
        self.assertEqual([n for heading, n in numbers if not heading], list(range(1, len(rows))))

    def test_resources_go_along_and_can_be_taken_back_with_undo(self) -> None:
        item = self.item(READING)
        before = len(self.student.get(self.path(READING)).json()["resources"])
        self.put(item, "resources", "form.csv", b"a,b\n", label="Form")
        page = self.student.get(self.path(READING)).json()
        self.assertEqual(page["resources"][-1]["label"], "Form")
        kept = page["resources"][-1]["id"]
        change = self.teacher.send("DELETE", self.path(READING, f"/files/{kept}")).json()["change"]
        self.assertEqual(len(self.student.get(self.path(READING)).json()["resources"]), before)
        self.teacher.send("POST", f"/courses/srv-110/changes/{change}/undo")
        self.assertEqual(len(self.student.get(self.path(READING)).json()["resources"]), before + 1)


READING, FILM = "Latitudes and departures", "Latitudes and departures, leg by leg"


OPENING = "/courses/srv-110/opening"


class LayingOut(DemoCase):
    def setUp(self) -> None:
        self.teacher = Caller(INSTRUCTOR)

    def undo(self, change: dict) -> object:
        return self.teacher.send("POST", f"/courses/srv-110/changes/{change['change']}/undo")

    def titles(self) -> list[str]:
        rows = self.teacher.get("/courses/srv-110/weeks/7").json()["modules"][0]["rows"]
        return [r["title"] for r in rows]

    def test_a_week_is_made_from_nothing(self) -> None:
        made = self.teacher.send("POST", "/courses/srv-110/modules", {"title": "Extra", "week": 7}).json()
        part = self.teacher.send("POST", f"/courses/srv-110/modules/{made['id']}/parts", {"title": "At home"}).json()
        wish = {"title": "Read again", "kind": "page", "part_id": part["id"]}
        item = self.teacher.send("POST", f"/courses/srv-110/modules/{made['id']}/items", wish).json()
        sheet = self.teacher.get("/courses/srv-110/weeks/7").json()
        self.assertEqual([m["title"] for m in sheet["modules"]], ["Traverse computation", "Extra"])
        self.assertFalse(sheet["modules"][1]["published"])
        student = Caller(KEEPS_UP)
        self.assertEqual(len(student.get("/courses/srv-110/weeks/7").json()["modules"]), 1)
        wish = {"modules": [made["id"]], "items": [item["id"]]}
        self.assertEqual(self.teacher.send("PUT", OPENING, wish).status_code, 200)
        self.assertEqual(student.get(f"/courses/srv-110/items/{item['id']}").json()["row"]["title"], "Read again")

    def test_a_new_module_stands_after_its_week_however_close_the_others_are(self) -> None:
        rows = list(Module.objects.filter(course=self.course).order_by("position"))
        for module, position in zip(rows, [*range(len(rows) - 1), len(rows) + 8], strict=True):
            Module.objects.filter(pk=module.pk).update(position=position)
        self.teacher.send("POST", "/courses/srv-110/modules", {"title": "One more", "week": 3})
        modules = layout(Course.objects.get(pk=self.course.pk)).all
        self.assertEqual([m.week for m in modules], sorted(m.week for m in modules))
        self.assertEqual([m.title for m in modules if m.week == 3][-1], "One more")

    def test_items_are_moved_and_the_move_undone(self) -> None:
        before = self.titles()
        film = self.item(FILM)
        move = {"part_id": film.part_id, "before": self.item(READING).pk}
        change = self.teacher.send("PUT", self.path(FILM, "/place"), move).json()
        self.assertEqual(self.titles()[:2], [FILM, READING])
        self.assertEqual(change["affected"], self.STUDENTS)
        self.undo(change)
        self.assertEqual(self.titles(), before)

    def test_an_item_moves_into_another_part(self) -> None:
        after = self.item("Set 7A: latitudes and departures").part_id
        self.teacher.send("PUT", self.path(READING, "/place"), {"part_id": after, "before": None})
        self.assertEqual(self.titles()[-1], READING)
        other = self.item("Set 6A: azimuths and bearings").part_id
        self.refused(
            self.teacher.send("PUT", self.path(READING, "/place"), {"part_id": other}), 422, "item.no_such_part"
        )

    def test_removing_is_undone_with_everything_in_it(self) -> None:
        week = Module.objects.get(course=self.course, week=7)
        change = self.teacher.send("DELETE", f"/courses/srv-110/modules/{week.pk}?with_work=true").json()
        self.assertEqual(self.teacher.get("/courses/srv-110/weeks/7").json()["modules"], [])
        self.undo(change)
        self.assertEqual(len(self.titles()), 7)

    def test_undoing_what_was_changed_again_is_refused_and_loses_nothing(self) -> None:
        first = self.teacher.send("PATCH", self.path(READING), {"title": "One"}).json()
        self.teacher.send("PATCH", f"/courses/srv-110/items/{first['id']}", {"title": "Two"})
        self.refused(self.undo(first), 409, "layout.changed_since")
        self.assertEqual(Item.objects.get(pk=first["id"]).title, "Two")

    def test_dates_by_week_are_kept_as_rules(self) -> None:
        wish = {"opens": "2026-10-05T00:00", "due": "2026-10-10", "closes": "2026-10-11T23:59"}
        self.assertEqual(self.teacher.send("PUT", self.path(READING, "/moments"), wish).status_code, 200)
        moments = self.item(READING).moments
        self.assertEqual(moments["due"], {"on": "week", "week": 7, "weekday": 5, "time": "23:59"})
        page = self.teacher.get(self.path(READING)).json()
        self.assertEqual(page["walls"]["due"], "2026-10-10T23:59")

    def test_every_change_is_recorded_with_before_and_after(self) -> None:
        self.teacher.send("PATCH", self.path(READING), {"title": "Renamed", "points": 5})
        kept = AuditRecord.objects.latest("id")
        self.assertEqual(kept.before[0]["fields"], {"title": READING, "points": None})
        self.assertEqual(kept.after[0]["fields"], {"title": "Renamed", "points": "5"})


class MovingToAnotherWeek(DemoCase):
    TITLE = "Set 7B: misclosure and precision"

    def setUp(self) -> None:
        self.teacher = Caller(INSTRUCTOR)
        self.week_8 = Module.objects.get(course=self.course, week=8)

    def move(self, title: str, module: Module, with_dates: bool = True) -> Any:
        wish = {"module_id": module.pk, "with_dates": with_dates}
        return self.teacher.send("PUT", self.path(title, "/module"), wish)

    def test_it_stands_at_the_end_of_the_part_of_that_name_and_its_dates_come_along(self) -> None:
        before = self.item(self.TITLE)
        part = before.part
        assert part
        change = self.move(self.TITLE, self.week_8).json()
        after = self.item(self.TITLE)
        self.assertEqual((after.module, after.moments["due"]["week"]), (self.week_8, 8))
        twin = self.week_8.parts.filter(title=part.title, removed=False).first()
        self.assertEqual(after.part, twin)
        self.assertEqual(
            after.position, max(Item.objects.filter(module=self.week_8, part=twin).values_list("position", flat=True))
        )
        self.teacher.send("POST", f"/courses/srv-110/changes/{change['change']}/undo")
        again = self.item(self.TITLE)
        self.assertEqual(
            (again.module, again.part, again.position, again.moments),
            (before.module, part, before.position, before.moments),
        )

    def test_its_dates_can_stay(self) -> None:
        before = self.item(self.TITLE).moments
        self.assertEqual(self.move(self.TITLE, self.week_8, with_dates=False).status_code, 200)
        self.assertEqual(self.item(self.TITLE).moments, before)

    def test_a_module_that_waits_for_it_can_not_take_it_in(self) -> None:
        item = self.item(self.TITLE)
        self.week_8.conditions = {"join": "all", "of": [{"on": "done", "items": [item.pk], "of": None}]}
        self.week_8.save()
        self.refused(self.move(self.TITLE, self.week_8), 422, "path.circle")
        self.assertEqual(self.item(self.TITLE).module, item.module)

    def test_where_it_stands_already_or_another_course_is_no_place(self) -> None:
        self.refused(self.move(self.TITLE, self.item(self.TITLE).module), 422, "item.same_module")
        other = Module.objects.filter(course=self.induction).first()
        assert other
        self.assertEqual(self.move(self.TITLE, other).status_code, 404)

    def over(self) -> dict[str, dict[str, Any]]:
        """The weeks that are too full, by what they are about."""
        check = self.teacher.get("/courses/srv-110/date-check").json()["findings"]
        return {f["about"]: f for f in check if f["code"] == "week.over_load"}

    def fill_week_7(self) -> None:
        Item.objects.filter(module__course=self.course, module__week=7, required=True).update(effort_minutes=120)

    def test_the_date_check_moves_what_cures_a_week_that_is_too_full(self) -> None:
        self.fill_week_7()
        Item.objects.filter(module=self.week_8).update(effort_minutes=5)
        full = self.over()["Week 7"]
        self.assertIn("to week 8, with their dates", full["fix"])
        here = Item.objects.filter(module__course=self.course, module__week=7).count()
        told = self.teacher.send("POST", "/courses/srv-110/date-check/fix", {"keys": [full["key"]]})
        self.assertEqual(told.status_code, 200, told.content[:300])
        self.assertNotIn("Week 7", self.over())
        self.assertNotIn("Week 8", self.over())
        self.assertLess(Item.objects.filter(module__course=self.course, module__week=7).count(), here)
        self.teacher.send("POST", f"/courses/srv-110/changes/{told.json()['undo']}/undo")
        self.assertEqual(Item.objects.filter(module__course=self.course, module__week=7).count(), here)

    def test_where_no_moves_cure_it_none_are_offered(self) -> None:
        self.fill_week_7()
        Item.objects.filter(module=self.week_8, required=True).update(effort_minutes=300)
        full = self.over()["Week 7"]
        self.assertIsNone(full["fix"])
        self.assertIn("No few moves", full["sentence"])


class BadInput(DemoCase):
    def setUp(self) -> None:
        self.teacher, self.student = Caller(INSTRUCTOR), Caller(KEEPS_UP)

    def test_dates_out_of_order(self) -> None:
        before = self.item(READING).moments
        wish = {"opens": "2026-10-09T00:00", "due": "2026-10-07T23:59"}
        told = self.refused(self.teacher.send("PUT", self.path(READING, "/moments"), wish), 422, "span.out_of_order")
        self.assertEqual(told["fields"][0]["path"], "due")
        self.assertEqual(self.item(READING).moments, before)

    def test_dates_that_are_none_or_outside_the_term(self) -> None:
        path = self.path(READING, "/moments")
        self.refused(self.teacher.send("PUT", path, {"due": "next Friday"}), 422, "span.unreadable")
        self.refused(self.teacher.send("PUT", path, {"due": "2026-10-07T10:00+02:00"}), 422, "span.unreadable")
        self.refused(self.teacher.send("PUT", path, {"due": "2027-10-07T10:00"}), 422, "span.outside_term")

    def test_a_title_of_ten_thousand_characters(self) -> None:
        told = self.refused(
            self.teacher.send("PATCH", self.path(READING), {"title": "x" * 10_000}), 422, "text.too_long"
        )
        self.assertIn("10000", told["detail"])
        self.assertTrue(Item.objects.filter(title=READING).exists())
        self.refused(self.teacher.send("PATCH", self.path(READING), {"title": "   "}), 422, "text.empty")

    def test_a_script_in_rich_text_is_cleaned_away(self) -> None:
        bad = (
            '<p onclick="x()">Kept</p><script>alert(1)</script><a href="javascript:x()">a</a>'
            '<img src="https://elsewhere.example/x.png" onerror="x()"><style>p{}</style><svg onload="x()"></svg>'
        )
        kept = self.teacher.send("PUT", self.path(READING, "/text"), {"html": bad}).json()["html"]
        self.assertIn("<p>Kept</p>", kept)
        for trace in ("script", "onclick", "javascript", "elsewhere", "onerror", "style", "svg"):
            self.assertNotIn(trace, kept)
        ItemText.objects.create(item=self.item(FILM), edition=9, html=bad, written_at="2026-10-07T00:00Z")
        self.assertNotIn("script", self.student.get(self.path(FILM)).json()["html"], "cleaned on its way out too")

    def test_maths_and_our_own_images_stay(self) -> None:
        html = self.student.get(self.path(READING)).json()["html"]
        self.assertIn('data-latex="\\Delta N', html)
        self.assertIn('<img src="/files/', html)

    def test_files_that_are_empty_too_large_mistyped_or_programs(self) -> None:
        kept = StoredFile.objects.count()
        path = self.path("Field book: campus loop", "/hand-in/files")
        cases = (
            ("empty.txt", b"", "file.empty"),
            ("big.txt", b"x" * (20 * 1024 * 1024 + 1), "file.too_large"),
            ("photo.png", b"not a picture at all", "file.wrong_type"),
            ("run.exe", b"MZ....", "file.not_accepted"),
            ("page.pdf", PNG, "file.wrong_type"),
        )
        for name, content, code in cases:
            with self.subTest(name):
                answer = self.student.send("POST", path, file=SimpleUploadedFile(name, content))
                self.assertIn(name, self.refused(answer, 422, code)["detail"])
        self.assertEqual(StoredFile.objects.count(), kept)
        self.assertFalse(
            HandIn.objects.filter(item__title="Field book: campus loop", person=self.student.person).exists()
        )

    def test_a_name_that_climbs_out_of_its_folder_is_cut(self) -> None:
        path = self.path("Field book: campus loop", "/hand-in/files")
        sent = self.student.send("POST", path, file=SimpleUploadedFile("a.png", PNG, "image/png"))
        self.assertEqual(sent.json()["draft"]["files"][0]["name"], "a.png")

    def test_links_that_are_no_web_links(self) -> None:
        for address in ("javascript:alert(1)", "ftp://x", "nonsense"):
            answer = self.teacher.send("PATCH", self.path(FILM), {"address": address})
            self.refused(answer, 422, "link.not_http")

    def test_bodies_that_can_not_be_read(self) -> None:
        answer = self.teacher.send("PUT", self.path(READING, "/text"), {"wrong": 1})
        self.refused_unreadable(answer)
        raw = self.teacher.client.patch(
            f"/api{self.path(READING)}", "{not json", content_type="application/json", headers={"Idempotency-Key": "z"}
        )
        self.refused(raw, 400, "request.unreadable")

    def test_the_one_character_that_can_not_be_kept_is_left_out(self) -> None:
        self.teacher.send("PATCH", self.path(READING), {"title": "North\x00ings"})
        self.assertTrue(Item.objects.filter(title="Northings", course=self.course).exists())
        self.assertEqual(self.teacher.get("/courses/srv-110/search?q=loop%00s").status_code, 200)
        self.refused(self.teacher.get("/courses/srv%00110/ribbon"), 404, "request.not_found")
        wish = {"key": "a\x00b", "waived": True}
        self.assertEqual(self.teacher.send("POST", "/courses/srv-110/date-check/waive", wish).status_code, 200)

    def refused_unreadable(self, answer: object) -> None:
        self.assertEqual((answer.status_code, answer.json()["title"]), (422, "request.unreadable"))  # type: ignore[attr-defined]
