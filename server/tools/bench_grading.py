"""A class graded anew at once, against plain weighted means of the same matrix written with numpy by hand."""

from __future__ import annotations

import statistics
import time
from collections.abc import Callable
from fractions import Fraction

import numpy as np
from unvo_core.grading.bulk import ClassScores, LateCells, SeveralAttempts, class_figures
from unvo_core.grading.columns import Columns, columns_of
from unvo_core.grading.item_rules import ItemRules
from unvo_core.grading.late import LateRule
from unvo_core.grading.scale import Band, Rounding
from unvo_core.grading.totals import Category, Entry, Standing

STUDENTS, CATEGORIES, IN_EACH, BAR, ROUNDS = 2_000, 6, 25, 3.0, 60
BANDS = [Band(name, Fraction(lower)) for name, lower in (("A", 90), ("B", 80), ("C", 70), ("D", 60), ("F", 0))]


def measured() -> bool:
    """2,000 students x 150 items: drops in two of six categories, late work, missing work, letters. Prints the ratio."""
    categories, columns, scores = _class()
    plain, ours = (
        _median(run)
        for run in (
            lambda: _weighted_means(categories, columns, scores),
            lambda: class_figures(columns, scores, Fraction(0), BANDS, Rounding()),
        )
    )
    print(
        f"a class graded anew, {STUDENTS} x {len(columns.ids)}: {ours:.2f} ms, "
        f"plain means {plain:.2f} ms, ratio {ours / plain:.2f}, bar {BAR}"
    )
    return ours <= BAR * plain


def _class() -> tuple[list[Category], Columns, ClassScores]:
    draw = np.random.default_rng(7)
    sizes = draw.integers(5, 40, CATEGORIES * IN_EACH)
    categories = [
        Category(
            id=n,
            name=str(n),
            weight=Fraction(10 + 3 * n),
            entries=tuple(
                Entry(item_id=at, possible=Fraction(int(sizes[at])), standing=Standing.OPEN)
                for at in range(n * IN_EACH, (n + 1) * IN_EACH)
            ),
            drop_lowest=(2, 1, 0, 0, 0, 0)[n],
        )
        for n in range(CATEGORIES)
    ]
    rule = ItemRules("latest", LateRule(Fraction(10), "day"))
    columns = columns_of(categories, dict.fromkeys(range(CATEGORIES * IN_EACH), rule))
    shape = STUDENTS, len(columns.ids)
    raw = np.round(draw.random(shape) * columns.possible * 4) / 4
    raw[draw.random(shape) < 0.3] = np.nan
    rows, late = np.nonzero(~np.isnan(raw) & (draw.random(shape) < 0.05))
    none = np.zeros(0, np.int64)
    return (
        categories,
        columns,
        ClassScores(
            raw=raw,
            late=LateCells(rows=rows, columns=late, seconds=np.full(len(rows), 90_000.0)),
            several=SeveralAttempts(rows=none, columns=none, starts=none, raw=np.zeros(0), seconds=np.zeros(0)),
            missing=np.isnan(raw) & (draw.random(shape) < 0.3),
            excused=np.zeros(shape, np.bool_),
        ),
    )


def _weighted_means(categories: list[Category], columns: Columns, scores: ClassScores) -> object:
    """What anybody would write who knows neither drops nor late rules, attempts, missing work or letters."""
    percent = np.empty((len(scores.raw), len(categories)))
    for n, part in enumerate(columns.categories):
        own = scores.raw[:, part.all]
        percent[:, n] = np.nansum(own, axis=1) / (~np.isnan(own) @ columns.possible[part.all])
    weights = np.where(np.isnan(percent), 0, [float(c.weight or 0) for c in categories])
    return (np.nan_to_num(percent) * weights).sum(axis=1) / weights.sum(axis=1) * 100


def _median(run: Callable[[], object]) -> float:
    times = []
    for _ in range(ROUNDS):
        start = time.perf_counter()
        run()
        times.append((time.perf_counter() - start) * 1000)
    return statistics.median(times)


if __name__ == "__main__":
    raise SystemExit(0 if measured() else 1)
