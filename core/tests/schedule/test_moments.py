import unittest
from datetime import datetime, time, timedelta
from itertools import pairwise

from hypothesis import given
from hypothesis import strategies as st
from unvo_core.schedule.moments import (
    Absolute,
    AtClass,
    FromMoment,
    InWeek,
    best_rule,
    circle_problems,
    resolve,
    resolve_all,
)

from core.tests.schedule.terms import at, autumn, day


class Rules(unittest.TestCase):
    def test_at_a_class_with_minutes_before_and_after(self) -> None:
        self.assertEqual(resolve(AtClass(1, "start", -30), autumn()), at("2026-08-24T09:30"))
        self.assertEqual(resolve(AtClass(2, "end", 15), autumn()), at("2026-08-27T11:30"))
        self.assertIsNone(resolve(AtClass(99), autumn()))

    def test_from_another_moment_by_days_at_a_wall_time_and_by_classes(self) -> None:
        rules = {
            (1, "due"): InWeek(6, 3, time(23, 59)),
            (2, "due"): FromMoment(item_id=1, moment="due", days=3, at=time(12)),
            (2, "opens"): FromMoment(item_id=2, moment="due", days=-7),
            (3, "due"): FromMoment(item_id=1, moment="due", classes=1),
            (3, "opens"): FromMoment(item_id=1, moment="due", classes=-1),
        }
        found = resolve_all(rules, autumn()).instants
        self.assertEqual(found[(1, "due")], at("2026-10-01T23:59"))
        self.assertEqual(found[(2, "due")], at("2026-10-04T12:00"))
        self.assertEqual(found[(2, "opens")], at("2026-09-27T12:00"))
        self.assertEqual(found[(3, "due")], at("2026-10-05T10:00"))
        self.assertEqual(found[(3, "opens")], at("2026-10-01T10:00"))

    def test_days_from_a_moment_keep_the_wall_time_over_the_change_of_clocks(self) -> None:
        rules = {
            (1, "due"): Absolute(datetime(2026, 10, 30, 23, 59)),
            (2, "due"): FromMoment(item_id=1, moment="due", days=7),
        }
        self.assertEqual(resolve_all(rules, autumn()).instants[(2, "due")], at("2026-11-06T23:59"))

    def test_a_circle_is_refused_with_every_moment_of_it_in_order(self) -> None:
        rules = {
            (1, "due"): FromMoment(item_id=2, moment="due", days=1),
            (2, "due"): FromMoment(item_id=3, moment="opens", days=1),
            (3, "opens"): FromMoment(item_id=1, moment="due", days=-3),
            (4, "due"): InWeek(1, 0, time(12)),
            (5, "due"): FromMoment(item_id=5, moment="due", days=1),
        }
        problems = circle_problems(rules)
        self.assertEqual([p.code for p in problems], ["moment.circle", "moment.circle"])
        around = max((p.params["moments"] for p in problems), key=len)
        self.assertEqual(set(around), {(1, "due"), (2, "due"), (3, "opens")})
        for one, following in pairwise(around):
            self.assertIn(rules[following], [FromMoment(item_id=one[0], moment=one[1], days=d) for d in (1, -3)])
        self.assertEqual(set(resolve_all(rules, autumn()).instants), {(4, "due")})

    def test_what_has_no_place_in_the_term_is_named_and_its_followers_too(self) -> None:
        rules = {(1, "due"): InWeek(40, 0, time(12)), (2, "due"): FromMoment(item_id=1, moment="due", days=1)}
        found = resolve_all(rules, autumn())
        self.assertEqual([p.path for p in found.problems], ["item:1.due", "item:2.due"])


class BestRules(unittest.TestCase):
    def test_within_a_day_of_a_class_by_class_else_by_week(self) -> None:
        self.assertEqual(best_rule(datetime(2026, 8, 24, 9, 30), autumn()), AtClass(1, "start", -30))
        self.assertEqual(best_rule(datetime(2026, 8, 24, 23, 59), autumn()), AtClass(1, "end", 12 * 60 + 44))
        self.assertEqual(best_rule(datetime(2026, 10, 4, 9, 0), autumn()), InWeek(6, 6, time(9)))
        self.assertEqual(best_rule(datetime(2025, 10, 4, 9, 0), autumn()), Absolute(datetime(2025, 10, 4, 9, 0)))

    @given(st.integers(0, 16 * 7 * 24 * 60))
    def test_means_the_same_instant_as_the_date_it_came_from(self, minutes: int) -> None:
        wall = datetime.combine(day("2026-08-24"), time()) + timedelta(minutes=minutes)
        self.assertEqual(resolve(best_rule(wall, autumn()), autumn()), resolve(Absolute(wall), autumn()))
