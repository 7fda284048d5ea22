"""Conversion tables, against numpy's interpolation and by hand."""

import unittest
from dataclasses import replace
from datetime import date
from fractions import Fraction

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from unvo_core.grading.conversion import ConversionTable, Due, chosen, table_problems


def rows(*pairs: tuple[int, int]) -> tuple[tuple[Fraction, Fraction], ...]:
    return tuple((Fraction(points), Fraction(percent)) for points, percent in pairs)


EASY = ConversionTable(name="Easy", rows=rows((0, 0), (10, 60), (18, 100), (20, 100)))


@st.composite
def tables(draw: st.DrawFn) -> ConversionTable:
    points = sorted(draw(st.sets(st.integers(1, 60), min_size=1, max_size=6)))
    percents = sorted(draw(st.lists(st.integers(0, 120), min_size=len(points) + 1, max_size=len(points) + 1)))
    return ConversionTable(name="Drawn", rows=rows(*zip([0, *points], percents, strict=True)))


class Recorded(unittest.TestCase):
    def test_by_hand(self) -> None:
        """14 of 20 lies half way from 10 (60 %) to 18 (100 %): 80 %, which is 16 of 20."""
        self.assertEqual(EASY.recorded(Fraction(14), Fraction(20)), 16)
        self.assertEqual(EASY.recorded(Fraction(18), Fraction(20)), 20)
        self.assertEqual(EASY.recorded(Fraction(7), Fraction(10)), 8, "of another number of points: in proportion")
        self.assertEqual(EASY.recorded(Fraction(21), Fraction(20)), 21, "above by as much")
        self.assertEqual(EASY.recorded(Fraction(5), Fraction(0)), 5)

    @given(tables(), st.integers(0, 600))
    def test_it_is_numpys_interpolation(self, table: ConversionTable, tenths: int) -> None:
        points = Fraction(tenths, 10)
        wanted = np.interp(float(points), [float(p) for p, _ in table.rows], [float(q) for _, q in table.rows])
        self.assertAlmostEqual(float(table.percent(points)), wanted, places=9)

    @given(tables(), st.lists(st.fractions(0, 40), min_size=2, max_size=2))
    def test_more_points_never_record_less(self, table: ConversionTable, raws: list[Fraction]) -> None:
        low, high = sorted(raws)
        self.assertLessEqual(table.recorded(low, Fraction(40)), table.recorded(high, Fraction(40)))


class Chosen(unittest.TestCase):
    ALL = ConversionTable(name="all", rows=EASY.rows)
    WEEKS = ConversionTable(name="weeks", rows=EASY.rows, until_week=3)
    SETS = ConversionTable(name="sets", rows=EASY.rows, category=5)
    GROUP = ConversionTable(name="group", rows=EASY.rows, group=7, from_week=2)
    DAYS = ConversionTable(name="days", rows=EASY.rows, from_day=date(2026, 9, 2), until_day=date(2026, 9, 9))

    def name(self, category: int, groups: set[int], week: int | None) -> str | None:
        found = chosen((self.ALL, self.WEEKS, self.SETS, self.GROUP), category, groups, Due(week))
        return found.name if found else None

    def test_the_most_specific_holds(self) -> None:
        self.assertEqual(self.name(1, set(), 3), "weeks")
        self.assertEqual(self.name(1, set(), 4), "all")
        self.assertEqual(self.name(5, set(), 3), "sets")
        self.assertEqual(self.name(5, {7}, 3), "group")
        self.assertEqual(self.name(5, {7}, 1), "sets", "not in that week")
        self.assertEqual(self.name(1, {7}, None), "all", "due in no week")
        self.assertIsNone(chosen((self.GROUP,), 1, set(), Due(3)))

    def test_days_hold_with_both_ends_in(self) -> None:
        held = [
            day
            for day in range(1, 12)
            if chosen((self.ALL, self.DAYS), 1, set(), Due(2, date(2026, 9, day))) is self.DAYS
        ]
        self.assertEqual(held, list(range(2, 10)))
        self.assertIs(chosen((self.ALL, self.DAYS), 1, set(), Due()), self.ALL, "never due")
        both = replace(self.DAYS, from_week=3)
        self.assertFalse(both.holds_for(Due(2, date(2026, 9, 5))))
        self.assertTrue(both.holds_for(Due(3, date(2026, 9, 5))))


class Problems(unittest.TestCase):
    def codes(self, *pairs: tuple[int, int], **fields: int | date) -> list[str]:
        return [p.code for p in table_problems([ConversionTable(name="T", rows=rows(*pairs), **fields)])]  # type: ignore[arg-type]

    def test_what_covers_its_range_and_never_falls_is_right(self) -> None:
        self.assertEqual(self.codes((0, 0), (10, 60), (20, 100)), [])
        self.assertEqual(self.codes((0, 40), (20, 100), from_week=1, until_week=3), [])

    def test_each_slip_has_its_code(self) -> None:
        self.assertEqual(self.codes((0, 0)), ["grading.table_short"])
        self.assertEqual(self.codes((1, 0), (20, 100)), ["grading.table_start"])
        self.assertEqual(self.codes((0, 0), (10, 50), (10, 60), (20, 100)), ["grading.table_order"])
        self.assertEqual(self.codes((0, 0), (10, 70), (15, 60), (20, 100)), ["grading.table_falls"])
        self.assertEqual(self.codes((0, 0), (20, 300)), ["grading.table_range"])
        self.assertEqual(self.codes((0, 0), (20, 100), from_week=4, until_week=3), ["grading.table_weeks"])
        days = {"from_day": date(2026, 9, 2), "until_day": date(2026, 9, 1)}
        self.assertEqual(self.codes((0, 0), (20, 100), **days), ["grading.table_days"])
