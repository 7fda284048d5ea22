"""Pictures of linked work."""

from __future__ import annotations

from apps.layout.models import Item
from demo.linked import NAME
from playwright.sync_api import expect
from tests.base import INSTRUCTOR

from tools.pictures import FullDemo

TRIAL = "caspian.holt"


class LinkedPictures(FullDemo):
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
