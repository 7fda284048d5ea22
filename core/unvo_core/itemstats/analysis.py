"""Item analysis: how hard each question was, whether it tells who knows from who doesn't, and what was chosen.

Sources, all from memory: difficulty and the corrected item-total correlation as in Crocker & Algina, Introduction to
Classical and Modern Test Theory (1986), ch. 14; groups of 27 % from Kelley, J. Educ. Psychol. 30 (1939) 17-24; alpha
from Cronbach, Psychometrika 16 (1951) 297-334, of which KR-20 (Kuder & Richardson 1937) is the case of right and wrong.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from statistics import median

import numpy as np
from numpy.typing import NDArray

KELLEY = 0.27
SMALL_CLASS = 30
"""Below so many attempts the figures say little, and it is said with them."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Answered:
    """One student's counting attempt. By question: the share of its points from 0 to 1; the options that were taken;
    seconds spent on it. A question that was not drawn for them is absent, one left empty has share 0."""

    shares: Mapping[int, float]
    options: Mapping[int, tuple[str, ...]]
    seconds: Mapping[int, float]


@dataclass(frozen=True, slots=True, kw_only=True)
class OptionCount:
    """How many took an option, and of the upper and lower groups how many."""

    name: str
    count: int
    upper: int
    lower: int


@dataclass(frozen=True, slots=True, kw_only=True)
class ItemFigures:
    """`difficulty`: the mean share, 1 is easy. `item_total`: its correlation with the points on everything else, None
    where either is the same for all. `discrimination`: the mean share of the upper less that of the lower 27 %."""

    question: int
    asked: int
    difficulty: float
    item_total: float | None
    discrimination: float | None
    upper: float | None
    lower: float | None
    options: tuple[OptionCount, ...]
    seconds: float | None


@dataclass(frozen=True, slots=True, kw_only=True)
class TestFigures:
    """`reliability`: Cronbach's alpha over those to whom every question was put (KR-20 where all are right or wrong);
    None for fewer than two questions or two students, or totals that don't differ. `error`: the standard error of
    measurement, in points."""

    attempts: int
    mean: float
    deviation: float | None
    reliability: float | None
    right_or_wrong: bool
    error: float | None
    small: bool


def analyse(attempts: Sequence[Answered], points: Mapping[int, float]) -> tuple[TestFigures, dict[int, ItemFigures]]:
    """Of the counting attempts of a class; `points` by question. Figures are floats: they are read, never counted."""
    scores = _scores(attempts, points)
    asked = ~np.isnan(scores)
    totals = np.nansum(scores, axis=1)
    possible = (asked * np.array([points[q] for q in points])).sum(axis=1)
    rates = np.divide(totals, possible, out=np.zeros_like(totals), where=possible > 0)
    upper, lower = groups(rates)
    items = {
        question: _item(question, column, scores, rates, attempts, (upper, lower), points[question])
        for column, question in enumerate(points)
    }
    return _test(scores, totals, attempts), items


def _scores(attempts: Sequence[Answered], points: Mapping[int, float]) -> NDArray[np.float64]:
    """Points by attempt and question; nan where it was not drawn."""
    rows = [[a.shares[q] * p if q in a.shares else np.nan for q, p in points.items()] for a in attempts]
    return np.array(rows, dtype=float).reshape(len(attempts), len(points))


def group_size(count: int) -> int:
    """How many are in the upper group, and as many in the lower."""
    return max(1, round(count * KELLEY)) if count > 1 else 0


def groups(rates: NDArray[np.float64]) -> tuple[NDArray[np.intp], NDArray[np.intp]]:
    """The rows of the best and of the least 27 %, at least one each where there are two; of equal rates the earlier."""
    count = len(rates)
    size = group_size(count)
    order = np.argsort(-rates, kind="stable")
    return order[:size], order[count - size :] if size else order[:0]


def _item(
    question: int,
    column: int,
    scores: NDArray[np.float64],
    rates: NDArray[np.float64],
    attempts: Sequence[Answered],
    ends: tuple[NDArray[np.intp], NDArray[np.intp]],
    points: float,
) -> ItemFigures:
    own = scores[:, column]
    there = ~np.isnan(own)
    rest = np.nansum(np.delete(scores, column, axis=1), axis=1)
    upper, lower = (_mean(own[rows], points) for rows in ends)
    spent = [a.seconds[question] for a in attempts if question in a.seconds]
    return ItemFigures(
        question=question,
        asked=int(there.sum()),
        difficulty=_mean(own, points) or 0.0,
        item_total=correlation(own[there], rest[there]),
        discrimination=None if upper is None or lower is None else upper - lower,
        upper=upper,
        lower=lower,
        options=_options(question, attempts, ends),
        seconds=median(spent) if spent else None,
    )


def _mean(points_won: NDArray[np.float64], points: float) -> float | None:
    there = points_won[~np.isnan(points_won)]
    return float(there.mean() / points) if len(there) and points else None


def correlation(a: NDArray[np.float64], b: NDArray[np.float64]) -> float | None:
    """Pearson's; None where one of them does not vary."""
    if len(a) < 3 or np.ptp(a) == 0 or np.ptp(b) == 0:
        return None
    return float(np.corrcoef(a, b)[0, 1])


def _options(
    question: int, attempts: Sequence[Answered], ends: tuple[NDArray[np.intp], NDArray[np.intp]]
) -> tuple[OptionCount, ...]:
    def counted(rows: Sequence[int]) -> Counter[str]:
        return Counter(name for row in rows for name in attempts[row].options.get(question, ()))

    every = counted(range(len(attempts)))
    upper, lower = (counted([int(row) for row in rows]) for rows in ends)
    return tuple(
        OptionCount(name=name, count=every[name], upper=upper[name], lower=lower[name]) for name in sorted(every)
    )


def _test(scores: NDArray[np.float64], totals: NDArray[np.float64], attempts: Sequence[Answered]) -> TestFigures:
    whole = scores[~np.isnan(scores).any(axis=1)]
    alpha = cronbach(whole)
    deviation = float(np.std(totals, ddof=1)) if len(totals) > 1 else None
    marks = {share for attempt in attempts for share in attempt.shares.values()}
    error = None if alpha is None else float(np.std(whole.sum(axis=1), ddof=1)) * max(0.0, 1 - alpha) ** 0.5
    return TestFigures(
        attempts=len(attempts),
        mean=float(totals.mean()) if len(totals) else 0.0,
        deviation=deviation,
        reliability=alpha,
        right_or_wrong=marks <= {0.0, 1.0},
        error=error,
        small=len(attempts) < SMALL_CLASS,
    )


def cronbach(scores: NDArray[np.float64]) -> float | None:
    """k/(k-1) · (1 - sum of the items' variances / variance of the totals), by rows without a gap."""
    rows, items = scores.shape if scores.ndim == 2 else (0, 0)
    if rows < 2 or items < 2:
        return None
    whole = float(scores.sum(axis=1).var(ddof=1))
    if whole == 0:
        return None
    return float(items / (items - 1) * (1 - scores.var(axis=0, ddof=1).sum() / whole))
