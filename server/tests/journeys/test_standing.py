"""A student's standing: scores that are tried, what is needed to reach a band, and the sheet on paper."""

from __future__ import annotations

import re
from fractions import Fraction

from apps.courses.models import Course
from apps.gradebook.models import Score
from apps.kernel.clock import now
from apps.layout.models import Item
from apps.people.models import Person
from apps.screens.totals import StandingOf
from playwright.sync_api import expect
from unvo_core.grading.totals import total
from unvo_core.grading.trying import to_reach, with_scores

from tests.base import KEEPS_UP
from tests.journeys.browser import Journey

SET_7A, MID_TERM = "Set 7A: latitudes and departures", "Mid-term"


class Trying(Journey):
    def known(self) -> StandingOf:
        person = Person.objects.get(username=KEEPS_UP)
        return StandingOf(Course.objects.get(slug="srv-110"), person.pk, now())

    def test_tried_scores_and_what_a_band_needs_are_those_of_the_core(self) -> None:
        page = self.page(KEEPS_UP, "/c/srv-110/standing")
        before = Score.objects.count()
        page.get_by_role("button", name="Try scores").click()
        page.get_by_label(f"A score to try for {SET_7A}").fill("3,5")
        known = self.known()
        tried = with_scores(known.totals.categories, {Item.objects.get(title=SET_7A).pk: Fraction(7, 2)})
        rules = known.setup
        wanted = total("current", tried, rules.bands, rules.rounding)
        told = page.get_by_role("status").filter(has_text="Tried:")
        expect(told).to_contain_text(f"Tried: {wanted.shown} {wanted.band}")
        ceiling = total("ceiling", tried, rules.bands, rules.rounding)
        expect(told).to_contain_text(f"ceiling {ceiling.shown}")
        for reach in to_reach(tried, rules.bands, rules.rounding):
            if reach.share is not None:
                row = page.get_by_role("definition").filter(
                    has_text=f"{float(reach.share):g} % of what can still be had"
                )
                expect(row).to_be_visible()
        self.clean_by_axe(page)
        page.get_by_label(f"A score to try for {SET_7A}").fill("many")
        expect(page.get_by_role("alert")).to_contain_text("“many” is not a number of points")
        page.go_back()
        expect(page.get_by_label(f"A score to try for {SET_7A}")).to_have_count(0)
        expect(page.get_by_text(re.compile("^Tried:"))).to_have_count(0)
        self.assertEqual(Score.objects.count(), before)

    def test_on_a_phone_in_the_dark_by_its_address(self) -> None:
        page = self.page(KEEPS_UP, "/c/srv-110/standing?show=reach", viewport={"width": 390, "height": 844})
        expect(page.get_by_role("region", name="To reach …")).to_contain_text("of what can still be had")
        self.assertLessEqual(self.width(page), 390)
        self.clean_by_axe(page)
        with page.expect_download() as loading:
            page.get_by_role("link", name="PDF").click()
        self.assertEqual(loading.value.suggested_filename, "standing-srv-110.pdf")
