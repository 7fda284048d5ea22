"""The whole class at once comes to what the explaining path comes to for each, over courses drawn at random."""

import unittest
from collections.abc import Sequence
from datetime import UTC, datetime, timedelta
from fractions import Fraction
from typing import NamedTuple

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from unvo_core.grading.attempts import counting_attempt, mean_result
from unvo_core.grading.bulk import ClassScores, Figures, LateCells, SeveralAttempts, class_figures
from unvo_core.grading.columns import columns_of
from unvo_core.grading.conversion import ConversionTable
from unvo_core.grading.item_rules import ItemRules
from unvo_core.grading.late import LateRule, apply_late
from unvo_core.grading.scale import Band, Rounding, rounded
from unvo_core.grading.totals import Category, Entry, Standing, Total, total

DUE = datetime(2026, 10, 7, 23, 59, tzinfo=UTC)
END = DUE + timedelta(minutes=1)
TABLE = ConversionTable(name="T", rows=tuple((Fraction(p), Fraction(q)) for p, q in ((0, 0), (5, 60), (10, 100))))


class Cell(NamedTuple):
    """Attempts as raw points and seconds late; or missing, excused, or nothing there."""

    kind: str
    attempts: tuple[tuple[Fraction, int], ...] = ()


class Drawn(NamedTuple):
    categories: list[Category]
    rules: dict[int, ItemRules]
    people: list[dict[int, Cell]]
    missing: Fraction | None
    bands: list[Band]
    rounding: Rounding


quarters = st.integers(0, 48).map(lambda n: Fraction(n, 4))
late_rules = st.one_of(
    st.none(),
    st.builds(
        LateRule,
        st.sampled_from([Fraction(5), Fraction(10), Fraction(25, 2)]),
        st.sampled_from(["hour", "day"]),
        st.sampled_from([0, 15]),
        st.sampled_from([Fraction(0), Fraction(50)]),
    ),
)
item_rules = st.builds(
    ItemRules, st.sampled_from(["best", "latest", "first", "mean"]), late_rules, st.sampled_from([None, None, TABLE])
)
attempts = st.lists(st.tuples(quarters, st.sampled_from([0, 0, 0, 600, 4000, 100_000])), min_size=1, max_size=3)
cells = st.one_of(
    attempts.map(lambda found: Cell("scored", tuple(found))),
    st.sampled_from([Cell("missing"), Cell("excused"), Cell("open")]),
)


@st.composite
def classes(draw: st.DrawFn) -> Drawn:
    weighted, categories, ids = draw(st.booleans()), [], iter(range(1, 100))
    for n in range(draw(st.integers(1, 4))):
        entries = tuple(
            Entry(
                item_id=next(ids),
                possible=Fraction(draw(st.sampled_from([0, 4, 10, 10, 12]))),
                standing=Standing.OPEN,
                extra_credit=draw(st.sampled_from([False, False, False, True])),
                never_dropped=draw(st.sampled_from([False, False, True])),
            )
            for _ in range(draw(st.integers(0, 5)))
        )
        category = Category(
            id=n,
            name=f"C{n}",
            weight=Fraction(draw(st.integers(0, 60))) if weighted else None,
            entries=draw(st.permutations(entries)),  # type: ignore[arg-type]
            drop_lowest=draw(st.integers(0, 2)),
            drop_highest=draw(st.integers(0, 2)),
            equal_items=draw(st.booleans()),
            extra_credit=draw(st.sampled_from([False, False, True])),
        )
        categories.append(category)
    all_ids = [e.item_id for c in categories for e in c.entries]
    rules = {i: draw(item_rules) for i in all_ids}
    people = [{i: draw(cells) for i in all_ids} for _ in range(draw(st.integers(1, 4)))]
    lowers = draw(st.sets(st.sampled_from([0, 50, 60, 70, 75, 80, 90]), min_size=1))
    return Drawn(
        categories,
        rules,
        people,
        draw(st.sampled_from([None, Fraction(0), Fraction(40)])),
        [Band(f"from {low}", Fraction(low)) for low in lowers],
        Rounding(draw(st.integers(0, 2)), draw(st.booleans())),
    )


def explained(drawn: Drawn, person: dict[int, Cell]) -> Total:
    def entry(one: Entry) -> Entry:
        cell, rules = person[one.item_id], drawn.rules[one.item_id]
        fields = {"item_id": one.item_id, "possible": one.possible, "extra_credit": one.extra_credit}
        fields["never_dropped"] = one.never_dropped
        if cell.kind == "missing":
            gives = None if drawn.missing is None else one.possible * drawn.missing / 100
            return Entry(**fields, standing=Standing.MISSING, points=gives)
        if cell.kind != "scored":
            return Entry(**fields, standing=Standing(cell.kind))
        came = [(raw, END + timedelta(seconds=late) if late else DUE) for raw, late in cell.attempts]
        results = [
            apply_late(rules.late_rule, rules.recorded(raw, one.possible), one.possible, at, DUE) for raw, at in came
        ]
        at = counting_attempt(rules.counting, [r.counts for r in results])
        counts = mean_result(results).counts if at is None else results[at].counts
        return Entry(**fields, standing=Standing.SCORED, points=counts)

    categories = [
        Category(
            id=c.id,
            name=c.name,
            weight=c.weight,
            entries=tuple(entry(e) for e in c.entries),
            drop_lowest=c.drop_lowest,
            drop_highest=c.drop_highest,
            equal_items=c.equal_items,
            extra_credit=c.extra_credit,
        )
        for c in drawn.categories
    ]
    return total("current", categories, drawn.bands, drawn.rounding)


def at_once(drawn: Drawn) -> Figures:
    columns = columns_of(drawn.categories, drawn.rules)
    shape = len(drawn.people), len(columns.ids)
    raw, missing, excused = np.full(shape, np.nan), np.zeros(shape, np.bool_), np.zeros(shape, np.bool_)
    late: list[tuple[int, int, int]] = []
    several: list[tuple[int, int, Sequence[tuple[Fraction, int]]]] = []
    for row, person in enumerate(drawn.people):
        for column, item in enumerate(columns.ids):
            cell = person[item]
            missing[row, column], excused[row, column] = cell.kind == "missing", cell.kind == "excused"
            if len(cell.attempts) == 1:
                raw[row, column] = float(cell.attempts[0][0])
                late += [(row, column, cell.attempts[0][1])] if cell.attempts[0][1] else []
            elif cell.attempts:
                several.append((row, column, cell.attempts))
    flat = [a for _, _, found in several for a in found]
    starts = np.cumsum([0, *(len(found) for _, _, found in several)])[:-1]
    scores = ClassScores(
        raw=raw,
        late=LateCells(
            rows=np.array([r for r, _, _ in late], dtype=np.int64),
            columns=np.array([c for _, c, _ in late], dtype=np.int64),
            seconds=np.array([s for _, _, s in late], dtype=np.float64),
        ),
        several=SeveralAttempts(
            rows=np.array([r for r, _, _ in several], dtype=np.int64),
            columns=np.array([c for _, c, _ in several], dtype=np.int64),
            starts=starts.astype(np.int64),
            raw=np.array([float(p) for p, _ in flat]),
            seconds=np.array([s for _, s in flat], dtype=np.float64),
        ),
        missing=missing,
        excused=excused,
    )
    return class_figures(columns, scores, drawn.missing, drawn.bands, drawn.rounding)


def with_equals(weight: Fraction | None, drops: dict[str, int]) -> Drawn:
    """One student: 4 of 10; and of two equals of unlike size, the larger of which stands first."""
    one, small, large = (
        Entry(item_id=n, possible=Fraction(possible), standing=Standing.OPEN) for n, possible in enumerate((10, 10, 20))
    )
    return Drawn(
        categories=[
            Category(id=0, name="C0", weight=weight, entries=(one,)),
            Category(id=1, name="C1", weight=weight, entries=(large, small), **drops),
        ],
        rules={n: ItemRules("best", None, None) for n in range(3)},
        people=[{n: Cell("scored", ((Fraction(points), 0),)) for n, points in enumerate((4, 5, 10))}],
        missing=None,
        bands=[Band("all", Fraction(0))],
        rounding=Rounding(0, False),
    )


class AtOnce(unittest.TestCase):
    @settings(max_examples=1000, deadline=None)
    @given(classes())
    def test_it_is_what_is_explained_to_the_last_digit(self, drawn: Drawn) -> None:
        found = at_once(drawn)
        names = [b.name for b in sorted(drawn.bands, key=lambda b: b.lower)]
        for row, person in enumerate(drawn.people):
            wanted = explained(drawn, person)
            if wanted.value is None:
                self.assertTrue(np.isnan(found.value[row]))
                self.assertEqual(found.band[row], -1)
                continue
            if found.unsure[row]:
                continue
            self.assertAlmostEqual(found.value[row], float(wanted.value), places=8)
            unit = 10**drawn.rounding.decimals
            self.assertEqual(int(found.shown[row]), int(rounded(wanted.value, drawn.rounding.decimals) * unit))
            self.assertEqual(names[found.band[row]] if found.band[row] >= 0 else None, wanted.band)

    def test_where_points_weigh_it_matters_which_of_equals_goes(self) -> None:
        """Of 5 of 10 and 10 of 20 one is dropped, beside 4 of 10: what stays gives 9 of 20, or 14 of 30."""
        for drop in ("drop_lowest", "drop_highest"):
            for weight, value, unsure in ((None, 100 * 14 / 30, True), (Fraction(50), 45.0, False)):
                with self.subTest(drop=drop, weight=weight):
                    drawn = with_equals(weight, {drop: 1})
                    wanted = explained(drawn, drawn.people[0]).value
                    assert wanted is not None
                    self.assertAlmostEqual(float(wanted), value, places=12)
                    self.assertEqual(bool(at_once(drawn).unsure[0]), unsure)

    @settings(max_examples=200, deadline=None)
    @given(classes())
    def test_it_says_that_it_is_unsure_only_on_an_edge(self, drawn: Drawn) -> None:
        """Most are sure; who is not lies on a rounding tie, on a band, or where it matters which of equals goes."""
        found, unit = at_once(drawn), 10**drawn.rounding.decimals
        by_points = any(c.weight is None for c in drawn.categories)
        drops = any(c.drop_highest if c.drop_lowest else c.drop_highest and by_points for c in drawn.categories)
        drops |= by_points and any(c.drop_lowest for c in drawn.categories)
        for row in np.flatnonzero(found.unsure):
            value = explained(drawn, drawn.people[row]).value
            assert value is not None
            tie = abs(value * unit) % 1 == Fraction(1, 2)
            edge = not drawn.rounding.letters_on_rounded and value in {b.lower for b in drawn.bands}
            self.assertTrue(tie or edge or drops, value)
