"""What a layout, a brief or a grading can't be: refused in a sentence, and nothing of it kept."""

from __future__ import annotations

from typing import Any

from apps.assignments.models import Brief
from apps.gradebook.models import Category, GradedItem, LateRule
from apps.kernel.models import AuditRecord
from apps.layout.models import Item, Module

from tests.base import INSTRUCTOR, KEEPS_UP, Caller, DemoCase

SET_7A, READING = "Set 7A: latitudes and departures", "Latitudes and departures"
BRIEF = {
    "takes_hand_ins": True,
    "takes_text": True,
    "takes_files": True,
    "takes_photos": False,
    "takes_recordings": False,
    "takes_link": False,
    "most_files": 12,
    "most_megabytes": 20,
    "attempts": None,
}


class Refusals(DemoCase):
    def setUp(self) -> None:
        self.teacher, self.student = Caller(INSTRUCTOR), Caller(KEEPS_UP)
        self.records = AuditRecord.objects.count()

    def nothing_was_changed(self) -> None:
        self.assertEqual(AuditRecord.objects.count(), self.records)


class Items(Refusals):
    def change(self, **wish: Any) -> Any:
        return self.teacher.send("PATCH", self.path(SET_7A), wish)

    def test_figures_that_no_item_has(self) -> None:
        for wish, code in (
            ({"minutes": -1}, "item.effort"),
            ({"minutes": 10**6}, "item.effort"),
            ({"points": -3}, "item.points"),
            ({"points": 10**7}, "item.points"),
            ({"pages": -1}, "item.pages"),
            ({"length_seconds": -1}, "item.length"),
            ({"done_percent": 101}, "item.percent"),
            ({"title": "   "}, "text.empty"),
            ({"hint": "h" * 1000}, "text.too_long"),
            ({"place": "p" * 1000}, "text.too_long"),
        ):
            with self.subTest(str(wish)[:40]):
                told = self.change(**wish)
                if told.status_code == 422 and told.json()["title"] == "request.unreadable":
                    continue
                self.refused(told, 422, code)
        self.nothing_was_changed()

    def test_an_item_to_read_first_is_another_one_of_this_course(self) -> None:
        own = self.item(SET_7A).pk
        elsewhere = Item.objects.filter(course=self.induction).first()
        assert elsewhere is not None
        for wrong in ([own], [elsewhere.pk], [10**9]):
            self.refused(self.change(read_first=wrong), 422, "item.after_itself")
        self.nothing_was_changed()
        reading = self.item(READING).pk
        self.assertEqual(self.change(read_first=[reading, reading]).status_code, 200)
        self.assertEqual(self.item(SET_7A).read_first, [reading], "named twice, kept once")

    def test_points_are_kept_to_the_cent_and_can_go_away(self) -> None:
        self.change(points=12.345)
        self.assertEqual(str(self.item(SET_7A).points), "12.34")
        self.change(no_points=True)
        self.assertIsNone(self.item(SET_7A).points)

    def test_an_item_of_another_course_is_not_there(self) -> None:
        other = Item.objects.filter(course=self.induction).first()
        assert other is not None
        told = self.teacher.send("PATCH", f"/courses/srv-110/items/{other.pk}", {"title": "Mine now"})
        self.refused(told, 404, "request.not_found")
        self.nothing_was_changed()


class Modules(Refusals):
    MODULES = "/courses/srv-110/modules"

    def test_a_module_stands_in_a_week_of_the_term(self) -> None:
        for week in (0, 99, None):
            told = self.teacher.send("POST", self.MODULES, {"title": "Hedges", "week": week})
            if week == 0:
                self.assertEqual(told.status_code, 200, "this term has a week 0")
            else:
                self.refused(told, 422, "module.week")
        self.assertEqual(Module.objects.filter(course=self.course, title="Hedges").count(), 1)

    def test_objectives_are_few_and_each_says_something(self) -> None:
        module = Module.objects.get(course=self.course, week=7)
        path = f"{self.MODULES}/{module.pk}"
        told = self.teacher.send("PATCH", path, {"objectives": [f"Objective {n}" for n in range(40)]})
        self.refused(told, 422, "module.objectives")
        self.nothing_was_changed()
        self.teacher.send("PATCH", path, {"objectives": ["  ", "Compute a closed loop", ""]})
        module.refresh_from_db()
        self.assertEqual(module.objectives, ["Compute a closed loop"])

    def test_hiding_a_module_hides_its_items_and_undo_shows_those_that_were_shown(self) -> None:
        module = Module.objects.get(course=self.course, week=7)
        before = dict(Item.objects.filter(module=module, removed=False).values_list("pk", "published"))
        wish = {"modules": [module.pk], "items": list(before), "published": False}
        change = self.teacher.send("PUT", "/courses/srv-110/opening", wish)
        self.assertFalse(Item.objects.filter(module=module, removed=False, published=True).exists())
        self.refused(self.student.get(f"/courses/srv-110/items/{next(iter(before))}"), 404, "request.not_found")
        self.teacher.send("POST", f"/courses/srv-110/changes/{change.json()['change']}/undo")
        self.assertEqual(dict(Item.objects.filter(module=module, removed=False).values_list("pk", "published")), before)

    def test_a_module_that_is_removed_takes_its_items_off_the_path(self) -> None:
        module = Module.objects.get(course=self.course, week=8)
        titles = set(Item.objects.filter(module=module, removed=False).values_list("title", flat=True))
        asked = self.refused(self.teacher.send("DELETE", f"{self.MODULES}/{module.pk}"), 409, "removal.work")
        self.assertIn(f"{len(titles)} items", asked["detail"])
        change = self.teacher.send("DELETE", f"{self.MODULES}/{module.pk}?with_work=true").json()
        shown = self.student.get("/courses/srv-110/term").json()
        on_map = {e["row"]["title"] for w in shown["weeks"] for d in w["days"] for e in d["entries"]}
        self.assertEqual(on_map & titles, set())
        self.refused(self.teacher.send("DELETE", f"{self.MODULES}/{module.pk}"), 404, "request.not_found")
        self.teacher.send("POST", f"/courses/srv-110/changes/{change['change']}/undo")
        self.assertFalse(Item.objects.filter(module=module, removed=True).exists())


class Briefs(Refusals):
    def set(self, title: str = SET_7A, **wish: Any) -> Any:
        return self.teacher.send("PUT", self.path(title, "/settings"), {"brief": BRIEF | wish})

    def test_hand_ins_take_something_in_figures_that_can_be_kept(self) -> None:
        for wish, code in (
            ({"takes_text": False, "takes_files": False}, "brief.nothing"),
            ({"most_files": 0}, "brief.figures"),
            ({"most_files": 500}, "brief.figures"),
            ({"most_megabytes": 9000}, "brief.figures"),
            ({"attempts": 0}, "brief.figures"),
        ):
            with self.subTest(str(wish)):
                told = self.set(**wish)
                self.assertEqual(told.status_code, 422)
                self.assertIn(told.json()["title"], (code, "request.unreadable"))
        self.nothing_was_changed()
        self.refused(self.set(READING), 404, "request.not_found")

    def test_work_on_paper_takes_no_draft(self) -> None:
        self.assertEqual(self.set(takes_hand_ins=False, takes_text=False, takes_files=False).status_code, 200)
        told = self.student.send("PUT", self.path(SET_7A, "/hand-in"), {"text": "typed all the same", "comment": ""})
        self.refused(told, 422, "hand_in.not_here")

    def test_a_done_rule_that_nobody_could_meet_any_more_becomes_one_that_can_be_met(self) -> None:
        paper = {"takes_hand_ins": False, "takes_text": False, "takes_files": False}
        change = self.set(**paper).json()["change"]
        self.assertEqual(self.item(SET_7A).done_rule, "scored")
        self.teacher.send("POST", f"/courses/srv-110/changes/{change}/undo")
        self.assertEqual((self.item(SET_7A).done_rule, self.item(SET_7A).takes_hand_ins), ("handed_in", True))
        self.teacher.send("PATCH", self.path(SET_7A), {"done_rule": "opened"})
        self.set(**paper)
        self.assertEqual(self.item(SET_7A).done_rule, "opened", "a rule that can be met stays as it was chosen")
        self.set()
        self.assertEqual(self.item(SET_7A).done_rule, "opened")

    def test_a_rule_that_nobody_could_meet_is_refused(self) -> None:
        told = self.teacher.send("PATCH", self.path(READING), {"done_rule": "scored", "done_percent": 60})
        self.refused(told, 422, "item.never_done")
        self.nothing_was_changed()

    def test_a_recording_at_an_address_elsewhere_is_ticked_off(self) -> None:
        module = Module.objects.get(course=self.course, week=7)
        wish = {"title": "Elsewhere", "kind": "video"}
        self.teacher.send("POST", f"/courses/srv-110/modules/{module.pk}/items", wish)
        self.assertEqual(self.item("Elsewhere").done_rule, "watched")
        self.teacher.send("PATCH", self.path("Elsewhere"), {"address": "https://video.example/watch"})
        self.assertEqual(self.item("Elsewhere").done_rule, "ticked")

    def test_what_the_brief_does_not_take_is_said(self) -> None:
        self.set(takes_text=False)
        told = self.student.send("PUT", self.path(SET_7A, "/hand-in"), {"text": "typed", "comment": ""})
        self.refused(told, 422, "hand_in.no_text")
        long = {"text": "", "comment": "c" * 100_000}
        told = self.student.send("PUT", self.path(SET_7A, "/hand-in"), long)
        self.assertEqual(told.status_code, 422)
        self.assertEqual(Brief.objects.get(item__title=SET_7A, item__course=self.course).takes_text, False)


class Grading(Refusals):
    def set(self, **wish: Any) -> Any:
        own = GradedItem.objects.get(item__title=SET_7A, course=self.course)
        fields = {"category_id": own.category_id, "late_rule_id": own.late_rule_id, "hold": own.hold}
        return self.teacher.send("PUT", self.path(SET_7A, "/settings"), {"grading": fields | wish})

    def test_category_and_late_rule_are_those_of_the_course(self) -> None:
        foreign = Category.objects.filter(course=self.induction).first()
        assert foreign is not None
        rule = LateRule.objects.create(course=self.induction, name="Elsewhere", percent=50)
        self.refused(self.set(category_id=foreign.pk), 422, "grading.no_such_category")
        self.refused(self.set(late_rule_id=rule.pk), 422, "grading.no_such_category")
        self.refused(self.set(category_id=10**9), 422, "grading.no_such_category")
        self.nothing_was_changed()

    def test_a_change_of_how_it_counts_is_recorded_with_before_and_after(self) -> None:
        other = Category.objects.get(course=self.course, name="Field work")
        before = GradedItem.objects.get(item__title=SET_7A, course=self.course).category_id
        self.assertEqual(self.set(category_id=other.pk, hold=True).status_code, 200)
        kept = AuditRecord.objects.get(action="layout.set_grading")
        self.assertEqual(kept.before[0]["fields"], {"category_id": before, "hold": False})
        self.assertEqual(kept.after[0]["fields"], {"category_id": other.pk, "hold": True})
