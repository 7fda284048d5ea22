import statistics
import unittest
from dataclasses import replace
from decimal import ROUND_HALF_UP, Decimal
from fractions import Fraction
from typing import NamedTuple

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from unvo_core.grading.scale import Band, Rounding, band_of, rounded
from unvo_core.grading.stats import class_stats
from unvo_core.grading.totals import Category, Entry, Standing, Total, total

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


def recomputed(given_: Total) -> Fraction | None:
    """The total from its own explanation alone: sums of item rows, percentages, weights."""
    counted = [r for r in given_.rows if r.percent is not None and any(i.role in ("counted", "extra") for i in r.items)]
    value = sum((r.percent * r.effective_weight / 100 for r in counted), Fraction(0))
    return value if any(r.percent is not None for r in given_.rows) else None


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

    def test_excused_work_is_out_of_all_of_them(self) -> None:
        excused = entry(1, None, standing=Standing.EXCUSED)
        result = totals([category(1, 100, excused, entry(2, 7))], BANDS, ROUNDING)
        self.assertEqual({result.current.value, result.floor.value, result.ceiling.value}, {Fraction(70)})

    def test_extra_credit_adds_on_top(self) -> None:
        top = category(2, 5, entry(2, 10), extra_credit=True)
        self.assertEqual(totals([category(1, 100, entry(1, 10)), top], BANDS, ROUNDING).current.value, 105)
        inside = category(1, 100, entry(1, 10), entry(2, 2, extra_credit=True))
        self.assertEqual(totals([inside], BANDS, ROUNDING).current.value, 120)

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
            entries.append(entry(n, points, possible, standing))
        weight = draw(st.integers(1, 60)) if weighted else None
        found.append(
            category(c, weight, *entries, drop_lowest=draw(st.integers(0, 2)), equal_items=draw(st.booleans()))
        )
    return found


class Properties(unittest.TestCase):
    @settings(max_examples=300)
    @given(random_courses())
    def test_recomputing_from_the_explanation_gives_the_same_figure(self, drawn: list[Category]) -> None:
        result = totals(drawn, BANDS, ROUNDING)
        for found in result:
            self.assertEqual(recomputed(found), found.value)
            if found.value is not None:
                self.assertEqual(sum((r.contribution for r in found.rows), Fraction(0)), found.value)
                self.assertEqual(sum((r.effective_weight for r in found.rows), Fraction(0)), 100)

    @settings(max_examples=300)
    @given(random_courses())
    def test_the_floor_is_never_above_the_ceiling(self, drawn: list[Category]) -> None:
        """Where points are added and lowest scores dropped it can be: the best drop of a category may leave few points."""
        if any(c.weight is None for c in drawn):
            drawn = [replace(c, drop_lowest=0) for c in drawn]
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


class Scales(unittest.TestCase):
    def test_letters_on_the_rounded_or_the_exact_value(self) -> None:
        just_under = Fraction(8996, 100)
        self.assertEqual(band_of(just_under, BANDS, Rounding(1, letters_on_rounded=True)), "A")
        self.assertEqual(band_of(just_under, BANDS, Rounding(1, letters_on_rounded=False)), "B")
