"""Drops of a whole class at once: as `drops`, by rows of a matrix (Kane & Kane 2006; the climb is Dinkelbach's)."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from unvo_core.grading.columns import Bools, CategoryColumns, Floats, Ints

Places = NDArray[np.intp]
SETTLED = 1e-12
MOST_STEPS = 60
TIE = 1e-9
NEVER = 1e300
FEW = 4
"""So many least ones are found faster one by one than by parting the row."""


class Scored(NamedTuple):
    """What is scored in a category, a student a row: `raw` is 0 where nothing is `here`. `points`, extra credit among
    them, and `sizes`: their sums."""

    raw: Floats
    here: Bools
    points: Floats
    sizes: Floats

    def rows(self, at: slice | Ints) -> Scored:
        return Scored(self.raw[at], self.here[at], self.points[at], self.sizes[at])


class Dropped(NamedTuple):
    """What is left. `unsure`: rows in which one that goes stands equal to one that stays and is not alike, where it
    matters which of them goes."""

    left: Scored
    unsure: Bools


def dropped(scored: Scored, category: CategoryColumns, *, by_points: bool) -> Dropped:
    """First the highest, then of the rest the lowest. `by_points`: a category weighs what is possible in it. Equals
    come to the same percent, but which of them goes decides what is left to drop from, and what is possible."""
    unsure = np.zeros(len(scored.raw), np.bool_)
    if category.drop_highest:
        ties = by_points or category.drop_lowest > 0
        scored, unsure = _without(scored, category, -1.0, category.drop_highest, ties=ties)
    if category.drop_lowest:
        scored, tied = _without(scored, category, 1.0, category.drop_lowest, ties=by_points)
        unsure |= tied
    return Dropped(scored, unsure)


def _without(scored: Scored, category: CategoryColumns, sign: float, count: int, *, ties: bool) -> Dropped:
    """`sign` 1 for the lowest, -1 for the highest. One score always stays. `ties`: they matter."""
    may = scored.here if category.droppable.all() else scored.here & category.droppable
    most = np.minimum(np.minimum(count, may.sum(axis=1)), scored.here.sum(axis=1) - 1)
    points, sizes, unsure = scored.points.copy(), scored.sizes.copy(), np.zeros(len(most), np.bool_)
    left = scored.here.copy() if ties else scored.here
    raw = scored.raw.copy() if ties else scored.raw
    for n in np.unique(most[most > 0]):
        rows = np.flatnonzero(most == n)
        own = slice(None) if rows.size == len(most) else rows
        of = scored.rows(own)
        places, share = _climb(of, may[own], category.sizes, int(n), sign)
        points[own] -= np.take_along_axis(of.raw, places, axis=1).sum(axis=1)
        sizes[own] -= category.sizes[places].sum(axis=1)
        if ties:
            ranked = _ranked(of, may[own], category.sizes, share, sign)
            unsure[own] = _tied(ranked, of.raw, category.sizes, places)
            left[rows[:, None], places] = False
            raw[rows[:, None], places] = 0.0
    return Dropped(Scored(raw, left, points, sizes), unsure)


def _climb(scored: Scored, may: Bools, sizes: Floats, count: int, sign: float) -> tuple[Places, Floats]:
    """Which go, by row, and the share by which they were chosen. For a trial share drop those of the least
    raw - share * size; the share that the kept ones reach is the next."""
    share = scored.points / scored.sizes
    places, at = _least(scored, may, sizes, share, count, sign), np.arange(len(share))
    for _step in range(MOST_STEPS):
        of, own = scored.rows(at), places[at]
        better = (of.points - _sum(of.raw, own)) / (of.sizes - sizes[own].sum(axis=1))
        moves = np.abs(better - share[at]) > SETTLED * (1 + np.abs(better))
        share[at] = better
        at = at[moves]
        if not at.size:
            break
        places[at] = _least(scored.rows(at), may[at], sizes, share[at], count, sign)
    return places, share


def _sum(raw: Floats, places: Places) -> Floats:
    found: Floats = np.take_along_axis(raw, places, axis=1).sum(axis=1)
    return found


def _ranked(scored: Scored, may: Bools, sizes: Floats, share: Floats, sign: float) -> Floats:
    ranked = np.multiply.outer(share, sizes)
    np.subtract(scored.raw, ranked, out=ranked)
    if sign < 0:
        np.negative(ranked, out=ranked)
    ranked += ~may * NEVER
    return ranked


def _least(scored: Scored, may: Bools, sizes: Floats, share: Floats, count: int, sign: float) -> Places:
    ranked = _ranked(scored, may, sizes, share, sign)
    if count > FEW:
        return np.argpartition(ranked, count - 1, axis=1)[:, :count]
    places = np.empty((len(share), count), dtype=np.intp)
    for n in range(count):
        places[:, n] = ranked.argmin(axis=1)
        if n + 1 < count:
            np.put_along_axis(ranked, places[:, n : n + 1], NEVER, axis=1)
    return places


def _tied(ranked: Floats, raw: Floats, sizes: Floats, places: Places) -> Bools:
    """Rows in which something that stays ranks with something that goes, and is not the same score."""
    picked = np.zeros(ranked.shape, np.bool_)
    np.put_along_axis(picked, places, True, axis=1)
    last = np.where(picked, ranked, -np.inf)
    edge, place = last.max(axis=1), last.argmax(axis=1)
    near = ~picked & (np.abs(ranked - edge[:, None]) < TIE * (1 + np.abs(edge))[:, None])
    alike = (raw == np.take_along_axis(raw, place[:, None], axis=1)) & (sizes == sizes[place][:, None])
    found: Bools = (near & ~alike).any(axis=1)
    return found
