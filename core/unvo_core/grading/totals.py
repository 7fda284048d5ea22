"""Current, floor and ceiling, each with its arithmetic as data."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal
from enum import StrEnum
from fractions import Fraction
from typing import Literal

from unvo_core.exact import exact_sum
from unvo_core.grading.drops import Scored, drop_highest, drop_lowest
from unvo_core.grading.scale import Band, Rounding, band_of, rounded

ZERO = Fraction(0)
COUNTED_ROLES = ("counted", "dropped_low", "dropped_high")
EntryRole = Literal["counted", "dropped_low", "dropped_high", "extra", "out"]
Kind = Literal["current", "floor", "ceiling"]


class Standing(StrEnum):
    """How one item enters the totals. WAITING: handed in and not scored yet, to the totals as OPEN."""

    SCORED = "scored"
    HELD = "held"
    WAITING = "waiting"
    OPEN = "open"
    MISSING = "missing"
    EXCUSED = "excused"


@dataclass(frozen=True, slots=True, kw_only=True)
class Entry:
    """One graded item of one student, in points.

    `points`: what counts, after the late rule; for MISSING, what the missing rule gives (None
    leaves it blank). `reachable`: the most that can still be had for work not yet scored.
    """

    item_id: int
    possible: Fraction
    standing: Standing
    points: Fraction | None = None
    reachable: Fraction | None = None
    extra_credit: bool = False
    never_dropped: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Category:
    """`weight` in percent; None when the course adds points. `entries` in path order."""

    id: int
    name: str
    weight: Fraction | None
    entries: tuple[Entry, ...]
    drop_lowest: int = 0
    drop_highest: int = 0
    equal_items: bool = False
    extra_credit: bool = False


@dataclass(frozen=True, slots=True)
class ItemRow:
    """How an item entered."""

    item_id: int
    role: EntryRole
    points: Fraction
    possible: Fraction


@dataclass(frozen=True, slots=True, kw_only=True)
class CategoryRow:
    """percent x effective weight / 100 = contribution, in points of the total's percentage.

    `on_top`: only extra credit is scored here so far. It adds its share of the category's own weight, measured by
    all the points that the category has, and takes no weight from the others. `scored` of the `whole` are the points
    of the category that have a score, dropped ones among them, and `share` is that part of the course, in percent.
    """

    category_id: int
    name: str
    numerator: Fraction
    denominator: Fraction
    percent: Fraction | None
    weight: Fraction | None
    effective_weight: Fraction
    contribution: Fraction
    items: tuple[ItemRow, ...]
    scored: Fraction
    whole: Fraction
    share: Fraction
    on_top: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Total:
    """`value` in percent, exact; None when nothing counts yet. `weight_scored`: share of the course in it;
    `weight_waiting`: share of it that is done and only waits for its score, both in percent."""

    kind: str
    value: Fraction | None
    shown: Decimal | None
    band: str | None
    rows: tuple[CategoryRow, ...]
    weight_scored: Fraction
    weight_waiting: Fraction


def points_in(kind: str, entry: Entry) -> Fraction | None:
    """The points with which an entry counts in a total of this kind; None leaves it out."""
    if entry.standing is Standing.EXCUSED:
        return None
    if entry.standing is Standing.SCORED:
        return entry.points
    if kind == "ceiling":
        if entry.reachable is not None:
            return entry.reachable
        return entry.points if entry.standing is Standing.MISSING else entry.possible
    if entry.standing is Standing.MISSING and entry.points is not None:
        return entry.points
    return ZERO if kind == "floor" else None


def total(kind: Kind, categories: Sequence[Category], bands: Sequence[Band], rounding: Rounding) -> Total:
    """One total of one student, with its arithmetic."""
    drafts = [_category_draft(kind, c) for c in categories]
    weighted = all(c.weight is not None for c in categories)
    shares = _shares(categories, drafts, [_scored_points(d) for d in drafts], weighted)
    rows = (_weighted if weighted else _by_points)(categories, drafts, shares)
    has_value = any(_carries(c, d) for c, d in zip(categories, drafts, strict=True))
    value = exact_sum(r.contribution for r in rows) if has_value else None
    return Total(
        kind=kind,
        value=value,
        shown=None if value is None else rounded(value, rounding.decimals),
        band=None if value is None else band_of(value, bands, rounding),
        rows=rows,
        weight_scored=exact_sum(shares),
        weight_waiting=exact_sum(_shares(categories, drafts, [_waiting_points(c) for c in categories], weighted)),
    )


@dataclass(frozen=True, slots=True)
class _Draft:
    items: tuple[ItemRow, ...]
    numerator: Fraction
    denominator: Fraction
    percent: Fraction | None
    on_top: bool
    whole: Fraction


def _carries(category: Category, draft: _Draft) -> bool:
    """Whether it takes part in the weights, and not only adds to what the others make."""
    return draft.percent is not None and not category.extra_credit and not draft.on_top


def _category_draft(kind: str, category: Category) -> _Draft:
    points = {e.item_id: points_in(kind, e) for e in category.entries}
    regular = [
        Scored(e.item_id, _in_unit(category, e, p), _in_unit(category, e, e.possible), not e.never_dropped)
        for e in category.entries
        if (p := points[e.item_id]) is not None and not e.extra_credit and e.possible > 0
    ]
    given = [(e, p) for e in category.entries if e.extra_credit and (p := points[e.item_id]) is not None]
    extra = exact_sum(_in_unit(category, e, p) for e, p in given)
    high = drop_highest(regular, category.drop_highest, extra)
    low = drop_lowest([s for s in regular if s.key not in high], category.drop_lowest, extra)
    rows = tuple(_item_row(e, points[e.item_id], low, high) for e in category.entries)
    kept = [s for s in regular if s.key not in low and s.key not in high] if low or high else regular
    on_top = not kept and bool(given)
    denominator = _whole(category) if on_top else exact_sum(s.possible for s in kept)
    numerator = exact_sum(s.raw for s in kept) + extra
    percent = numerator / denominator * 100 if denominator else None
    return _Draft(rows, numerator, denominator, percent, on_top and percent is not None, _possible(category))


def _whole(category: Category) -> Fraction:
    """All that can be had in the category, in its unit; of a category of extra credit alone, that."""
    there = [e for e in category.entries if e.possible > 0 and e.standing is not Standing.EXCUSED]
    regular = [e for e in there if not e.extra_credit]
    return exact_sum(_in_unit(category, e, e.possible) for e in regular or there)


def droppable(category: Category) -> int:
    """Among how many items drops choose: those with points that are no extra credit."""
    return sum(not e.extra_credit and e.possible > 0 for e in category.entries)


def _in_unit(category: Category, entry: Entry, points: Fraction) -> Fraction:
    """Points; where all items of the category weigh the same, shares of one item.

    Extra points of an item that has no points of its own are shares of the category's middling item.
    """
    if not category.equal_items:
        return points
    if entry.possible:
        return points / entry.possible
    sizes = [e.possible for e in category.entries if e.possible > 0]
    return points * len(sizes) / exact_sum(sizes) if sizes else ZERO


def _item_row(entry: Entry, points: Fraction | None, low: frozenset[int], high: frozenset[int]) -> ItemRow:
    if points is None or (entry.possible == 0 and not entry.extra_credit):
        return ItemRow(entry.item_id, "out", ZERO, entry.possible)
    role: EntryRole = "extra" if entry.extra_credit else "counted"
    if entry.item_id in low:
        role = "dropped_low"
    elif entry.item_id in high:
        role = "dropped_high"
    return ItemRow(entry.item_id, role, points, entry.possible)


def _weighted(
    categories: Sequence[Category], drafts: Sequence[_Draft], shares: Sequence[Fraction]
) -> tuple[CategoryRow, ...]:
    """Weights of categories with nothing in them are spread over the others in proportion."""
    pairs = list(zip(categories, drafts, strict=True))
    live_weight = exact_sum(c.weight or ZERO for c, d in pairs if _carries(c, d))
    rows = []
    for (category, draft), share in zip(pairs, shares, strict=True):
        weight = category.weight or ZERO
        effective = ZERO
        if category.extra_credit or draft.on_top:
            effective = weight
        elif draft.percent is not None and live_weight:
            effective = weight * 100 / live_weight
        rows.append(_row(category, draft, effective, share))
    return tuple(rows)


def _by_points(
    categories: Sequence[Category], drafts: Sequence[_Draft], shares: Sequence[Fraction]
) -> tuple[CategoryRow, ...]:
    """Without weights a category weighs what its points are of all points counted."""
    pairs = list(zip(categories, drafts, strict=True))
    base = exact_sum(d.denominator for c, d in pairs if _carries(c, d))
    return tuple(
        _row(c, d, d.denominator / base * 100 if base else ZERO, share)
        for (c, d), share in zip(pairs, shares, strict=True)
    )


def _row(category: Category, draft: _Draft, effective: Fraction, share: Fraction) -> CategoryRow:
    contribution = draft.percent * effective / 100 if draft.percent is not None else ZERO
    return CategoryRow(
        category_id=category.id,
        name=category.name,
        numerator=draft.numerator,
        denominator=draft.denominator,
        percent=draft.percent,
        weight=category.weight,
        effective_weight=effective,
        contribution=contribution,
        items=draft.items,
        scored=_scored_points(draft),
        whole=draft.whole,
        share=share,
        on_top=draft.on_top,
    )


def _scored_points(draft: _Draft) -> Fraction:
    return exact_sum(r.possible for r in draft.items if r.role in COUNTED_ROLES)


def _waiting_points(category: Category) -> Fraction:
    waiting = (Standing.HELD, Standing.WAITING)
    return exact_sum(e.possible for e in category.entries if not e.extra_credit and e.standing in waiting)


def _possible(category: Category) -> Fraction:
    """The points that the category has for this student, extra credit left out."""
    return exact_sum(e.possible for e in category.entries if not e.extra_credit and e.standing is not Standing.EXCUSED)


def _shares(
    categories: Sequence[Category], drafts: Sequence[_Draft], parts: Sequence[Fraction], weighted: bool
) -> list[Fraction]:
    """Percent of the course's weight (or points) that lies in these parts of its categories' points."""
    possible = [d.whole for d in drafts]
    weights = [
        ZERO if c.extra_credit else (c.weight or ZERO) if weighted else p
        for c, p in zip(categories, possible, strict=True)
    ]
    whole = exact_sum(weights)
    return [
        w * part / p / whole * 100 if w and p else ZERO for w, part, p in zip(weights, parts, possible, strict=True)
    ]
