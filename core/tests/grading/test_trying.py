"""Scores that are tried, and what is needed to reach a band."""

import unittest
from fractions import Fraction

from hypothesis import given, settings
from hypothesis import strategies as st
from unvo_core.grading.scale import Band, Rounding, band_of
from unvo_core.grading.totals import Category, Entry, Standing, total
from unvo_core.grading.trying import STEPS, at_share, to_reach, with_scores

BANDS = tuple(Band(n, Fraction(lo)) for n, lo in (("F", 0), ("D", 60), ("C", 70), ("B", 80), ("A", 90)))
ROUNDING = Rounding(1)


def entry(id: int, points: int | None, possible: int = 10, standing: Standing | None = None) -> Entry:
    kind = standing or (Standing.OPEN if points is None else Standing.SCORED)
    value = None if points is None else Fraction(points)
    return Entry(item_id=id, possible=Fraction(possible), standing=kind, points=value)


def category(id: int, weight: int, *entries: Entry, drop: int = 0) -> Category:
    return Category(id=id, name=f"c{id}", weight=Fraction(weight), entries=entries, drop_lowest=drop)


@st.composite
def courses(draw: st.DrawFn) -> list[Category]:
    """Up to three categories, some items scored, some missing and still open for less, some left."""
    made, number = [], 0
    for id in range(draw(st.integers(1, 3))):
        entries = []
        for _ in range(draw(st.integers(1, 5))):
            number += 1
            possible = draw(st.integers(1, 40))
            kind = draw(st.sampled_from((Standing.SCORED, Standing.OPEN, Standing.MISSING, Standing.HELD)))
            points = draw(st.integers(0, possible)) if kind is Standing.SCORED else 0
            entries.append(
                Entry(
                    item_id=number,
                    possible=Fraction(possible),
                    standing=kind,
                    points=Fraction(points) if kind in (Standing.SCORED, Standing.MISSING) else None,
                    reachable=Fraction(possible) * Fraction(draw(st.integers(0, 10)), 10)
                    if kind is Standing.MISSING
                    else None,
                )
            )
        drop = draw(st.integers(0, max(0, len(entries) - 1)))
        made.append(category(id, draw(st.integers(1, 60)), *entries, drop=drop))
    return made


class Trying(unittest.TestCase):
    def test_a_worked_example(self) -> None:
        """Homework 40 %: 8 of 10 scored. Exam 60 %: open. Tried 45 of 50: 80 x 0.4 + 90 x 0.6 = 86. By hand."""
        course = [category(1, 40, entry(1, 8)), category(2, 60, entry(2, None, 50))]
        told = total("current", with_scores(course, {2: Fraction(45)}), BANDS, ROUNDING)
        self.assertEqual((told.value, told.band), (86, "B"))
        self.assertEqual(total("current", course, BANDS, ROUNDING).value, 80, "nothing is changed by trying")

    def test_who_is_excused_stays_so(self) -> None:
        course = [category(1, 100, entry(1, 8), entry(2, None, standing=Standing.EXCUSED))]
        self.assertEqual(with_scores(course, {2: Fraction(0)}), course)

    @given(courses(), st.data())
    def test_a_tried_score_totals_as_the_same_score_given(self, course: list[Category], data: st.DataObject) -> None:
        one = data.draw(st.sampled_from([e for c in course for e in c.entries]))
        points = Fraction(data.draw(st.integers(0, int(one.possible))))
        kept = [
            Category(
                id=c.id,
                name=c.name,
                weight=c.weight,
                drop_lowest=c.drop_lowest,
                entries=tuple(
                    Entry(item_id=e.item_id, possible=e.possible, standing=Standing.SCORED, points=points)
                    if e.item_id == one.item_id
                    else e
                    for e in c.entries
                ),
            )
            for c in course
        ]
        for kind in ("current", "floor", "ceiling"):
            tried = total(kind, with_scores(course, {one.item_id: points}), BANDS, ROUNDING)  # type: ignore[arg-type]
            self.assertEqual(tried, total(kind, kept, BANDS, ROUNDING))  # type: ignore[arg-type]


class Reaching(unittest.TestCase):
    def test_a_worked_example(self) -> None:
        """Homework 40 % stands at 80; the exam, 60 %, is left: 90 needs (90 - 32) / 0.6 = 96.67 of it, 70 needs 63.33,
        60 needs 46.67; worked by hand, and the floor is 32. Letters are on the rounded value: 89.95 is enough for 90."""
        course = [category(1, 40, entry(1, 8)), category(2, 60, entry(2, None, 50))]
        told = {r.band.name: (r.outlook, r.share) for r in to_reach(course, BANDS, ROUNDING)}
        self.assertEqual(told["A"], ("possible", Fraction("96.6")))
        self.assertEqual(told["B"], ("possible", Fraction("80")))
        self.assertEqual(told["C"], ("possible", Fraction("63.3")))
        exact = Rounding(1, letters_on_rounded=False)
        shares = {r.band.name: r.share for r in to_reach(course, BANDS, exact)}
        self.assertEqual((shares["A"], shares["C"]), (Fraction("96.7"), Fraction("63.4")))

    def test_certain_and_out_of_reach(self) -> None:
        course = [category(1, 75, entry(1, 85, 100)), category(2, 25, entry(2, None, 50))]
        told = {r.band.name: r.outlook for r in to_reach(course, BANDS, ROUNDING)}
        self.assertEqual(told, {"A": "out_of_reach", "B": "possible", "C": "possible", "D": "certain"})

    def test_with_nothing_left_it_is_settled_and_with_nothing_at_all_nothing_is_told(self) -> None:
        done = [category(1, 100, entry(1, 8))]
        self.assertEqual({r.outlook for r in to_reach(done, BANDS, ROUNDING)}, {"certain", "out_of_reach"})
        self.assertEqual(to_reach([category(1, 100)], BANDS, ROUNDING), [])

    @given(courses())
    def test_the_ends_are_the_floor_and_the_ceiling(self, course: list[Category]) -> None:
        for share, kind in ((0, "floor"), (1, "ceiling")):
            there = total("current", at_share(course, Fraction(share)), BANDS, ROUNDING).value
            self.assertEqual(there, total(kind, course, BANDS, ROUNDING).value)  # type: ignore[arg-type]

    @settings(max_examples=25)
    @given(courses(), st.booleans())
    def test_it_is_the_least_tenth_as_looking_at_each_of_them_finds(self, course: list[Category], exact: bool) -> None:
        """Against looking through all 1,001 of them, one by one from below."""
        rounding = Rounding(1, letters_on_rounded=not exact)
        told = {r.band.name: r for r in to_reach(course, BANDS, rounding)}
        values = [
            total("current", at_share(course, Fraction(n, STEPS)), BANDS, rounding).value for n in range(STEPS + 1)
        ]
        self.assertEqual(values, sorted(v for v in values if v is not None), "it never falls")
        for band in BANDS[1:]:
            order = [b.name for b in BANDS]
            enough = [
                n
                for n, v in enumerate(values)
                if v is not None
                and (name := band_of(v, BANDS, rounding)) is not None
                and order.index(name) >= order.index(band.name)
            ]
            first = enough[0] if enough else None
            wanted = ("out_of_reach", None) if first is None else ("certain", None) if first == 0 else None
            reach = told[band.name]
            self.assertEqual((reach.outlook, reach.share), wanted or ("possible", Fraction(first or 0, 10)))
