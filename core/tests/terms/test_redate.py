import unittest
from datetime import datetime, time, timedelta
from itertools import pairwise

from hypothesis import given, settings
from hypothesis import strategies as st
from unvo_core.schedule.moments import Absolute, AtClass, FromMoment, InWeek, resolve_all
from unvo_core.schedule.spans import MOMENTS, Span, span_problems
from unvo_core.terms.redate import redate, shifted

from core.tests.schedule.terms import at, autumn, day, spring, summer

OLD, NEW = autumn(), spring()
WALLS = st.integers(0, 112 * 24 * 12 - 1).map(
    lambda n: datetime.combine(day("2026-08-24"), time()) + timedelta(minutes=5 * n)
)
MOVING = st.one_of(
    st.builds(
        InWeek, st.integers(1, 15), st.integers(0, 6), st.times().map(lambda t: t.replace(second=0, microsecond=0))
    ),
    st.builds(AtClass, st.integers(1, 28), st.sampled_from(("start", "end")), st.integers(-600, 600)),
)
RULES = st.one_of(WALLS.map(Absolute), MOVING)
SPANS = st.lists(st.lists(RULES, min_size=1, max_size=4), min_size=1, max_size=8).map(
    lambda items: {(n, name): rule for n, rules in enumerate(items) for name, rule in zip(MOMENTS, rules, strict=False)}
)


class Redated(unittest.TestCase):
    @settings(deadline=None)
    @given(SPANS, st.sampled_from(("previous", "next", "keep")), st.sampled_from((NEW, summer())))
    def test_nothing_outside_the_term_and_every_span_in_order(self, rules: dict, landing: str, new: object) -> None:
        moved = redate(rules, OLD, new, landing)
        for m in moved:
            if m.after is not None:
                self.assertIsNotNone(new.week_of(new.day_of(m.after)), m)
        self.assertEqual([m.key for m in moved], list(rules))
        spans: dict[int, dict[str, datetime]] = {}
        for m in moved:
            spans.setdefault(m.key[0], {})[m.key[1]] = m.after
        before = resolve_all(rules, OLD).instants
        for n, found in spans.items():
            was = Span(**{name: at_ for (item, name), at_ in before.items() if item == n})
            if not span_problems(was):
                self.assertEqual(span_problems(Span(**found)), [])

    @settings(deadline=None)
    @given(SPANS, st.sampled_from(("previous", "next", "keep")))
    def test_the_rules_that_are_stored_mean_the_instants_that_were_shown(self, rules: dict, landing: str) -> None:
        moved = redate(rules, OLD, NEW, landing)
        self.assertEqual(resolve_all({m.key: m.rule for m in moved}, NEW).instants, {m.key: m.after for m in moved})

    @given(
        st.lists(
            st.one_of(st.builds(InWeek, st.integers(1, 15), st.integers(0, 6), st.just(time(23, 59)))),
            min_size=2,
            max_size=10,
        ),
        st.sampled_from(("previous", "next", "keep")),
    )
    def test_days_keep_their_order(self, rules: list, landing: str) -> None:
        moved = redate({(n, "due"): r for n, r in enumerate(rules)}, OLD, NEW, landing)
        ranked = sorted(moved, key=lambda m: m.before)
        for one, following in pairwise(ranked):
            self.assertLessEqual(NEW.day_of(one.after), NEW.day_of(following.after))

    @given(
        st.dictionaries(
            st.tuples(st.integers(1, 9), st.just("due")),
            MOVING,
            max_size=9,
        )
    )
    def test_there_and_back_gives_the_same_rules(self, rules: dict) -> None:
        def in_both(rule: object) -> bool:
            return all(
                (found := resolve_all({(0, ""): rule}, c).instants.get((0, "")))
                and c.weeks[0].first_day <= c.day_of(found) <= c.weeks[-1].last_day
                for c in (OLD, NEW)
            )

        rules = {k: r for k, r in rules.items() if in_both(r)}
        there = {m.key: m.rule for m in redate(rules, OLD, NEW)}
        self.assertEqual({m.key: m.rule for m in redate(there, NEW, OLD)}, rules)

    def test_absolute_dates_become_the_best_rule_of_the_old_term(self) -> None:
        rules = {(1, "due"): Absolute(datetime(2026, 8, 27, 9, 30)), (2, "due"): Absolute(datetime(2026, 9, 12, 18))}
        first, second = redate(rules, OLD, NEW)
        self.assertEqual((first.rule, first.after), (AtClass(2, "start", -30), at("2027-01-21T09:30")))
        self.assertEqual((second.rule, second.after), (InWeek(3, 5, time(18)), at("2027-02-06T18:00")))

    def test_a_day_off_is_listed_and_landed_as_chosen(self) -> None:
        rules = {(1, "due"): InWeek(9, 0, time(12))}
        off = spring()
        self.assertEqual(redate(rules, OLD, off)[0].notes, ())
        holiday = autumn()
        rules = {(1, "due"): InWeek(3, 0, time(12))}
        kept, before, after = (redate(rules, NEW, holiday, how)[0] for how in ("keep", "previous", "next"))
        self.assertEqual((kept.notes, kept.after), (("off",), at("2026-09-07T12:00")))
        self.assertEqual((before.notes, before.after), (("off", "landed"), at("2026-09-03T12:00")))
        self.assertEqual((after.notes, after.after), (("off", "landed"), at("2026-09-10T12:00")))

    def test_a_shorter_term_takes_its_last_week_and_says_so(self) -> None:
        moved = redate({(1, "due"): InWeek(14, 3, time(23, 59))}, OLD, summer())[0]
        self.assertEqual((moved.rule, moved.notes), (InWeek(6, 3, time(23, 59)), ("clamped",)))

    def test_a_date_far_outside_the_old_term_is_brought_inside(self) -> None:
        moved = redate({(1, "due"): Absolute(datetime(2020, 1, 1, 12))}, OLD, NEW)[0]
        self.assertEqual(NEW.day_of(moved.after), NEW.weeks[0].first_day)
        self.assertIn("clamped", moved.notes)


class Shifted(unittest.TestCase):
    def test_by_days_and_by_classes_with_followers_along(self) -> None:
        rules = {
            (1, "due"): InWeek(6, 3, time(23, 59)),
            (2, "due"): FromMoment(item_id=1, moment="due", days=2),
            (3, "due"): AtClass(4),
        }
        later = resolve_all(shifted(rules, OLD, {1, 2, 3}, days=3), OLD).instants
        self.assertEqual(later[(1, "due")], at("2026-10-04T23:59"))
        self.assertEqual(later[(2, "due")], at("2026-10-06T23:59"))
        by_class = shifted(rules, OLD, {1, 2, 3}, classes=1)
        self.assertEqual(by_class[(3, "due")], AtClass(5))
        self.assertEqual(resolve_all(by_class, OLD).instants[(1, "due")], at("2026-10-05T23:59"))

    def test_what_is_not_chosen_stays_and_a_chosen_follower_of_it_lets_go(self) -> None:
        rules = {(1, "due"): InWeek(6, 3, time(23, 59)), (2, "due"): FromMoment(item_id=1, moment="due", days=2)}
        self.assertEqual(shifted(rules, OLD, {2}, days=1), {(2, "due"): InWeek(6, 6, time(23, 59))})
