"""A course's history: what is told of each change, setting back, what stands in the way, what is taken away and kept."""

from __future__ import annotations

import ast
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP, Caller, DemoCase

import apps
from apps.assignments.models import Brief
from apps.gradebook.models import Category, GradedItem
from apps.layout.models import Item, Module
from apps.screens.history.headlines import CHANGES

SET_7A, SET_6A, READING = (
    "Set 7A: latitudes and departures",
    "Set 6A: azimuths and bearings",
    "Latitudes and departures",
)
OWN = ("fact.", "hand_in.", "feed.", "person.", "absence.", "invitation.", "notice.")
"""Changes of one's own, which are nobody else's history."""
OF_THE_PLACE = ("term.", "acting.")
"""Of no course: they stand in the administrators' log."""
OWN_IN_LIBRARY = {"library.step", "library.tour_seen", "library.report"}
SAID = (
    {"announcement.read"}
    | {f"message.{what}" for what in ("write", "reply", "read", "rule", "add_file")}
    | {f"question.{what}" for what in ("ask", "more", "answer", "too", "hand_on", "settle", "add_file")}
    | {f"quiz.{what}" for what in ("begin", "take_over", "answer", "check", "go_on", "hand_in")}
    | {f"quiz.{what}" for what in ("add_file", "remove_file", "add_photo", "remove_photo", "my_sheet")}
    | {f"talk.{what}" for what in ("post", "change", "take_back", "add_file", "same", "accept", "report")}
)


class Histories(DemoCase):
    def setUp(self) -> None:
        self.teacher, self.student = Caller(INSTRUCTOR), Caller(KEEPS_UP)

    def history(self, query: str = "") -> list[dict[str, Any]]:
        return self.teacher.get(f"/courses/srv-110/history?{query}").json()["entries"]

    def back(self, change: int, query: str = "") -> Any:
        return self.teacher.send("POST", f"/courses/srv-110/changes/{change}/undo{query}")

    def settings(self, title: str, wish: dict[str, Any]) -> Any:
        return self.teacher.send("PUT", self.path(title, "/settings"), wish)

    def test_one_save_is_one_change_with_before_and_after_and_set_back_as_one(self) -> None:
        late = GradedItem.objects.get(item=self.item(SET_7A))
        other = Category.objects.get(course=self.course, name="Field work")
        was = (late.category.name if late.category else "", self.item(SET_7A).moments)
        brief = {
            "takes_hand_ins": True,
            "takes_text": True,
            "takes_files": False,
            "takes_photos": False,
            "takes_recordings": False,
            "takes_link": False,
            "most_files": 3,
        }
        wish = {
            "item": {"points": 20, "hint": "Bring the tables."},
            "moments": {"opens": "2026-10-05T10:00", "due": "2026-10-09T23:59", "closes": "2026-10-11T23:59"},
            "grading": {"category_id": other.pk, "late_rule_id": late.late_rule_id, "hold": late.hold},
            "brief": {**brief, "most_megabytes": 20, "attempts": 2},
        }
        change = self.settings(SET_7A, wish).json()["change"]
        entries = self.history()
        self.assertEqual(entries[0]["what"], f"Settings of {SET_7A}")
        told = {line["field"]: (line["before"], line["after"]) for line in entries[0]["lines"]}
        self.assertEqual(told["points"], ("12", "20"))
        self.assertEqual(told["due"], ("Thu 8 Oct, 23:59", "Fri 9 Oct, 23:59"))
        self.assertEqual(told["category_id"], (was[0], "Field work"))
        self.assertEqual(told["hint"], ("", "Bring the tables."))
        self.assertEqual(told["takes_files"], ("yes", "no"))
        self.assertNotIn("opens", told)
        self.assertEqual(self.back(change).status_code, 200)
        item = self.item(SET_7A)
        self.assertEqual((item.points, item.hint, item.moments), (12, "", was[1]))
        self.assertTrue(Brief.objects.get(item=item).takes_files)
        self.assertEqual(GradedItem.objects.get(item=item).category_id, late.category_id)
        self.assertEqual([(e["undone"], e["can_set_back"]) for e in self.history()[:2]], [(False, True), (True, False)])
        # A setting back is a change as well, and is set back the same way.
        self.assertEqual(self.back(self.history()[0]["id"]).status_code, 200)
        self.assertEqual(self.item(SET_7A).points, 20)

    def test_what_stands_in_the_way_is_named_with_who_and_when(self) -> None:
        first = self.settings(SET_7A, {"item": {"points": 20}}).json()["change"]
        second = self.settings(SET_7A, {"item": {"points": 25}}).json()["change"]
        told = self.refused(self.back(first), 409, "layout.changed_since")
        self.assertIn(SET_7A, told["detail"])
        self.assertIn(self.teacher.person.name, told["detail"])
        self.assertEqual([w["change"] for w in told["in_the_way"]], [second])
        self.assertEqual(self.item(SET_7A).points, 25)
        self.assertEqual(self.back(second).status_code, 200)
        self.assertEqual(self.back(first).status_code, 200)
        self.assertEqual(self.item(SET_7A).points, 12)

    def test_what_people_worked_on_is_asked_about_kept_and_brought_back(self) -> None:
        item = self.item(SET_6A)
        before = self.student.get("/courses/srv-110/standing").json()["current"]["value"]
        told = self.refused(self.teacher.send("DELETE", self.path(SET_6A)), 409, "removal.work")
        self.assertRegex(told["detail"], r"work of \d+ people and scores of \d+ people")
        self.assertFalse(Item.objects.get(pk=item.pk).removed)
        self.teacher.send("DELETE", f"{self.path(SET_6A)}?with_work=true")
        self.refused(self.student.get(f"/courses/srv-110/items/{item.pk}"), 404, "request.not_found")
        gone = self.history("sort=removed")
        self.assertEqual([e["what"] for e in gone], [f"{SET_6A} was removed"])
        self.assertEqual(self.back(gone[0]["id"]).status_code, 200)
        self.assertEqual(self.student.get("/courses/srv-110/standing").json()["current"]["value"], before)
        mine = self.student.get(self.path(SET_6A, "/hand-in")).json()
        self.assertTrue(mine["attempts"])
        self.assertEqual(self.history("sort=removed"), [])

    def test_an_item_without_work_leaves_the_gradebook_with_its_removal_and_returns_with_it(self) -> None:
        item = self.item("Project plan")
        self.assertTrue(GradedItem.objects.filter(item=item, removed=False).exists())
        change = self.teacher.send("DELETE", self.path("Project plan")).json()["change"]
        self.assertFalse(GradedItem.objects.filter(item=item, removed=False).exists())
        codes = [f["code"] for f in self.teacher.get("/courses/srv-110/date-check").json()["findings"]]
        self.assertNotIn("graded.ghost", codes)
        self.back(change)
        self.assertTrue(GradedItem.objects.filter(item=item, removed=False).exists())

    def test_setting_back_what_made_an_item_asks_about_work_on_it(self) -> None:
        module = Module.objects.get(course=self.course, week=7)
        wish = {"title": "Extra set", "kind": "assignment"}
        made = self.teacher.send("POST", f"/courses/srv-110/modules/{module.pk}/items", wish).json()
        self.teacher.send("PATCH", self.path("Extra set"), {"published": True})
        self.student.send("PUT", self.path("Extra set", "/hand-in"), {"text": "My work", "comment": ""})
        handed_in = self.student.send("POST", self.path("Extra set", "/hand-in"))
        self.assertEqual(handed_in.status_code, 200, handed_in.content[:300])
        self.refused(self.back(made["change"]), 409, "removal.work")
        self.assertEqual(self.back(made["change"], "?with_work=true").status_code, 200)
        self.assertTrue(Item.objects.get(pk=made["id"]).removed)

    def test_filters_by_sort_person_item_and_day(self) -> None:
        self.teacher.send("PUT", self.path(READING, "/text"), {"html": "<p>Anew.</p>"})
        self.settings(SET_7A, {"item": {"points": 20}})
        self.settings(SET_7A, {"grading": {"category_id": None, "late_rule_id": None, "hold": True}})
        self.assertEqual([e["what"] for e in self.history("sort=texts")], [f"Text of {READING}"])
        item = self.item(SET_7A).pk
        self.assertEqual([e["what"] for e in self.history(f"item={item}")], [f"Settings of {SET_7A}"] * 2)
        self.assertEqual(len(self.history(f"item={item}&who={self.teacher.person.pk}")), 2)
        self.assertEqual(self.history(f"item={item}&who={self.student.person.pk}"), [])
        self.assertEqual(len(self.history(f"item={item}&since=2026-10-07&until=2026-10-07")), 2)
        self.assertEqual(self.history(f"item={item}&since=2026-10-08"), [])
        self.assertEqual(self.history(f"item={item}&until=2026-10-06"), [])

    def test_long_histories_come_in_pages_without_gap_or_double(self) -> None:
        for n in range(45):
            self.settings(SET_7A, {"item": {"points": n + 1}})
        first = self.teacher.get("/courses/srv-110/history?sort=layout").json()
        rest = self.teacher.get(f"/courses/srv-110/history?sort=layout&before={first['next']}").json()
        ids = [e["id"] for e in (*first["entries"], *rest["entries"])]
        self.assertEqual(len(first["entries"]), 40)
        self.assertEqual(ids, sorted(set(ids), reverse=True))
        self.assertGreaterEqual(len(ids), 44)

    def test_it_is_for_who_may_lay_out(self) -> None:
        for who in (self.student, Caller(BEHIND)):
            self.refused(who.get("/courses/srv-110/history"), 403, "course.instructors_only")

    def test_every_action_in_the_code_has_its_words_or_is_ones_own(self) -> None:
        found = set(_actions())
        self.assertGreater(len(found), 45)
        named = {code for code in found if not code.startswith((*OWN, *OF_THE_PLACE))} - OWN_IN_LIBRARY - SAID
        self.assertEqual(named - set(CHANGES), set())


def _actions() -> Iterator[str]:
    """The code of every change that the application records, read from its syntax; f-strings name none."""
    for file in Path(apps.__path__[0]).rglob("*.py"):
        if "tests" in file.parts:
            continue
        for call in ast.walk(ast.parse(file.read_text())):
            if not isinstance(call, ast.Call) or not isinstance(call.func, ast.Name):
                continue
            at, before = {"record": (1, ""), "together": (1, ""), "apply": (2, "layout.")}.get(
                call.func.id.removesuffix("_edits"), (9, "")
            )
            code = call.args[at] if len(call.args) > at else None
            for one in (code.body, code.orelse) if isinstance(code, ast.IfExp) else (code,):
                if isinstance(one, ast.Constant) and isinstance(one.value, str):
                    yield before + one.value
