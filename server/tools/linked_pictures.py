"""Pictures of linked work: the sets of the demo in the stand-in homework system."""

from __future__ import annotations

from datetime import datetime
from pathlib import Path
from tempfile import TemporaryDirectory

from apps.courses.models import Course
from apps.layout.models import Item
from demo.homework_told import write_told
from demo.linked import NAME, link_sets
from django.test import override_settings
from playwright.sync_api import expect
from tests.base import INSTRUCTOR
from tests.homework_service import HomeworkService, homework
from tests.worlds import CLOCK

from tools.pictures import Camera

TRIAL = "caspian.holt"


class LinkedPictures(Camera):
    STUDENTS = 46

    def setUp(self) -> None:
        super().setUp()
        self.service = HomeworkService(CLOCK)
        self.addCleanup(self.service.kill)
        reach = override_settings(PUBLIC_ADDRESS=self.live_server_url, LINKS_PRIVATE_HOSTS=[self.service.host])
        reach.enable()
        self.addCleanup(reach.disable)
        link_sets(Course.objects.get(slug="srv-110"), self.service.address, datetime.fromisoformat(CLOCK))
        with TemporaryDirectory() as folder:
            told = Path(folder) / "told.json"
            write_told(told)
            homework.prepare(self.service.env, told)

    def test_linked(self) -> None:
        item = Item.objects.get(title__startswith="Set 7B", course__slug="srv-110")
        page = self.page(TRIAL, f"/c/srv-110/item/{item.pk}")
        page.get_by_role("button", name="I have read it").click()
        expect(page.get_by_text("Your trial of")).to_be_visible()
        self.take(page, "linked-item")
        page = self.page(INSTRUCTOR, "/c/srv-110/setup/systems")
        expect(page.get_by_text("longer than usual")).to_be_visible()
        self.take(page, "systems")
        self.go(page, "/c/srv-110/week/8")
        page.get_by_role("button", name="Add an item to").first.click()
        page.get_by_label("Kind").select_option(label="Linked homework")
        page.get_by_role("button", name=f"Pick from {NAME}").click()
        for title in ("Set 8A", "Set 8B", "Set 9A"):
            page.get_by_role("checkbox", name=title).check()
        page.get_by_role("button", name="Bring these into the course").click()
        expect(page.get_by_text("Nothing is placed until you say so")).to_be_visible()
        self.take(page, "picking")
