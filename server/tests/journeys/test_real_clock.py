"""One thread on the clock that runs: what is shown as now, and what is stamped, is the present."""

from __future__ import annotations

import re
from datetime import UTC, datetime, timedelta
from zoneinfo import ZoneInfo

from apps.assignments.models import HandIn
from apps.courses.models import Course
from apps.layout.public import layout
from django.test import override_settings
from playwright.sync_api import expect

from tests import worlds
from tests.base import INSTRUCTOR, KEEPS_UP
from tests.journeys.browser import Journey


@override_settings(FIXED_CLOCK="")
class RealClock(Journey):
    def setUp(self) -> None:
        super().setUp()
        worlds.stand_at(datetime.now(UTC))

    def test_a_hand_in_is_stamped_graded_and_shown_at_the_time_at_which_it_happens(self) -> None:
        begun = datetime.now(UTC)
        page = self.page(KEEPS_UP, "/")
        expect(page.get_by_role("heading", level=1)).to_be_visible()
        today = datetime.now(layout(Course.objects.get(slug="srv-110")).zone)
        expect(page.get_by_text(re.compile(rf"\b{today.day} {today:%b}")).first).to_be_visible()
        page.goto(self.live_server_url + "/c/srv-110")
        page.wait_for_url("**/week/**")
        at = page.locator(".now-line").first
        expect(at).to_be_attached()
        self.assertLess(abs(self.clock(str(at.get_attribute("data-at"))) - datetime.now(UTC)), timedelta(minutes=3))
        # Once it is due it is opened, and no more begun.
        link = page.get_by_role("link", name=re.compile("^(Begin|Open): Set 7A")).first
        title = re.sub("^(Begin|Open): ", "", str(link.get_attribute("aria-label") or link.inner_text()))
        link.click()
        page.get_by_label("Your text").fill("Closed to 1 : 5200.")
        expect(page.get_by_text("Draft saved")).to_be_visible()
        page.get_by_role("button", name="Hand in", exact=True).click()
        page.get_by_role("button", name="Hand in now").click()
        expect(page.get_by_text("We have it.")).to_be_visible()
        kept = HandIn.objects.get(item__title=title, person__username=KEEPS_UP)
        assert kept.handed_in_at is not None
        self.assertTrue(begun <= kept.handed_in_at <= datetime.now(UTC), kept.handed_in_at)

        teacher = self.page(INSTRUCTOR, f"/c/srv-110/grade/{kept.item_id}/{kept.person_id}")
        expect(teacher.get_by_text("Closed to 1 : 5200.")).to_be_visible()
        teacher.get_by_label(re.compile("^Score of")).fill("9")
        teacher.get_by_label("Comment to the student").click()
        said = teacher.get_by_text(re.compile("^Saved .*(sees it|release)"))
        expect(said).to_be_visible()
        saved = self.clock(said.inner_text())
        self.assertLess(abs(saved - datetime.now(UTC)), timedelta(minutes=3))

    def clock(self, text: str) -> datetime:
        """'Saved 14:02' in the zone of the browser, as an instant of today."""
        zone = ZoneInfo("America/Chicago")
        hour, minute = map(int, re.search(r"(\d\d):(\d\d)", text).groups())  # type: ignore[union-attr]
        return datetime.now(zone).replace(hour=hour, minute=minute)
