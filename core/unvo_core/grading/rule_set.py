"""All rules by which a course grades, and what can be wrong with them."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from fractions import Fraction

from unvo_core.grading.conversion import ConversionTable, table_problems
from unvo_core.grading.late import LateRule
from unvo_core.grading.scale import Band, Rounding
from unvo_core.grading.totals import Category
from unvo_core.problems import Problem

MOST_DECIMALS = 3
MOST_GRACE_MINUTES = 14 * 24 * 60
MOST_WEIGHT = 500
"""Percent. Weights need not add to 100; a single one above this is a slip of the keys."""


@dataclass(frozen=True, slots=True, kw_only=True)
class RuleSet:
    """`late_rules` by name. `missing_percent`: what missing work counts, of its points; None leaves it out."""

    categories: tuple[Category, ...]
    late_rules: tuple[tuple[str, LateRule], ...]
    missing_percent: Fraction | None
    bands: tuple[Band, ...]
    rounding: Rounding
    tables: tuple[ConversionTable, ...] = ()


def rule_problems(rules: RuleSet) -> list[Problem]:
    """Paths as 'categories.0.weight'."""
    return [
        *_names("categories", [c.name for c in rules.categories]),
        *_weights(rules.categories),
        *_names("late_rules", [name for name, _ in rules.late_rules]),
        *_late(rules.late_rules),
        *_missing(rules.missing_percent),
        *_scale(rules.bands, rules.rounding),
        *_names("tables", [t.name for t in rules.tables]),
        *table_problems(rules.tables),
    ]


def _names(where: str, names: Sequence[str]) -> Iterator[Problem]:
    times = Counter(name.casefold() for name in names)
    for n, name in enumerate(names):
        if not name:
            yield Problem("grading.unnamed", f"{where}.{n}.name")
        elif times[name.casefold()] > 1:
            yield Problem("grading.name_twice", f"{where}.{n}.name", {"name": name})


def _weights(categories: Sequence[Category]) -> Iterator[Problem]:
    with_weight = [c for c in categories if c.weight is not None]
    for n, category in enumerate(categories):
        weight = category.weight
        if weight is None and with_weight:
            yield Problem("grading.weight_missing", f"categories.{n}.weight", {"name": category.name})
        elif weight is not None and not 0 <= weight <= MOST_WEIGHT:
            yield Problem("grading.weight_range", f"categories.{n}.weight", {"name": category.name})
    if with_weight and not any(c.weight for c in with_weight if not c.extra_credit):
        yield Problem("grading.no_weight", "categories.0.weight")


def _late(rules: Sequence[tuple[str, LateRule]]) -> Iterator[Problem]:
    for n, (name, rule) in enumerate(rules):
        if not 0 < rule.percent <= 100:
            yield Problem("grading.late_percent", f"late_rules.{n}.percent", {"name": name})
        if not 0 <= rule.floor_percent <= 100:
            yield Problem("grading.late_floor", f"late_rules.{n}.floor_percent", {"name": name})
        if not 0 <= rule.grace_minutes <= MOST_GRACE_MINUTES:
            yield Problem("grading.late_grace", f"late_rules.{n}.grace_minutes", {"name": name})


def _missing(percent: Fraction | None) -> Iterator[Problem]:
    if percent is not None and not 0 <= percent <= 100:
        yield Problem("grading.missing_percent", "missing_percent")


def _scale(bands: Sequence[Band], rounding: Rounding) -> Iterator[Problem]:
    yield from _names("bands", [b.name for b in bands])
    times = Counter(b.lower for b in bands)
    for n, band in enumerate(bands):
        if not 0 <= band.lower <= 200:
            yield Problem("grading.band_range", f"bands.{n}.lower", {"name": band.name})
        elif times[band.lower] > 1:
            yield Problem("grading.band_twice", f"bands.{n}.lower", {"lower": float(band.lower)})
    if not 0 <= rounding.decimals <= MOST_DECIMALS:
        yield Problem("grading.decimals", "decimals", {"most": MOST_DECIMALS})
