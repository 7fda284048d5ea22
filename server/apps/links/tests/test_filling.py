"""Content is picked for items that wait for it: those of a rhythm, or one."""

from __future__ import annotations

from typing import Any

from tests.base import INSTRUCTOR, Caller

from apps.layout.models import Item
from apps.links.models import Placement, StatedDue
from apps.links.tests.linked import Linked
from apps.links.tests.tool import DL

PICKINGS = "/courses/srv-110/pickings"
RHYTHM = {
    "name": "Weekly",
    "beats": [{"key": "set", "kind": "linked", "title": "Extra {n}", "points": 8, "category": "Homework"}],
    "steps": {"first": 9, "last": 12},
}


class ForARhythm(Linked):
    def setUp(self) -> None:
        super().setUp()
        self.teacher = Caller(INSTRUCTOR)
        self.assertEqual(self.teacher.send("POST", "/courses/srv-110/rhythms", RHYTHM).status_code, 200)

    def links(self) -> dict[str, Any]:
        (found,) = self.teacher.get("/courses/srv-110/rhythms").json()["links"]
        return found

    def picked(self, titles: list[str], item_ids: list[int]) -> str:
        """The address of the choice, after these were picked."""
        wish = {"system": str(self.system.key), "item_ids": item_ids}
        begun = self.teacher.send("POST", PICKINGS, wish)
        self.assertEqual(begun.status_code, 200, begun.content)
        browser = self.browser(INSTRUCTOR)
        claims = self.tool.arrive(browser, browser.get(begun.json()["open_path"])["Location"])
        back = claims[DL + "deep_linking_settings"]["deep_link_return_url"]
        content = [
            {
                "type": "ltiResourceLink",
                "title": title,
                "url": f"{self.tool.base}/launch?set={n}",
                "lineItem": {"scoreMaximum": 10, "resourceId": f"{title} {n}"},
            }
            for n, title in enumerate(titles)
        ]
        token = self.tool.picked(claims, content)
        self.assertEqual(self.outside.post(back, {"JWT": token}).status_code, 303)
        return f"{PICKINGS}/{begun.json()['key']}"

    def placed(self, path: str, *pairs: tuple[int, int]) -> Any:
        items = [{"index": n, "item_id": item_id} for n, item_id in pairs]
        return self.teacher.send("POST", f"{path}/place", {"items": items})

    def contents(self, ids: list[int]) -> list[str | None]:
        rows = dict(Placement.objects.filter(item_id__in=ids).values_list("item_id", "resource_id"))
        return [rows.get(pk) for pk in ids]

    def test_what_is_picked_is_proposed_by_name_and_fills_the_items_as_one_change(self) -> None:
        links = self.links()
        ids = links["item_ids"]
        self.assertEqual((len(ids), links["without"]), (4, 4))
        path = self.picked(["Extra 10: levels", "Extra 9: chains", "How to type"], ids)
        shown = self.teacher.get(path).json()
        self.assertEqual([t["title"] for t in shown["targets"]], [f"Extra {n}" for n in range(9, 13)])
        self.assertEqual([i["item_id"] for i in shown["items"]], [ids[1], ids[0], None])
        done = self.placed(path, (0, ids[1]), (1, ids[0]))
        self.assertEqual(done.status_code, 200, done.content)
        self.assertEqual(self.contents(ids), ["Extra 9: chains 1", "Extra 10: levels 0", None, None])
        self.assertEqual(self.links()["without"], 2)
        row = Item.objects.get(pk=ids[0])
        self.assertEqual((row.title, float(row.points or 0)), ("Extra 9", 8), "they stay as the rhythm made them")
        again = self.teacher.send("POST", "/courses/srv-110/rhythms/preview", RHYTHM | {"id": links["rhythm"]}).json()
        self.assertEqual(again["same"], 4, "and no hand has changed them")
        undo = self.teacher.send("POST", f"/courses/srv-110/changes/{done.json()['change']}/undo")
        self.assertEqual(undo.status_code, 200, undo.content)
        self.assertEqual(self.contents(ids), [None] * 4)

    def test_other_content_takes_the_place_and_the_old_comes_back(self) -> None:
        ids = self.links()["item_ids"]
        self.placed(self.picked(["Chains"], ids), (0, ids[0]))
        StatedDue.objects.create(item_id=ids[0], due="2026-10-16T23:59:00-05:00", at="2026-10-07T10:00:00-05:00")
        path = self.picked(["Levels", "Angles"], ids)
        self.assertEqual([i["item_id"] for i in self.teacher.get(path).json()["items"]], [ids[1], ids[2]])
        done = self.placed(path, (0, ids[0]), (1, ids[1]))
        self.assertEqual(self.contents(ids[:2]), ["Levels 0", "Angles 1"])
        self.assertFalse(StatedDue.objects.exists(), "that was said of what stood there")
        self.teacher.send("POST", f"/courses/srv-110/changes/{done.json()['change']}/undo")
        self.assertEqual(self.contents(ids[:2]), ["Chains 0", None])
        history = self.teacher.get("/courses/srv-110/history").json()["entries"]
        filled = next(c for c in history if c["id"] == done.json()["change"])
        self.assertEqual({line["thing"] for line in filled["lines"]}, {"Extra 9", "Extra 10"})

    def test_what_does_not_fit_is_refused_and_nothing_is_filled(self) -> None:
        ids = self.links()["item_ids"]
        path = self.picked(["Chains", "Levels"], ids[:2])
        self.refused(self.placed(path, (0, ids[0]), (1, ids[0])), 422, "links.two_for_one")
        for other in (ids[3], self.linked_item.pk, 0):
            self.assertEqual(self.placed(path, (0, ids[0]), (1, other)).status_code, 404)
        self.assertEqual(self.contents(ids), [None] * 4)
        for wish in ({"item_ids": [self.item("Final").pk]}, {"item_ids": [*ids, 0]}):
            told = self.teacher.send("POST", PICKINGS, {"system": str(self.system.key)} | wish)
            self.assertEqual(told.status_code, 404, wish)
        for wish in ({}, {"item_ids": ids, "module_id": 1}):
            told = self.teacher.send("POST", PICKINGS, {"system": str(self.system.key)} | wish)
            self.assertEqual(told.status_code, 422, wish)

    def test_an_item_that_went_meanwhile_is_no_target_any_more(self) -> None:
        ids = self.links()["item_ids"]
        path = self.picked(["Chains"], ids[:1])
        self.teacher.send("DELETE", f"/courses/srv-110/items/{ids[0]}")
        self.assertEqual(self.teacher.get(path).json()["targets"], [])
        self.assertEqual(self.placed(path, (0, ids[0])).status_code, 404)
