"""The rules of a course in the browser: who moves before a rule holds, and what points are recorded as."""

from __future__ import annotations

import re

from apps.courses.models import Course
from apps.gradebook.models import Category, ConversionTable, Score
from playwright.sync_api import expect

from tests.base import INSTRUCTOR, KEEPS_UP, Caller
from tests.journeys.browser import Journey

SETUP = "/c/srv-110/setup/grading"
SET_6A = "Set 6A: azimuths and bearings"


class Rules(Journey):
    def test_a_drop_rule_says_who_moves_before_it_holds(self) -> None:
        page = self.page(INSTRUCTOR, SETUP)
        page.get_by_label("Drop the lowest").first.fill("2")
        page.get_by_label("Drop the lowest").first.blur()
        effect = page.get_by_role("complementary", name="What it does")
        expect(effect.get_by_text(re.compile(r"\d+ of \d+ move,"))).to_be_visible()
        homework = Category.objects.get(course__slug="srv-110", name="Homework")
        self.assertEqual(homework.drop_lowest, 0, "nothing holds yet")
        teacher = Caller(INSTRUCTOR)
        people = [s["id"] for s in teacher.get("/courses/srv-110/roster").json()["students"]]

        def totals() -> dict[int, str]:
            return {pk: teacher.get(f"/courses/srv-110/standing/{pk}").json()["current"]["value"] for pk in people}

        before = totals()
        told = effect.get_by_text(re.compile(r"\d+ of \d+ move,")).inner_text()
        page.get_by_role("button", name="Apply these rules").click()
        expect(page.get_by_text("The rules hold.")).to_be_visible()
        after = totals()
        moved = sum(before[pk] != after[pk] for pk in people)
        self.assertTrue(told.startswith(f"{moved} of {len(people)}"), told)

    def test_a_conversion_table_is_typed_mended_and_read_by_the_student(self) -> None:
        score = Score.objects.get(cell__person__username=KEEPS_UP, cell__graded_item__item__title=SET_6A)
        Score.objects.filter(pk=score.pk).update(raw="9")
        page = self.page(INSTRUCTOR, SETUP)
        page.get_by_role("button", name="Add a table").click()
        tables = page.get_by_role("region", name="Conversion tables")
        tables.get_by_label("Called").fill("Sets")
        tables.get_by_label("For").select_option("Homework")
        rows = tables.get_by_label("Points and per cent")
        rows.fill("0 0\nsix 75")
        expect(tables.get_by_role("alert")).to_contain_text("Line 2 can\u2019t be read")
        rows.fill("0 0\n6 75\n9 60\n12 100")
        expect(page.get_by_text("In \u201cSets\u201d 9 points give less than 6 points.")).to_be_visible()
        rows.fill("0 0\n6 75\n12 100")
        expect(tables.get_by_text("6 \u2192 75 %")).to_be_visible()
        tables.get_by_label("Due").select_option("on some days")
        tables.get_by_label("From day").fill("2026-09-01")
        tables.get_by_label("From day").blur()
        expect(tables.get_by_text("Homework, due from Tue 1 Sep 2026 on:")).to_be_visible()
        self.clean_by_axe(page)
        page.get_by_role("button", name="Apply these rules").click()
        expect(page.get_by_text("The rules hold.")).to_be_visible()
        self.assertEqual(ConversionTable.objects.get(course=Course.objects.get(slug="srv-110")).name, "Sets")
        student = self.page(KEEPS_UP, "/c/srv-110/standing")
        row = student.get_by_role("row", name=SET_6A)
        expect(row).to_contain_text("9 points, recorded as 10.5 by \u201cSets\u201d")
        expect(row).to_contain_text("10.5 / 12")
