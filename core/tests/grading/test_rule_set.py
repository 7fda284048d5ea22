import unittest
from dataclasses import replace
from fractions import Fraction

from hypothesis import given
from hypothesis import strategies as st
from unvo_core.grading.effect import effect
from unvo_core.grading.late import LateRule
from unvo_core.grading.rule_set import RuleSet, rule_problems
from unvo_core.grading.scale import Band, Rounding
from unvo_core.grading.totals import Category, Entry, Standing, Total, total

GOOD = RuleSet(
    categories=(
        Category(id=1, name="Homework", weight=Fraction(60), entries=()),
        Category(id=2, name="Exam", weight=Fraction(40), entries=()),
    ),
    late_rules=(("10 % a day", LateRule(Fraction(10))),),
    missing_percent=Fraction(0),
    bands=(Band("Pass", Fraction(50)),),
    rounding=Rounding(1),
)


def codes(rules: RuleSet) -> list[tuple[str, str]]:
    return [(p.code, p.path) for p in rule_problems(rules)]


class Problems(unittest.TestCase):
    def test_good_rules_have_none(self) -> None:
        self.assertEqual(codes(GOOD), [])
        self.assertEqual(codes(replace(GOOD, categories=(), late_rules=(), bands=(), missing_percent=None)), [])

    def test_points_for_all_or_weights_for_all(self) -> None:
        one, two = GOOD.categories
        bare = replace(GOOD, categories=(replace(one, weight=None), replace(two, weight=None)))
        self.assertEqual(codes(bare), [])
        mixed = replace(GOOD, categories=(one, replace(two, weight=None)))
        self.assertEqual(codes(mixed), [("grading.weight_missing", "categories.1.weight")])

    def test_weights_of_extra_credit_alone_make_no_course(self) -> None:
        only = replace(GOOD, categories=(replace(GOOD.categories[0], extra_credit=True),))
        self.assertEqual(codes(only), [("grading.no_weight", "categories.0.weight")])

    def test_every_field_that_is_wrong_is_named_at_once(self) -> None:
        wrong = replace(
            GOOD,
            categories=(replace(GOOD.categories[0], name="exam", weight=Fraction(900)), GOOD.categories[1]),
            late_rules=(("", LateRule(Fraction(0), floor_percent=Fraction(120))),),
            bands=(Band("A", Fraction(90)), Band("a", Fraction(90))),
        )
        self.assertEqual(
            {path for _, path in codes(wrong)},
            {
                "categories.0.name",
                "categories.1.name",
                "categories.0.weight",
                "late_rules.0.name",
                "late_rules.0.percent",
                "late_rules.0.floor_percent",
                "bands.0.name",
                "bands.1.name",
                "bands.0.lower",
                "bands.1.lower",
            },
        )


def of_points(points: int | None, rounding: Rounding) -> Total:
    standing = Standing.OPEN if points is None else Standing.SCORED
    given = None if points is None else Fraction(points)
    entry = Entry(item_id=1, possible=Fraction(40), standing=standing, points=given)
    category = Category(id=1, name="All", weight=None, entries=(entry,))
    return total("current", [category], GOOD.bands, rounding)


POINTS = st.dictionaries(st.integers(1, 30), st.tuples(*[st.none() | st.integers(0, 40)] * 2), max_size=12)


class Effects(unittest.TestCase):
    @given(POINTS)
    def test_everybody_is_moved_left_or_without_a_total(self, drawn: dict[int, tuple[int | None, int | None]]) -> None:
        before = {pk: of_points(old, Rounding(1)) for pk, (old, _) in drawn.items()}
        found = effect(before, {pk: of_points(new, Rounding(1)) for pk, (_, new) in drawn.items()})
        moved = {m.person_id: m for m in found.moves}
        self.assertEqual(set(moved), {pk for pk, (old, new) in drawn.items() if old != new})
        for pk, (old, new) in drawn.items():
            if pk in moved and old is not None and new is not None:
                self.assertEqual(moved[pk].by, Fraction(new - old, 40) * 100)
        self.assertEqual(found.without, sum(pair == (None, None) for pair in drawn.values()))
        self.assertLessEqual(found.up + found.down, len(found.moves))

    def test_another_band_comes_first_and_rounding_alone_counts(self) -> None:
        before = {1: of_points(19, Rounding(1)), 2: of_points(40, Rounding(1)), 3: of_points(5, Rounding(1))}
        after = {1: of_points(20, Rounding(1)), 2: of_points(30, Rounding(1)), 3: of_points(5, Rounding(0))}
        found = effect(before, after)
        # 19 of 40 is 47.5 % and 20 is 50 %, where "Pass" begins; 12.5 % is shown as 13 % without decimals.
        self.assertEqual([m.person_id for m in found.moves], [1, 2, 3])
        self.assertEqual((found.up, found.down, found.bands), (1, 1, 1))
        self.assertEqual(str(found.moves[2].after.shown), "13")
