"""The standing: current, floor and ceiling with their arithmetic."""

from __future__ import annotations

from django.test import override_settings
from tests.base import INSTRUCTOR, KEEPS_UP, Caller, DemoCase

from apps.gradebook.models import GradedItem


class Standing(DemoCase):
    def setUp(self) -> None:
        self.standing = Caller(KEEPS_UP).get("/courses/srv-110/standing").json()

    def test_the_contributions_add_up_to_the_total(self) -> None:
        for kind in ("current", "floor", "ceiling"):
            total = self.standing[kind]
            self.assertAlmostEqual(
                sum(float(r["contribution"]) for r in total["rows"]), float(total["exact"]), delta=0.03
            )
            self.assertAlmostEqual(float(total["value"]), float(total["exact"]), delta=0.051)

    def test_floor_current_and_ceiling_are_in_order(self) -> None:
        floor, ceiling = float(self.standing["floor"]["value"]), float(self.standing["ceiling"]["value"])
        self.assertLess(floor, float(self.standing["current"]["value"]))
        self.assertLess(float(self.standing["current"]["value"]), ceiling)
        self.assertLessEqual(ceiling, 100)

    def test_categories_carry_their_weights_and_the_drop(self) -> None:
        weights = {c["name"]: c["arithmetic"]["weight"] for c in self.standing["categories"]}
        self.assertEqual(
            weights,
            {"Homework": "20", "Checks": "15", "Field work": "30", "Mid-term": "15", "Final": "15", "Discussions": "5"},
        )
        checks = next(c for c in self.standing["categories"] if c["name"] == "Checks")
        self.assertEqual([i["role"] for i in checks["items"]].count("dropped_low"), 1)

    def test_missing_work_counts_zero_and_says_whether_it_can_still_be_handed_in(self) -> None:
        loop = self.item("Set 7A: latitudes and departures").pk
        for clock, open_ in (("2026-10-09T08:00:00-05:00", True), ("2026-10-12T00:00:00-05:00", False)):
            with override_settings(FIXED_CLOCK=clock):
                found = Caller(KEEPS_UP).get("/courses/srv-110/standing").json()
            row = next(i for c in found["categories"] for i in c["items"] if i["id"] == loop)
            self.assertEqual((row["state"], row["score"], row["open"]), ("missing", "0", open_))

    def test_a_teacher_sees_what_the_student_sees(self) -> None:
        me = Caller(KEEPS_UP).person
        theirs = Caller(INSTRUCTOR).get(f"/courses/srv-110/standing/{me.pk}").json()
        self.assertEqual(theirs["current"], self.standing["current"])

    def test_the_class_is_shown_from_five_scores_on(self) -> None:
        strips = Caller(KEEPS_UP).get("/courses/srv-110/class-strips").json()
        self.assertTrue(strips)
        self.assertGreaterEqual(min(s["n"] for s in strips), 5)
        for strip in strips:
            self.assertEqual(sum(tick["n"] for tick in strip["ticks"]), strip["n"], "a tick for each score")
            ats = [tick["at"] for tick in strip["ticks"]]
            self.assertEqual(ats, sorted(set(ats)))
        few = GradedItem.objects.get(item__title="Set 1A: units of length and angle")
        kept = list(few.cells.values_list("pk", flat=True)[:4])
        few.cells.exclude(pk__in=kept).delete()
        again = Caller(KEEPS_UP).get("/courses/srv-110/class-strips").json()
        self.assertNotIn(few.item_id, [s["item_id"] for s in again])

    def test_what_is_dropped_and_the_share_that_is_scored_can_be_added_up_by_hand(self) -> None:
        rows = {c["id"]: c["arithmetic"] for c in self.standing["categories"]}
        scored = {
            c["id"]: [i for i in c["items"] if i["score"] is not None and i["role"] != "out"]
            for c in self.standing["categories"]
        }
        self.assertTrue(any(r["dropped"] for r in rows.values()))
        share = 0.0
        for pk, row in rows.items():
            dropped = {d["id"]: float(d["possible"]) for d in row["dropped"]}
            kept = [float(i["possible"]) for i in scored[pk] if i["id"] not in dropped]
            self.assertAlmostEqual(float(row["denominator"]), sum(kept))
            self.assertAlmostEqual(float(row["scored"]), sum(kept) + sum(dropped.values()))
            part = float(row["weight"]) * float(row["scored"]) / float(row["whole"])
            self.assertAlmostEqual(float(row["share"]), part, delta=0.006)
            share += part
        self.assertEqual(str(round(share)), self.standing["current"]["share"])
