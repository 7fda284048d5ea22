"""Moments as rules over the API: kept, moved, refused in a circle."""

from __future__ import annotations

from datetime import datetime

from tests.cases import TimeCase

SET_7A, CHECK_7 = "Set 7A: latitudes and departures", "Check 7: traverse computation"


class Rules(TimeCase):
    def moments(self, **wish: object) -> object:
        return self.teacher.send("PUT", self.path(SET_7A, "/moments"), wish)

    def test_a_moment_by_class_and_one_from_another_item(self) -> None:
        check = self.item(CHECK_7).pk
        self.assertEqual(self.moments(due={"on": "class", "number": 14, "edge": "end", "minutes": 30}).status_code, 200)
        self.assertEqual(self.row(self.teacher, SET_7A)["due"], "2026-10-08T16:45:00Z")
        self.assertEqual(
            self.moments(due={"on": "moment", "item": check, "moment": "due", "days": -1, "time": "12:00"}).status_code,
            200,
        )
        self.assertEqual(self.row(self.teacher, SET_7A)["due"], "2026-10-10T17:00:00Z")
        self.assertEqual(self.row(self.teacher, SET_7A)["rules"]["due"]["on"], "moment")

    def test_circles_and_rules_without_a_place_are_refused(self) -> None:
        check, own = self.item(CHECK_7).pk, self.item(SET_7A).pk
        self.moments(due={"on": "moment", "item": check, "moment": "due", "days": -1})
        wish = {"due": {"on": "moment", "item": own, "moment": "due", "days": 1}}
        body = self.refused(self.teacher.send("PUT", self.path(CHECK_7, "/moments"), wish), 422, "moment.circle")
        self.assertIn(f"{SET_7A} (due)", body["detail"])
        self.refused(self.moments(due={"on": "class", "number": 99}), 422, "moment.nowhere")
        self.refused(self.moments(due={"on": "week", "week": 3}), 422, "span.unreadable")

    def test_several_items_move_together_and_back(self) -> None:
        titles = [SET_7A, CHECK_7, "Set 7B: misclosure and precision"]
        before = {t: self.row(self.teacher, t)["due"] for t in titles}
        wish = {"item_ids": [self.item(t).pk for t in titles], "days": 2}
        change = self.teacher.send("POST", "/courses/srv-110/shift", wish).json()
        for title in titles:
            moved = datetime.fromisoformat(self.row(self.teacher, title)["due"]) - datetime.fromisoformat(before[title])
            self.assertEqual(moved.days, 2)
        self.undo(change)
        self.assertEqual({t: self.row(self.teacher, t)["due"] for t in titles}, before)
        self.refused(
            self.teacher.send("POST", "/courses/srv-110/shift", wish | {"days": 300}), 422, "span.outside_term"
        )
        self.refused(self.teacher.send("POST", "/courses/srv-110/shift", wish | {"classes": 1}), 422, "moment.shift")
