"""A group does one piece of work: two write, one hands in, one score goes to all of them."""

from __future__ import annotations

from apps.assignments.models import Brief
from apps.courses.models import Group, GroupMember
from apps.gradebook.models import Score
from apps.layout.models import Item
from apps.people.models import Person
from playwright.sync_api import expect

from tests.base import INSTRUCTOR, KEEPS_UP
from tests.journeys.browser import Journey

LOOP = "Field book: campus loop"


class InAGroup(Journey):
    def setUp(self) -> None:
        super().setUp()
        self.item = Item.objects.get(title=LOOP)
        self.one = Person.objects.get(username=KEEPS_UP)
        self.party = Group.objects.get(members__person=self.one, name__startswith="Party")
        Brief.objects.filter(item=self.item).update(in_groups=True, groups=[self.party.pk])
        mates = GroupMember.objects.filter(group=self.party).exclude(person=self.one).order_by("pk")
        self.two = mates[2].person

    def test_two_write_one_hands_in_and_all_are_scored(self) -> None:
        one = self.page(KEEPS_UP, f"/c/srv-110/item/{self.item.pk}")
        expect(one.get_by_text(f"You hand this in together: {self.party.name}")).to_be_visible()
        one.get_by_label("Your text").fill("Leg AB")
        expect(one.get_by_text("draft saved")).to_be_visible()
        two = self.page(self.two.username, f"/c/srv-110/item/{self.item.pk}")
        expect(two.get_by_label("Your text")).to_have_value("Leg AB")
        expect(two.get_by_text(f"by {self.one.name}")).to_be_visible()
        self.clean_by_axe(two)
        two.get_by_label("Your text").fill("Leg AB, BC")
        expect(two.get_by_text("draft saved")).to_be_visible()
        one.get_by_label("Your text").fill("Leg AB, and DA")
        expect(one.get_by_role("alert")).to_contain_text(f"{self.two.name} wrote in it meanwhile:")
        one.get_by_role("button", name="Go on with that").click()
        expect(one.get_by_label("Your text")).to_have_value("Leg AB, BC")
        one.get_by_role("button", name="Hand in", exact=True).click()
        dialog = one.get_by_role("dialog")
        expect(dialog).to_contain_text(f"For all of {self.party.name}: ")
        dialog.get_by_role("button", name="Hand in now").click()
        one.wait_for_url("**/receipts/**")
        expect(one.get_by_text("Handed in by")).to_be_visible()
        self.go(two, f"/c/srv-110/item/{self.item.pk}")
        expect(two.get_by_text(f"handed in for {self.party.name} by {self.one.name}")).to_be_visible()

        teacher = self.page(INSTRUCTOR, f"/c/srv-110/grade/{self.item.pk}/{self.two.pk}")
        expect(teacher.get_by_role("checkbox", name=f"({self.party.name})")).to_be_checked()
        self.clean_by_axe(teacher)
        teacher.get_by_label("Score of").fill("21")
        teacher.get_by_role("button", name="Save and next").click()
        self.eventually(teacher, self._both_have_a_score)
        self.go(teacher, f"/c/srv-110/grade/{self.item.pk}/{self.one.pk}")
        expect(teacher.get_by_label("Score of")).to_have_value("21")

    def _both_have_a_score(self) -> bool:
        scores = Score.objects.filter(cell__graded_item__item=self.item, raw="21")
        return scores.filter(cell__person__in=[self.one, self.two]).count() == 2

    def test_it_is_set_where_the_work_is_set(self) -> None:
        Brief.objects.filter(item=self.item).update(in_groups=False, groups=[])
        teacher = self.page(INSTRUCTOR, f"/c/srv-110/item/{self.item.pk}")
        teacher.get_by_role("button", name="Settings").click()
        teacher.get_by_label("Done in groups").check()
        teacher.get_by_role("checkbox", name=self.party.name, exact=True).check()
        teacher.get_by_role("button", name="Save", exact=True).click()
        self.eventually(teacher, lambda: Brief.objects.get(item=self.item).groups == [self.party.pk])
        self.assertTrue(Brief.objects.get(item=self.item).in_groups)
