"""The standing: current, floor and ceiling with their arithmetic."""

from __future__ import annotations

from io import BytesIO
from typing import Any

import pypdf
from django.test import override_settings
from django.utils import timezone
from tests.base import INSTRUCTOR, KEEPS_UP, Caller, DemoCase

from apps.gradebook.models import Cell, GradedItem, Score
from apps.kernel.models import AuditRecord


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


class Trying(DemoCase):
    TRY = "/courses/srv-110/standing/try"

    def setUp(self) -> None:
        self.student = Caller(KEEPS_UP)
        self.standing = self.student.get("/courses/srv-110/standing").json()

    def tried(self, **points: str) -> Any:
        wishes = [{"item_id": int(pk.removeprefix("i")), "points": value} for pk, value in points.items()]
        return self.student.send("POST", self.TRY, {"scores": wishes})

    def open_item(self) -> dict[str, Any]:
        rows = [i for c in self.standing["categories"] for i in c["items"]]
        return next(i for i in rows if i["state"] == "to_do")

    def test_with_nothing_tried_it_is_the_standing_and_trying_keeps_nothing(self) -> None:
        told = self.tried().json()
        for kind in ("current", "floor", "ceiling"):
            self.assertEqual(told[kind], self.standing[kind])
        before = AuditRecord.objects.count(), Score.objects.count()
        changed = self.tried(**{f"i{self.open_item()['id']}": "1"}).json()
        self.assertNotEqual(changed["current"]["exact"], self.standing["current"]["exact"])
        self.assertEqual((AuditRecord.objects.count(), Score.objects.count()), before)
        self.assertEqual(self.student.get("/courses/srv-110/standing").json(), self.standing)

    def test_a_tried_score_totals_as_the_same_score_released(self) -> None:
        item = self.open_item()
        told = self.tried(**{f"i{item['id']}": "7,5"}).json()
        graded = GradedItem.objects.get(item_id=item["id"])
        cell = Cell.objects.create(graded_item=graded, person=self.student.person)
        at = timezone.now()
        Score.objects.create(cell=cell, raw="7.5", released_at=at, graded_at=at)
        now = self.student.get("/courses/srv-110/standing").json()
        for kind in ("current", "floor", "ceiling"):
            self.assertEqual(told[kind]["exact"], now[kind]["exact"], kind)

    def test_every_band_is_certain_or_needs_a_share_or_is_out_of_reach(self) -> None:
        told = self.tried().json()
        floor, ceiling = float(self.standing["floor"]["value"]), float(self.standing["ceiling"]["value"])
        self.assertEqual([r["band"] for r in told["reach"]], ["A", "B", "C", "D"])
        for reach in told["reach"]:
            lower = float(reach["lower"])
            known = "certain" if floor >= lower else "out_of_reach" if ceiling < lower else "possible"
            self.assertEqual(reach["outlook"], known, reach)
            self.assertEqual(reach["share"] is not None, known == "possible")

    def test_what_is_no_score_is_said_and_another_item_is_not_there(self) -> None:
        item = self.open_item()["id"]
        self.assertIn("NaN", self.refused(self.tried(**{f"i{item}": "NaN"}), 422, "score.unreadable")["detail"])
        self.refused(self.tried(**{f"i{item}": "100000"}), 422, "score.above")
        self.refused(self.tried(i999999="1"), 404, "request.not_found")
        self.assertEqual(self.tried(**{f"i{item}": " "}).json()["current"], self.standing["current"])

    def test_on_paper_it_says_the_same_figures(self) -> None:
        """Read back by pypdf."""
        answer = self.student.get("/courses/srv-110/standing/pdf")
        text = " ".join(page.extract_text() for page in pypdf.PdfReader(BytesIO(answer.content)).pages)
        for kind in ("current", "floor", "ceiling"):
            self.assertIn(self.standing[kind]["value"], text)
        for row in self.standing["current"]["rows"]:
            if row["percent"] is not None:
                self.assertIn(f"{row['numerator']} / {row['denominator']}", text)
