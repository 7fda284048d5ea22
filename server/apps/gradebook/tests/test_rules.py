"""Weights and rules set as a whole: what was shown beforehand is what holds after, and one press sets it back."""

from __future__ import annotations

from copy import deepcopy
from decimal import Decimal
from typing import Any

from tests.base import INSTRUCTOR, KEEPS_UP, Caller, DemoCase

from apps.gradebook.models import Category, GradedItem, GradingScheme
from apps.layout.models import Item, Module, Rhythm

AT = "/courses/srv-110"
SET_7A = "Set 7A: latitudes and departures"


class RulesCase(DemoCase):
    """A wish for other rules, what it is said to do, and what it does."""

    def setUp(self) -> None:
        self.teacher = Caller(INSTRUCTOR)
        found = self.teacher.get(f"{AT}/grading").json()
        self.rules, self.edition, self.items = found["rules"], found["edition"], found["items"]

    def wish(self, counts: list[Any] | None = None, **change: Any) -> dict[str, Any]:
        return {**deepcopy(self.rules), "counts": counts or [], **change}

    def category(self, name: str) -> dict[str, Any]:
        return next(c for c in self.rules["categories"] if c["name"] == name)

    def effect(self, wish: dict[str, Any]) -> dict[str, Any]:
        answer = self.teacher.send("POST", f"{AT}/grading/effect", wish)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        found: dict[str, Any] = answer.json()
        return found

    def said(self, wish: dict[str, Any]) -> dict[str, Any]:
        answer = self.teacher.send("POST", f"{AT}/grading/said", wish)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        found: dict[str, Any] = answer.json()
        return found

    def set(self, wish: dict[str, Any]) -> int:
        answer = self.teacher.send("PUT", f"{AT}/grading", wish)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        change: int = answer.json()["change"]
        return change

    def totals(self) -> dict[int, tuple[str | None, str | None]]:
        """As each student reads their own."""
        people = [s["id"] for s in self.teacher.get(f"{AT}/roster").json()["students"]]
        sheets = {pk: self.teacher.get(f"{AT}/standing/{pk}").json()["current"] for pk in people}
        return {pk: (sheet["value"], sheet["band"]) for pk, sheet in sheets.items()}

    def shown_is_what_comes(self, wish: dict[str, Any]) -> dict[str, Any]:
        before, shown = self.totals(), self.effect(wish)
        self.assertEqual(self.totals(), before, "looking changes nothing")
        change = self.set(wish)
        after = self.totals()
        rows = {row["person_id"]: row for row in shown["rows"]}
        self.assertEqual(shown["students"], len(before))
        for pk, total in after.items():
            row = rows.get(pk)
            if row is None:
                self.assertEqual(total, before[pk])
            else:
                self.assertEqual((row["before"], row["band_before"]), before[pk])
                self.assertEqual((row["after"], row["band_after"]), total)
        self.assertEqual(self.teacher.send("POST", f"{AT}/changes/{change}/undo").status_code, 200)
        self.assertEqual(self.totals(), before, "one press sets it back")
        return shown


class Rules(RulesCase):
    def test_other_weights_and_drops_move_whom_they_were_said_to_move(self) -> None:
        wish = self.wish()
        for category, weight in zip(wish["categories"], (50, 10, 10, 10, 10, 10), strict=True):
            category |= {"weight": weight, "drop_lowest": 1}
        shown = self.shown_is_what_comes(wish)
        self.assertGreater(shown["moved"], 0)
        self.assertEqual(shown["up"] + shown["down"], shown["moved"])
        sizes = [abs(float(r["by"])) for r in shown["rows"] if r["band_before"] == r["band_after"]]
        self.assertEqual(sizes, sorted(sizes, reverse=True))

    def test_points_instead_of_weights_another_scale_and_rounding(self) -> None:
        wish = self.wish(decimals=0, letters_on_rounded=False, bands=[{"name": "Pass", "lower": "49.5"}])
        for category in wish["categories"]:
            category["weight"] = None
        shown = self.shown_is_what_comes(wish)
        self.assertEqual(shown["bands"], shown["students"], "everybody reads another word")
        self.set(wish)
        mine = Caller(KEEPS_UP).get(f"{AT}/standing").json()
        self.assertNotIn(".", mine["current"]["value"])
        self.assertFalse(mine["weighted"])

    def test_late_and_missing_rules(self) -> None:
        harsh = {"key": "new", "percent": "50", "per": "hour", "floor_percent": "10", "grace_minutes": 5}
        for missing in ({"missing": "blank"}, {"missing": "percent", "missing_percent": "40"}):
            counts = [{"item_id": i["item_id"], "category": i["category"], "late_rule": "new"} for i in self.items]
            shown = self.shown_is_what_comes(self.wish(counts, late_rules=[harsh], **missing))
            self.assertGreater(shown["moved"], 0)

    def test_a_removed_category_leaves_its_items_in_the_gradebook_counting_nowhere(self) -> None:
        homework = self.category("Homework")
        counted = GradedItem.objects.filter(category_id=homework["key"], removed=False).count()
        rest = [c for c in self.wish()["categories"] if c["key"] != homework["key"]]
        wish = self.wish(categories=rest)
        self.assertIn(f"{counted} items have points", self.said(wish)["loose"])
        self.shown_is_what_comes(wish)
        self.assertEqual(GradedItem.objects.filter(category_id=homework["key"]).count(), counted)
        self.set(wish)
        self.assertNotIn("Homework", [c["name"] for c in self.teacher.get(f"{AT}/gradebook").json()["categories"]])
        brief = self.teacher.get(self.path(SET_7A, "/grading")).json()
        self.assertEqual(brief["category"], "")
        self.assertNotIn("Homework", [c["name"] for c in brief["categories"]])

    def test_a_new_category_takes_items_and_is_taken_out_again_with_its_change(self) -> None:
        moved = [i for i in self.items if i["title"].startswith("Check ")]
        self.assertTrue(moved)
        counts = [{"item_id": i["item_id"], "category": "new-1", "late_rule": i["late_rule"]} for i in moved]
        new = {"key": "new-1", "name": "Quick ones", "weight": "12.5", "equal_items": True, "drop_lowest": 2}
        self.shown_is_what_comes(self.wish(counts, categories=[*self.rules["categories"], new]))
        self.assertTrue(Category.objects.get(name="Quick ones").removed)
        self.assertEqual(self.teacher.get(f"{AT}/grading").json()["rules"], self.rules)
        self.assertEqual(self.teacher.get(f"{AT}/grading").json()["items"], self.items)

    def test_it_is_said_back_in_sentences_and_the_syllabus_says_the_same(self) -> None:
        wish = self.wish()
        wish["categories"][0] |= {"weight": 15, "drop_lowest": 2, "drop_highest": 1, "equal_items": True}
        late = {"percent": "10", "per": "day", "grace_minutes": 15, "floor_percent": "50"}
        wish["late_rules"][0] |= late
        said = self.said(wish)
        count = sum(i["category"] == wish["categories"][0]["key"] for i in self.items)
        line = f"15 of 95 parts of the course, {count} items, each weighs the same, whatever its points, the lowest 2 are dropped"
        self.assertEqual(said["categories"][0], f"{line}, the highest one is dropped")
        rule = "10 % of the points for each day begun, after 15 minutes of grace, but never below 50 % of them"
        self.assertTrue(said["late_rules"][0].startswith(rule), said["late_rules"])
        self.assertEqual(said["whole"], "The weights add to 95, so each counts as its part of 95 and not of 100.")
        self.assertEqual(sum(map(Decimal, said["scaled"])), 100)
        self.assertEqual(said["missing"], "What is due and not handed in counts 0 until it is scored.")
        self.assertIn("A from 90 %", said["scale"])
        self.set(wish)
        parts = Caller(KEEPS_UP).get(f"{AT}/tour").json()["parts"]
        tour = " ".join(line for part in parts for line in part["lines"])
        self.assertIn(said["categories"][0], tour)
        self.assertIn(rule, tour)

    def test_what_is_wrong_is_named_with_its_place_and_nothing_is_kept(self) -> None:
        for change, code, path in (
            ({"weight": None}, "grading.weight_missing", "categories.0.weight"),
            ({"weight": "-1"}, "grading.weight_range", "categories.0.weight"),
            ({"weight": "1e5"}, "grading.weight_range", "categories.0.weight"),
            ({"name": "  "}, "grading.unnamed", "categories.0.name"),
            ({"name": "checks"}, "grading.name_twice", "categories.0.name"),
        ):
            wish = self.wish()
            wish["categories"][0] |= change
            told = self.refused(self.teacher.send("PUT", f"{AT}/grading", wish), 422, code)
            self.assertIn(path, [f["path"] for f in told["fields"]])
        for change, code in (
            ({"late_rules": [{"key": "a", "percent": "0"}]}, "grading.late_percent"),
            ({"late_rules": [{"key": "a", "percent": "10", "floor_percent": "101"}]}, "grading.late_floor"),
            ({"late_rules": [{"key": "a", "percent": "10", "grace_minutes": -5}]}, "grading.late_grace"),
            ({"missing": "percent", "missing_percent": "140"}, "grading.missing_percent"),
            ({"decimals": 9}, "grading.decimals"),
            ({"bands": [{"name": "A", "lower": 90}, {"name": "B", "lower": "90.0"}]}, "grading.band_twice"),
            ({"late_rules": [{"key": "a", "percent": 5}, {"key": "a", "percent": 6}]}, "grading.key_twice"),
            ({"categories": [{"key": "999999", "name": "Theirs", "weight": 1}]}, "grading.no_such_category"),
            (
                {"counts": [{"item_id": self.items[0]["item_id"], "category": "no", "late_rule": None}]},
                "grading.no_such_category",
            ),
        ):
            self.refused(self.teacher.send("PUT", f"{AT}/grading", self.wish(**change)), 422, code)
        unknown = [{"item_id": 0, "category": None, "late_rule": None}]
        self.refused(self.teacher.send("PUT", f"{AT}/grading", self.wish(unknown)), 404, "request.not_found")
        self.assertEqual(self.teacher.get(f"{AT}/grading").json()["rules"], self.rules)

    def test_figures_that_would_fill_the_memory_are_refused(self) -> None:
        for weight in ("1e999999999", "1e-999999999"):
            wish = self.wish()
            wish["categories"][0]["weight"] = weight
            self.assertEqual(self.teacher.send("PUT", f"{AT}/grading", wish).status_code, 422)

    def test_what_came_into_a_category_before_it_was_set_back_counts_nowhere(self) -> None:
        new = {"key": "new-1", "name": "Quick ones", "weight": "10"}
        late = {"key": "new-1", "percent": "50"}
        rules = [*self.rules["late_rules"], late]
        change = self.set(self.wish(categories=[*self.rules["categories"], new], late_rules=rules))
        made = self.teacher.get(f"{AT}/grading").json()["rules"]
        own = {
            "category_id": made["categories"][-1]["key"],
            "late_rule_id": made["late_rules"][-1]["key"],
            "hold": False,
        }
        put = self.teacher.send("PUT", self.path(SET_7A, "/settings"), {"grading": own})
        self.assertEqual(put.status_code, 200, put.content[:300])
        self.assertEqual(self.teacher.send("POST", f"{AT}/changes/{change}/undo").status_code, 200)
        self.assertEqual(Caller(KEEPS_UP).get(f"{AT}/standing").status_code, 200)
        found = self.teacher.get(f"{AT}/grading").json()
        row = next(i for i in found["items"] if i["title"] == SET_7A)
        self.assertEqual((row["category"], row["late_rule"]), (None, None))
        self.assertIn("1 item has points and counts nowhere", found["said"]["loose"])
        self.effect(self.wish(decimals=0))

    def test_a_copy_of_the_course_has_the_rules_that_stand_and_ids_of_its_own(self) -> None:
        rest = [c for c in self.wish()["categories"] if c["name"] != "Checks"]
        self.set(self.wish(categories=rest, late_rules=[*self.rules["late_rules"], {"key": "b", "percent": "3"}]))
        kept = self.teacher.get(f"{AT}/grading").json()
        made = self.teacher.send("POST", f"{AT}/copy", {"title": "Again", "code": "AGAIN 1"}).json()
        copy = self.teacher.get(f"/courses/{made['slug']}/grading").json()
        self.assertEqual(copy["said"], kept["said"])
        for part in ("categories", "late_rules"):
            self.assertFalse({r["key"] for r in copy["rules"][part]} & {r["key"] for r in kept["rules"][part]})
        theirs = {c["key"] for c in copy["rules"]["categories"]} | {None}
        self.assertLessEqual({i["category"] for i in copy["items"]}, theirs)

    def test_of_two_who_change_the_rules_the_second_is_told(self) -> None:
        wish = self.wish(decimals=2)
        self.set(wish)
        late = self.teacher.client.put(
            f"/api{AT}/grading",
            self.wish(decimals=0),
            content_type="application/json",
            headers={"Idempotency-Key": "k2", "If-Match": f'"{self.edition}"'},
        )
        self.refused(late, 412, "request.changed_meanwhile")
        self.assertEqual(GradingScheme.objects.get(course=self.course).decimals, 2)

    def test_a_rhythm_follows_the_name_of_a_category(self) -> None:
        beat = {"key": "a", "kind": "assignment", "title": "Extra {n}", "points": 5, "category": "Homework"}
        body = {"name": "More", "unit": "week", "beats": [beat], "steps": {"first": 9, "last": 11}}
        made = self.teacher.send("POST", f"{AT}/rhythms", body).json()
        wish = self.wish()
        wish["categories"][0]["name"] = "Problem sets"
        self.set(wish)
        rhythm = Rhythm.objects.get(pk=made["rhythm"])
        self.assertEqual(rhythm.beats[0]["category"], "Problem sets")
        again = {**body, "id": rhythm.pk, "beats": rhythm.beats}
        shown = self.teacher.send("POST", f"{AT}/rhythms/preview", again).json()
        self.assertEqual((shown["changed"], shown["same"]), (0, made["new"]))
        stamped = Item.objects.filter(rhythm=rhythm)
        self.assertEqual(
            set(GradedItem.objects.filter(item__in=stamped).values_list("category__name", flat=True)), {"Problem sets"}
        )


class FromNothing(DemoCase):
    def test_a_new_course_gets_its_categories_and_counts(self) -> None:
        teacher = Caller(INSTRUCTOR)
        made = teacher.send("POST", "/new-course", {"title": "Levels", "code": "L 1", "zone": "UTC", "count": 2}).json()
        at = f"/courses/{made['slug']}"
        found = teacher.get(f"{at}/grading").json()
        self.assertEqual(found["rules"]["categories"], [])
        self.assertIn("nothing counts", found["said"]["whole"])
        module = Module.objects.filter(course__slug=made["slug"])[0]
        wish = {"title": "First set", "kind": "assignment"}
        item = teacher.send("POST", f"{at}/modules/{module.pk}/items", wish).json()
        teacher.send("PATCH", f"{at}/items/{item['id']}", {"points": 20, "published": True})
        self.assertEqual(teacher.get(f"{at}/grading").json()["said"]["loose"], "1 item has points and counts nowhere.")
        rules = {
            "categories": [{"key": "a", "name": "Sets", "weight": 100}],
            "late_rules": [{"key": "b", "percent": "10"}],
            "counts": [{"item_id": item["id"], "category": "a", "late_rule": "b"}],
            "missing": "zero",
            "bands": [{"name": "Pass", "lower": 50}],
            "decimals": 1,
            "letters_on_rounded": True,
        }
        self.assertEqual(teacher.send("POST", f"{at}/grading/effect", rules).json()["students"], 0)
        self.assertEqual(teacher.send("PUT", f"{at}/grading", rules).status_code, 200)
        found = teacher.get(f"{at}/grading").json()
        self.assertEqual(found["said"]["categories"], ["100 % of the course, 1 item (1 in draft)"])
        self.assertEqual(found["said"]["late_rules"], ["10 % of the points for each day begun (1 item)"])
        self.assertEqual([r["name"] for r in found["rules"]["late_rules"]], ["10 % a day"])
        self.assertEqual([i["title"] for i in found["items"] if i["category"]], ["First set"])
