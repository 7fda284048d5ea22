"""What was picked in a system is looked at, changed, placed, and taken back; an item is linked by hand."""

from __future__ import annotations

from typing import Any

from django.test import override_settings
from tests.base import ASSISTANT, INSTRUCTOR, Caller

from apps.checks.checking import findings
from apps.courses.models import Course
from apps.layout.models import Item, Module
from apps.links.models import LineItem, Placement
from apps.links.stated import unlinked_items
from apps.links.tests.linked import Linked, actor_named
from apps.links.tests.tool import DL
from apps.transfer.actions.copy_course import copy_course

PICKINGS = "/courses/srv-110/pickings"


class Placing(Linked):
    """From what came back to drafts on the path, and back again."""

    def setUp(self) -> None:
        super().setUp()
        self.teacher = Caller(INSTRUCTOR)
        self.week = Module.objects.get(course=self.course, week=8)
        begun = self.teacher.send("POST", PICKINGS, {"system": str(self.system.key), "module_id": self.week.pk}).json()
        self.path = f"{PICKINGS}/{begun['key']}"
        browser = self.browser(INSTRUCTOR)
        self.claims = self.tool.arrive(browser, browser.get(begun["open_path"])["Location"])
        back = self.claims[DL + "deep_linking_settings"]["deep_link_return_url"]
        token = self.tool.picked(self.claims, [self.set(n) for n in (1, 2, 3)] + [{"type": "html", "html": "<p>"}])
        self.assertEqual(self.outside.post(back, {"JWT": token}).status_code, 303)

    def set(self, n: int) -> dict[str, Any]:
        return {
            "type": "ltiResourceLink",
            "title": f"Extra {n}",
            "url": f"{self.tool.base}/launch?set={n}",
            "custom": {"set": str(n)},
            "lineItem": {"scoreMaximum": 10 * n, "resourceId": f"e{n}"},
            "submission": {"endDateTime": "2026-10-16T23:59:00-05:00"},
        }

    def placed(self, *items: dict[str, Any]) -> Any:
        return self.teacher.send("POST", f"{self.path}/place", {"items": list(items)})

    def test_some_are_placed_as_drafts_with_what_was_changed(self) -> None:
        shown = self.teacher.get(self.path).json()
        self.assertEqual([bool(one["refused"]) for one in shown["items"]], [False, False, False, True])
        self.assertEqual(shown["items"][1]["points"], "20")
        told = self.placed(
            {"index": 0, "title": "Extra one", "points": 7, "take_dates": True},
            {"index": 2, "title": "Extra 3", "points": None},
        )
        self.assertEqual(told.status_code, 200, told.content)
        first, second = Item.objects.filter(kind="linked", title__startswith="Extra").order_by("pk")
        self.assertEqual((first.title, float(first.points or 0), first.published), ("Extra one", 7, False))
        self.assertEqual(first.placement.resource_id, "e1")
        self.assertIn("due", first.moments)
        self.assertEqual((second.points, second.moments), (None, {}))
        self.refused(self.placed({"index": 1, "title": "Again"}), 409, "links.placed")
        undo = self.teacher.send("POST", f"/courses/srv-110/changes/{told.json()['change']}/undo")
        self.assertEqual(undo.status_code, 200, undo.content)
        self.assertEqual(Item.objects.filter(pk__in=[first.pk, second.pk], removed=False).count(), 0)

    def test_what_cannot_be_placed_is_refused_and_nothing_is(self) -> None:
        before = Item.objects.count()
        for items, code in (
            ([{"index": 3, "title": "X"}], "links.not_picked"),
            ([{"index": 9, "title": "X"}], "links.not_picked"),
            ([], "links.nothing_chosen"),
        ):
            self.refused(self.placed(*items), 422, code)
        self.assertEqual(Item.objects.count(), before)

    def test_a_first_link_by_hand_is_set_back_and_set_again(self) -> None:
        item = Item.objects.get(course=self.course, title__startswith="Set 6B")
        item.kind = "linked"
        item.save(update_fields=["kind"])
        path = f"/courses/srv-110/items/{item.pk}/link"
        put = self.teacher.send("PUT", path, {"system": str(self.system.key)})
        self.assertEqual(put.status_code, 200, put.content)
        self.assertEqual(unlinked_items(self.course), frozenset())
        self.assertEqual(self.begun(self.browser(INSTRUCTOR), item).status_code, 302)
        undo = self.teacher.send("POST", f"/courses/srv-110/changes/{put.json()['change']}/undo")
        self.assertEqual(undo.status_code, 200, undo.content)
        self.assertEqual(unlinked_items(self.course), {item.pk})
        self.assertEqual(self.begun(self.browser(INSTRUCTOR), item).status_code, 404)
        self.assertEqual(self.teacher.send("PUT", path, {"system": str(self.system.key)}).status_code, 200)
        self.assertEqual(unlinked_items(self.course), frozenset())

    def test_a_choice_is_its_own_persons(self) -> None:
        self.assertEqual(Caller(ASSISTANT).get(self.path).status_code, 403)
        self.assertEqual(self.teacher.get(f"{PICKINGS}/none").status_code, 404)

    def test_a_system_of_another_course_is_not_there(self) -> None:
        self.system.course = Course.objects.exclude(pk=self.course.pk).first()
        self.system.save()
        wish = {"system": str(self.system.key), "module_id": self.week.pk}
        self.assertEqual(self.teacher.send("POST", PICKINGS, wish).status_code, 404)
        path = f"/courses/srv-110/items/{self.linked_item.pk}/link"
        self.assertEqual(self.teacher.send("PUT", path, {"system": str(self.system.key)}).status_code, 404)

    def test_a_course_in_another_term_opens_the_same_content_by_links_of_its_own(self) -> None:
        teaching = actor_named(INSTRUCTOR)
        own = Placement.objects.get(item=self.linked_item)
        again = copy_course(teaching, self.course, "Again", "SRV 111")
        copy = Placement.objects.get(item__course=again)
        self.assertEqual((copy.address, copy.custom, copy.system), (own.address, own.custom, own.system))
        self.assertNotEqual((copy.key, copy.item_id), (own.key, own.item_id))
        self.assertFalse(LineItem.objects.filter(course=again, item=self.linked_item).exists())
        self.assertNotIn("linked.no_system", [f.code for f in findings(again)])
        # A system that only this course has does not come along, and the copy says so.
        self.system.course = self.course
        self.system.save()
        other = copy_course(teaching, self.course, "Once more", "SRV 112")
        self.assertFalse(Placement.objects.filter(item__course=other).exists())
        self.assertIn("linked.no_system", [f.code for f in findings(other)])

    def test_an_address_on_another_host_is_no_content_of_the_system(self) -> None:
        path = f"/courses/srv-110/items/{self.linked_item.pk}/link"
        wish = {"system": str(self.system.key), "address": "https://elsewhere.example/x"}
        self.refused(self.teacher.send("PUT", path, wish), 422, "links.other_host")
        good = wish | {"address": f"{self.tool.base}/launch?set=9", "custom": "set=9", "framed": True}
        self.assertEqual(self.teacher.send("PUT", path, good).status_code, 200)
        link = self.teacher.get(path).json()
        self.assertEqual((link["opens"], link["custom"]), ("frame", "set=9"))
        self.assertIn(self.tool.base, self.browser().get("/sign-in")["Content-Security-Policy"])

    def test_where_instructors_may_not_they_are_told_who_can(self) -> None:
        with override_settings(LINKS_BY_INSTRUCTORS=False):
            told = self.teacher.send(
                "POST", "/courses/srv-110/systems/registration", {"address": f"{self.tool.base}/register"}
            )
            self.refused(told, 403, "links.by_administrators")
            self.assertFalse(self.teacher.get("/courses/srv-110/systems").json()["may_join"])
