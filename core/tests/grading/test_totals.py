import statistics
import unittest
from dataclasses import replace
from decimal import ROUND_HALF_UP, Decimal
from fractions import Fraction
from itertools import combinations
from typing import NamedTuple

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from unvo_core.grading.scale import Band, Rounding, band_of, rounded
from unvo_core.grading.stats import class_stats, histogram, tenth
from unvo_core.grading.totals import Category, Entry, ItemRow, Standing, Total, total

BANDS = tuple(Band(n, Fraction(lo)) for n, lo in (("F", 0), ("D", 60), ("C", 70), ("B", 80), ("A", 90)))
ROUNDING = Rounding(1)


def entry(id: int, points: float | None, possible: int = 10, standing: Standing | None = None, **more: object) -> Entry:
    kind = standing or (Standing.OPEN if points is None else Standing.SCORED)
    value = None if points is None else Fraction(str(points))
    return Entry(item_id=id, possible=Fraction(possible), standing=kind, points=value, **more)  # type: ignore[arg-type]


def category(id: int, weight: int | None, *entries: Entry, **more: object) -> Category:
    return Category(id=id, name=f"c{id}", weight=None if weight is None else Fraction(weight), entries=entries, **more)  # type: ignore[arg-type]


class Totals(NamedTuple):
    current: Total
    floor: Total
    ceiling: Total


def totals(categories: list[Category], bands: tuple[Band, ...], rounding: Rounding) -> Totals:
    return Totals(*(total(kind, categories, bands, rounding) for kind in ("current", "floor", "ceiling")))


def unit(drawn: Category, item: ItemRow, points: Fraction) -> Fraction:
    return points / item.possible if drawn.equal_items else points


def recomputed(drawn: list[Category], found: Total) -> Fraction | None:
    """The total from its items alone, as the explanation names them: their points, roles and the weights as set."""
    percents: dict[int, tuple[Fraction, Fraction]] = {}
    on_top: dict[int, tuple[Fraction, Fraction]] = {}
    for category, row in zip(drawn, found.rows, strict=True):
        roles: dict[str, list[ItemRow]] = {}
        for item in row.items:
            roles.setdefault(item.role, []).append(item)
        points = sum((unit(category, i, i.points) for r in ("counted", "extra") for i in roles.get(r, [])), Fraction(0))
        possible = sum((unit(category, i, i.possible) for i in roles.get("counted", [])), Fraction(0))
        if possible:
            percents[category.id] = points, possible
        elif roles.get("extra"):
            there = [e for e in category.entries if e.standing is not Standing.EXCUSED]
            whole = [e for e in there if not e.extra_credit] or there
            size = Fraction(len(whole)) if category.equal_items else sum((e.possible for e in whole), Fraction(0))
            on_top[category.id] = points, size
    if not percents:
        return None
    weights = {c.id: c.weight for c in drawn}
    if None in weights.values():
        base = sum((p for _, p in percents.values()), Fraction(0))
        return sum((n for n, _ in (*percents.values(), *on_top.values())), Fraction(0)) / base * 100
    live = sum((weights[c] or Fraction(0) for c in percents), Fraction(0))
    value = sum((n / p * (weights[c] or 0) for c, (n, p) in percents.items()), Fraction(0)) / live * 100
    return value + sum((n / p * (weights[c] or 0) for c, (n, p) in on_top.items()), Fraction(0))


class CheckValues(unittest.TestCase):
    """Common practice, no source."""

    def test_22_5_of_30_is_75_percent(self) -> None:
        result = totals([category(1, 100, entry(1, 22.5, 30))], BANDS, ROUNDING)
        self.assertEqual(result.current.value, 75)
        self.assertEqual((str(result.current.shown), result.current.band), ("75.0", "C"))

    def test_a_class_mean_of_13_9_of_20(self) -> None:
        stats = class_stats([Fraction(20), Fraction(0), *[Fraction(str(v)) for v in (15, 16, 14, 18.4, 13.9)]])
        assert stats is not None
        self.assertEqual((stats.high, stats.low), (20, 0))
        self.assertEqual(rounded(stats.mean, 1), Decimal("13.9"))
        self.assertLess(Fraction(13), stats.mean)

    def test_what_is_not_due_and_not_graded_is_never_a_zero(self) -> None:
        result = totals([category(1, 50, entry(1, 8)), category(2, 50, entry(2, None))], BANDS, ROUNDING)
        self.assertEqual(result.current.value, 80)
        self.assertEqual(result.current.rows[0].effective_weight, 100)


class ThreeTotals(unittest.TestCase):
    def test_floor_current_and_ceiling(self) -> None:
        courses = [category(1, 40, entry(1, 9), entry(2, None)), category(2, 60, entry(3, None))]
        result = totals(courses, BANDS, ROUNDING)
        self.assertEqual(result.current.value, 90)
        self.assertEqual(result.floor.value, 18)
        self.assertEqual(result.ceiling.value, 98)
        self.assertEqual(result.current.weight_scored, 20)

    def test_missing_counts_as_the_rule_says_and_can_still_be_reached(self) -> None:
        missing = entry(1, 0, standing=Standing.MISSING, reachable=Fraction(9))
        result = totals([category(1, 100, missing, entry(2, 10))], BANDS, ROUNDING)
        self.assertEqual(result.current.value, 50)
        self.assertEqual(result.ceiling.value, 95)

    def test_a_held_score_shows_in_no_total_of_the_student(self) -> None:
        held = entry(1, 10, standing=Standing.HELD)
        result = totals([category(1, 100, held, entry(2, 5))], BANDS, ROUNDING)
        self.assertEqual(result.current.value, 50)
        self.assertEqual(result.floor.value, 25)

    def test_what_only_waits_for_its_score_is_told_apart_from_what_is_not_done(self) -> None:
        """By hand: of a course of 40 points 20 are handed in and 10 of those are scored and held."""
        waiting = [entry(1, None, standing=Standing.WAITING), entry(2, 9, standing=Standing.HELD)]
        found = totals([category(1, 100, *waiting, entry(3, 8), entry(4, None))], BANDS, ROUNDING)
        self.assertEqual((found.floor.value, found.floor.weight_waiting), (20, 50))
        self.assertEqual((found.current.value, found.ceiling.value), (80, 95))

    def test_excused_work_is_out_of_all_of_them(self) -> None:
        excused = entry(1, None, standing=Standing.EXCUSED)
        result = totals([category(1, 100, excused, entry(2, 7))], BANDS, ROUNDING)
        self.assertEqual({result.current.value, result.floor.value, result.ceiling.value}, {Fraction(70)})

    def test_extra_credit_adds_on_top(self) -> None:
        top = category(2, 5, entry(2, 10), extra_credit=True)
        self.assertEqual(totals([category(1, 100, entry(1, 10)), top], BANDS, ROUNDING).current.value, 105)
        inside = category(1, 100, entry(1, 10), entry(2, 2, extra_credit=True))
        self.assertEqual(totals([inside], BANDS, ROUNDING).current.value, 120)

    def test_the_best_drop_counts_the_extra_points(self) -> None:
        """By hand: without 6 of 10 it is (9 + 5) / 10, without 9 of 10 it is (6 + 5) / 10; with 20 extra points the
        small item is the better one to keep: (3 + 20) / 5 against (18 + 20) / 20."""
        inside = [entry(1, 3, 5), entry(2, 18, 20), entry(3, 20, 20, extra_credit=True)]
        row = totals([category(1, 100, *inside, drop_lowest=1)], BANDS, ROUNDING).current.rows[0]
        self.assertEqual([i.role for i in row.items], ["counted", "dropped_low", "extra"])
        self.assertEqual(row.percent, 460)

    def test_extra_points_where_all_items_weigh_the_same(self) -> None:
        """By hand: 9 of 10 and 18 of 20 are 90 %; 5 of 10 extra points are half of one of two items, so 115 %."""
        inside = [entry(1, 9), entry(2, 18, 20), entry(3, 5, 10, extra_credit=True)]
        self.assertEqual(totals([category(1, 100, *inside, equal_items=True)], BANDS, ROUNDING).current.value, 115)
        free = [entry(1, 9), entry(2, 18, 20), entry(3, 3, 0, extra_credit=True)]
        self.assertEqual(totals([category(1, 100, *free, equal_items=True)], BANDS, ROUNDING).current.value, 100)

    def test_extra_credit_alone_in_a_category_comes_on_top(self) -> None:
        """By hand: 80 % so far; of the other category's 20 only 5 extra points are scored: 5 / 20 of its 40 %."""
        other = category(2, 40, entry(2, None, 20), entry(3, 5, 5, extra_credit=True))
        found = totals([category(1, 60, entry(1, 8)), other], BANDS, ROUNDING).current
        self.assertEqual((found.value, found.rows[1].contribution, found.rows[1].on_top), (90, 10, True))
        points = [category(1, None, entry(1, 8)), category(2, None, entry(3, 2, 5, extra_credit=True))]
        self.assertEqual(totals(points, BANDS, ROUNDING).current.value, 100)
        self.assertIsNone(totals([other], BANDS, ROUNDING).current.value)

    def test_without_weights_all_points_are_added(self) -> None:
        result = totals([category(1, None, entry(1, 10, 20)), category(2, None, entry(2, 60, 60))], BANDS, ROUNDING)
        self.assertEqual(result.current.value, Fraction(70, 80) * 100)

    def test_nothing_scored_is_no_total(self) -> None:
        result = totals([category(1, 100, entry(1, None))], BANDS, ROUNDING)
        self.assertIsNone(result.current.value)
        self.assertIsNone(result.current.band)

    def test_dropped_items_are_named(self) -> None:
        result = totals([category(1, 100, entry(1, 4), entry(2, 9), drop_lowest=1)], BANDS, ROUNDING)
        self.assertEqual([i.role for i in result.current.rows[0].items], ["dropped_low", "counted"])
        self.assertEqual(result.current.value, 90)


@st.composite
def random_courses(draw: st.DrawFn) -> list[Category]:
    found, n = [], 0
    weighted = draw(st.booleans())
    for c in range(draw(st.integers(1, 4))):
        entries = []
        for _ in range(draw(st.integers(0, 5))):
            n += 1
            standing = draw(st.sampled_from(list(Standing)))
            possible = draw(st.integers(1, 40))
            points = draw(st.integers(0, possible)) if standing in (Standing.SCORED, Standing.HELD) else None
            points = 0 if standing is Standing.MISSING else points
            rarely = draw(st.integers(0, 3)) == 0
            kept = draw(st.integers(0, 4)) == 0
            entries.append(entry(n, points, possible, standing, extra_credit=rarely, never_dropped=kept))
        weight = draw(st.integers(1, 60)) if weighted else None
        found.append(
            category(
                c,
                weight,
                *entries,
                drop_lowest=draw(st.integers(0, 2)),
                drop_highest=draw(st.integers(0, 2)),
                equal_items=draw(st.booleans()),
            )
        )
    return found


class Properties(unittest.TestCase):
    @settings(max_examples=300)
    @given(random_courses())
    def test_recomputing_from_the_explanation_gives_the_same_figure(self, drawn: list[Category]) -> None:
        result = totals(drawn, BANDS, ROUNDING)
        for found in result:
            self.assertEqual(recomputed(drawn, found), found.value)
            if found.value is not None:
                self.assertEqual(sum((r.contribution for r in found.rows), Fraction(0)), found.value)
                self.assertEqual(sum((r.effective_weight for r in found.rows if not r.on_top), Fraction(0)), 100)

    @settings(max_examples=500)
    @given(random_courses())
    def test_drops_are_those_that_brute_force_finds(self, drawn: list[Category]) -> None:
        """First the highest, so that the lowest percentage is left; then the lowest, so that the best is; extra credit
        stays in the sum, what is never dropped stays, and one item does."""
        for drawn_one, row in zip(drawn, total("current", drawn, BANDS, ROUNDING).rows, strict=True):
            regular = [i for i in row.items if i.role not in ("out", "extra")]
            if not regular:
                continue
            extra = sum((unit(drawn_one, i, i.points) for i in row.items if i.role == "extra"), Fraction(0))
            fixed = {e.item_id for e in drawn_one.entries if e.never_dropped}

            def left(
                dropped: set[int], among: list[ItemRow], one: Category = drawn_one, top: Fraction = extra
            ) -> Fraction:
                kept = [i for i in among if i.item_id not in dropped]
                whole = sum((unit(one, i, i.possible) for i in kept), Fraction(0))
                return (sum((unit(one, i, i.points) for i in kept), Fraction(0)) + top) / whole

            def ways(count: int, among: list[ItemRow], never: set[int] = fixed) -> list[set[int]]:
                free = [i.item_id for i in among if i.item_id not in never]
                return [set(w) for w in combinations(free, min(count, len(free), len(among) - 1))]

            high = {i.item_id for i in regular if i.role == "dropped_high"}
            low = {i.item_id for i in regular if i.role == "dropped_low"}
            rest = [i for i in regular if i.item_id not in high]
            self.assertEqual(left(high, regular), min(left(w, regular) for w in ways(drawn_one.drop_highest, regular)))
            self.assertEqual(left(low, rest), max(left(w, rest) for w in ways(drawn_one.drop_lowest, rest)))

    @settings(max_examples=300)
    @given(random_courses())
    def test_the_floor_is_never_above_the_ceiling(self, drawn: list[Category]) -> None:
        """Where points are added and lowest scores dropped it can be: the best drop of a category may leave few points.
        And where one category drops its highest and its lowest: the highest is chosen first, and another one of them
        when the rest is full (3 of 0 on top, 1 of 2, then 0 or all of 1 and of 2: at least 300, at most 250 %)."""
        if any(c.weight is None for c in drawn):
            drawn = [replace(c, drop_lowest=0, drop_highest=0) for c in drawn]
        drawn = [replace(c, drop_highest=0) if c.drop_lowest else c for c in drawn]
        result = totals(drawn, BANDS, ROUNDING)
        if result.floor.value is not None and result.ceiling.value is not None:
            self.assertLessEqual(result.floor.value, result.ceiling.value)

    @given(st.fractions(-1000, 1000), st.integers(0, 4))
    def test_rounding_is_half_up_as_decimal_has_it(self, value: Fraction, places: int) -> None:
        """Against the standard library's decimal, ROUND_HALF_UP."""
        wide = (Decimal(value.numerator) / Decimal(value.denominator)).quantize(
            Decimal(1).scaleb(-places), rounding=ROUND_HALF_UP
        )
        self.assertEqual(rounded(value, places), wide)

    @given(st.lists(st.fractions(0, 100, max_denominator=4), min_size=1, max_size=30))
    def test_class_statistics_agree_with_numpy_and_the_standard_library(self, values: list[Fraction]) -> None:
        stats = class_stats(values)
        assert stats is not None
        floats = [float(v) for v in values]
        self.assertAlmostEqual(float(stats.mean), statistics.fmean(floats))
        self.assertAlmostEqual(float(stats.median), statistics.median(floats))
        self.assertAlmostEqual(float(stats.lower_quartile), float(np.quantile(floats, 0.25)))
        self.assertAlmostEqual(float(stats.upper_quartile), float(np.quantile(floats, 0.75)))

    @given(st.lists(st.integers(0, 120), max_size=60))
    def test_tenths_agree_with_numpy(self, values: list[int]) -> None:
        """Of 120 points, whose tenths are whole, so that numpy's floats lie where ours do."""
        bins, _edges = np.histogram(values, bins=10, range=(0, 120))
        self.assertEqual(histogram([Fraction(v) for v in values], Fraction(120)), tuple(bins))

    def test_more_than_all_of_the_points_is_in_the_last_tenth(self) -> None:
        self.assertEqual([tenth(Fraction(n), Fraction(10)) for n in (0, 1, 10, 12)], [0, 1, 9, 9])


class Scales(unittest.TestCase):
    def test_letters_on_the_rounded_or_the_exact_value(self) -> None:
        just_under = Fraction(8996, 100)
        self.assertEqual(band_of(just_under, BANDS, Rounding(1, letters_on_rounded=True)), "A")
        self.assertEqual(band_of(just_under, BANDS, Rounding(1, letters_on_rounded=False)), "B")
