"""Done rules over the API, joined and alone."""

from __future__ import annotations

from tests.base import BEHIND, INSTRUCTOR, Caller, DemoCase

from apps.layout.models import Item
from apps.path.models import Fact

READING = "Latitudes and departures"


class DoneRules(DemoCase):
    """Any one of several, all of several: a good and a failing case each."""

    def rule(self, title: str, rule: str, *parts: tuple[str, float]) -> None:
        wish = {"done_rule": rule, "done_parts": [{"rule": r, "percent": p} for r, p in parts]}
        told = Caller(INSTRUCTOR).send("PATCH", self.path(title), wish)
        self.assertEqual(told.status_code, 200, told.content)

    def is_done(self, who: Caller, title: str) -> bool:
        return bool(who.get(self.path(title)).json()["row"]["done"])

    def test_one_of_any_is_enough_and_all_need_each(self) -> None:
        who, item = Caller(BEHIND), self.item(READING)
        Fact.objects.filter(person=who.person, item=item).delete()
        self.rule(READING, "any", ("opened", 0), ("ticked", 0))
        who.send("POST", self.path(READING, "/opened"))
        self.assertTrue(self.is_done(who, READING))
        self.rule(READING, "all", ("opened", 0), ("ticked", 0))
        self.assertFalse(self.is_done(who, READING))
        who.send("POST", self.path(READING, "/tick"), {"done": True})
        self.assertTrue(self.is_done(who, READING))
        who.send("POST", self.path(READING, "/tick"), {"done": False})
        self.assertFalse(self.is_done(who, READING))

    def test_rules_that_stand_for_others_are_not_joined(self) -> None:
        wish = {"done_rule": "any", "done_parts": [{"rule": "any"}]}
        told = Caller(INSTRUCTOR).send("PATCH", self.path(READING), wish)
        self.assertEqual(told.status_code, 422)
        self.assertEqual(Item.objects.get(title=READING).done_parts, [])
