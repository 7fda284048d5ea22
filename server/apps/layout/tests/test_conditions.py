"""Conditions over the API: said back, refused in a circle, and kept."""

from __future__ import annotations

from typing import Any

from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP, Caller, DemoCase

from apps.courses.models import Group, GroupMember
from apps.layout.models import Part
from apps.path.models import Fact

SET_A, SET_B, CHECK = (
    "Set 7A: latitudes and departures",
    "Set 7B: misclosure and precision",
    "Check 7: traverse computation",
)

READING = "Latitudes and departures"


class Conditions(DemoCase):
    def setUp(self) -> None:
        self.teacher, self.student = Caller(INSTRUCTOR), Caller(KEEPS_UP)

    def set(self, title: str, *of: dict[str, Any], join: str = "all") -> Any:
        return self.put("item", self.item(title).pk, *of, join=join)

    def put(self, kind: str, pk: int, *of: dict[str, Any], join: str = "all") -> Any:
        body = {"kind": kind, "id": pk, "join": join, "of": list(of)}
        return self.teacher.send("PUT", "/courses/srv-110/conditions", body)

    def row(self, title: str, who: Caller | None = None) -> dict[str, Any]:
        sheet = (who or self.student).get("/courses/srv-110/weeks/7").json()
        return next(r for m in sheet["modules"] for r in m["rows"] if r["title"] == title)

    def done(self, *titles: str, of: int | None = None) -> dict[str, Any]:
        return {"on": "done", "items": [self.item(t).pk for t in titles], "of": of}

    def test_they_are_said_back_in_a_sentence(self) -> None:
        of = [self.done(SET_A, SET_B), {"on": "date", "wall": "2026-10-09T00:00"}]
        body = {"kind": "item", "id": self.item(CHECK).pk, "join": "any", "of": of}
        told = self.teacher.send("POST", "/courses/srv-110/conditions/preview", body).json()
        self.assertEqual(told["words"], f"Opens when {SET_A} and {SET_B} are done, or from Fri 9 Oct, 00:00.")

    def test_any_of_two_names_the_date_it_opens_at_anyway(self) -> None:
        self.set(CHECK, self.done(SET_A, SET_B), {"on": "date", "wall": "2026-10-09T00:00"}, join="any")
        row = self.row(CHECK)
        self.assertEqual((row["state"], row["or_at"]), ("locked", "2026-10-09T05:00:00Z"))
        told = self.refused(self.student.get(self.path(CHECK)), 403, "item.locked_or_at")
        self.assertIn("or on Fri 9 Oct, 00:00", told["detail"])

    def test_so_many_of_several_names_all_that_may_be_chosen(self) -> None:
        film = "Latitudes and departures, leg by leg"
        self.set(CHECK, self.done(READING, film, SET_A, SET_B, of=3))
        row = self.row(CHECK)
        self.assertEqual(row["waits_for"], [])
        self.assertEqual([(c["need"], [i["title"] for i in c["items"]]) for c in row["choices"]], [(1, [SET_A, SET_B])])
        told = self.refused(self.student.get(self.path(CHECK)), 403, "item.locked")
        self.assertIn(f"It opens after: any 1 of {SET_A}, {SET_B}.", told["detail"])
        self.assertEqual([s["title"] for s in told["steps"]], [SET_A, SET_B])

    def test_a_score_is_named_with_its_percentage(self) -> None:
        self.set(CHECK, {"on": "score", "item": self.item(SET_A).pk, "percent": 60})
        self.assertEqual(self.row(CHECK)["wait_percents"], {str(self.item(SET_A).pk): 60.0})
        told = self.refused(self.student.get(self.path(CHECK)), 403, "item.locked")
        self.assertIn(f"{SET_A} (60 % or more)", told["detail"])

    def test_by_hand_for_all_or_for_one(self) -> None:
        self.set(READING, {"on": "hand", "opened": False})
        other = Caller(BEHIND)
        for who in (self.student, other):
            Fact.objects.filter(person=who.person, item=self.item(READING)).delete()
        self.refused(self.student.get(self.path(READING)), 403, "item.by_hand")
        pk, person = self.item(READING).pk, self.student.person.pk
        body = {"kind": "let_in", "on": True, "reason": "Was ill"}
        told = self.teacher.send("PUT", f"/courses/srv-110/items/{pk}/people/{person}", body)
        self.assertEqual(told.status_code, 200, told.content)
        self.assertEqual(self.student.get(self.path(READING)).status_code, 200)
        self.refused(other.get(self.path(READING)), 403, "item.by_hand")
        self.set(READING, {"on": "hand", "opened": True})
        self.assertEqual(other.get(self.path(READING)).status_code, 200)

    def test_what_is_for_a_group_is_on_no_other_path(self) -> None:
        group = Group.objects.create(course=self.course, name="Crew red")
        GroupMember.objects.create(group=group, person=self.student.person)
        self.set(READING, {"on": "for", "groups": [group.pk], "sections": []})
        self.assertEqual(self.row(READING)["number"], 1)
        other = Caller(BEHIND)
        titles = [r["title"] for r in other.get("/courses/srv-110/weeks/7").json()["modules"][0]["rows"]]
        self.assertNotIn(READING, titles)
        self.assertEqual(other.get(self.path(READING)).status_code, 404)
        sheet = other.get("/courses/srv-110/weeks/7").json()["modules"][0]
        self.assertNotIn(READING, [h["title"] for h in sheet["held_open_by"]])

    def test_a_condition_of_a_part_and_of_a_module_holds_all_their_items(self) -> None:
        part = Part.objects.get(pk=self.item(SET_A).part_id)
        self.put("part", part.pk, self.done("Mid-term"))
        self.assertEqual([w["title"] for w in self.row(SET_A)["waits_for"]], ["Mid-term"])
        self.put("part", part.pk)
        self.assertEqual(self.row(SET_A)["waits_for"], [])
        self.put("module", part.module_id, self.done("Mid-term"))
        self.refused(self.student.get(self.path(SET_B)), 403, "item.locked")

    def test_a_circle_is_refused_and_spelled_out(self) -> None:
        told = self.refused(self.set(SET_A, self.done(CHECK)), 422, "path.circle")
        self.assertIn("→", told["detail"])
        self.assertIn(CHECK, told["detail"])
        module = self.item(SET_A).module_id
        self.refused(self.put("module", module, self.done(SET_B)), 422, "path.circle")
        self.assertEqual(self.item(SET_A).conditions, {})

    def test_conditions_that_say_nothing_true_are_refused(self) -> None:
        cases = (
            ("condition.no_items", {"on": "done", "items": []}),
            ("item.after_itself", {"on": "done", "items": [0]}),
            ("condition.so_many", self.done(READING) | {"of": 2}),
            ("condition.no_score", {"on": "score", "item": self.item(READING).pk, "percent": 60}),
            ("condition.percent", {"on": "score", "item": self.item(SET_A).pk, "percent": 0}),
            ("condition.for_nobody", {"on": "for", "groups": [0], "sections": []}),
            ("span.unreadable", {"on": "date", "wall": "soon"}),
        )
        for code, condition in cases:
            with self.subTest(code=code):
                self.refused(self.set(CHECK, condition), 422, code)

    def test_setting_conditions_can_be_undone(self) -> None:
        before = self.item(CHECK).conditions
        change = self.set(CHECK).json()["change"]
        self.assertEqual(self.row(CHECK)["state"], "to_do")
        self.teacher.send("POST", f"/courses/srv-110/changes/{change}/undo")
        self.assertEqual(self.item(CHECK).conditions, before)

    def test_the_editor_gets_its_dates_as_wall_times(self) -> None:
        self.set(CHECK, {"on": "date", "wall": "2026-10-09T08:30"})
        self.assertEqual(self.item(CHECK).conditions["of"][0]["rule"]["on"], "week")
        told = self.teacher.get(f"/courses/srv-110/conditions/item/{self.item(CHECK).pk}").json()
        self.assertEqual(told["of"], [{"on": "date", "wall": "2026-10-09T08:30"}])
        self.assertNotIn(self.item(CHECK).pk, [i["id"] for m in told["modules"] for i in m["items"]])
