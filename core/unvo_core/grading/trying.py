"""What would be: scores tried in place of others, and what is needed on all that is left to reach a band."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from typing import Literal

from unvo_core.grading.scale import Band, Rounding, rounded
from unvo_core.grading.totals import Category, Entry, Standing, points_in, total

STEPS = 1000
"""Needed shares are told in tenths of a percent."""
Outlook = Literal["certain", "possible", "out_of_reach"]


@dataclass(frozen=True, slots=True)
class Reach:
    """Whether a band can be reached: already whatever comes, with `share` percent of what can still be had on each
    item that is left, or not any more. `share`: the least tenth of a percent that does; None unless it is possible."""

    band: Band
    outlook: Outlook
    share: Fraction | None = None


def with_scores(categories: Sequence[Category], tried: Mapping[int, Fraction]) -> list[Category]:
    """As if these items had these points; who is excused from one stays so."""

    def entry(one: Entry) -> Entry:
        if one.item_id not in tried or one.standing is Standing.EXCUSED:
            return one
        return replace(one, standing=Standing.SCORED, points=tried[one.item_id], reachable=None)

    return [replace(c, entries=tuple(entry(e) for e in c.entries)) for c in categories]


def at_share(categories: Sequence[Category], share: Fraction) -> list[Category]:
    """As if all that is left brought this share (0 to 1) of what can still be had, over what it brings by itself."""

    def entry(one: Entry) -> Entry:
        low, high = points_in("floor", one), points_in("ceiling", one)
        if one.standing in (Standing.SCORED, Standing.EXCUSED) or low is None or high is None:
            return one
        return replace(one, standing=Standing.SCORED, points=low + share * (high - low), reachable=None)

    return [replace(c, entries=tuple(entry(e) for e in c.entries)) for c in categories]


def to_reach(categories: Sequence[Category], bands: Sequence[Band], rounding: Rounding) -> list[Reach]:
    """For every band above the lowest, the highest first; none where nothing counts at all. A total never falls when
    a score rises, so the share is found by halving."""
    if total("ceiling", categories, bands, rounding).value is None:
        return []
    lowest = min((b.lower for b in bands), default=Fraction(0))
    wanted = sorted((b for b in bands if b.lower > lowest), key=lambda b: b.lower, reverse=True)
    return [_reach(categories, band, bands, rounding) for band in wanted]


def _reach(categories: Sequence[Category], band: Band, bands: Sequence[Band], rounding: Rounding) -> Reach:
    def reached(step: int) -> bool:
        value = total("current", at_share(categories, Fraction(step, STEPS)), bands, rounding).value
        if value is None:
            return False
        at = Fraction(rounded(value, rounding.decimals)) if rounding.letters_on_rounded else value
        return at >= band.lower

    if reached(0):
        return Reach(band, "certain")
    if not reached(STEPS):
        return Reach(band, "out_of_reach")
    below, enough = 0, STEPS
    while enough - below > 1:
        middle = (below + enough) // 2
        below, enough = (below, middle) if reached(middle) else (middle, enough)
    return Reach(band, "possible", Fraction(enough * 100, STEPS))
