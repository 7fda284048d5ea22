"""Rows to frozen core values, nowhere else."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from decimal import Decimal
from fractions import Fraction
from typing import Literal

from unvo_core.grading.attempts import Counting
from unvo_core.grading.late import LateResult, LateRule, apply_late
from unvo_core.grading.scale import Band, Rounding

from apps.gradebook import models


@dataclass(frozen=True, slots=True)
class AttemptScore:
    attempt: int
    raw: Fraction
    handed_in_at: datetime | None
    released: bool
    comment: str


@dataclass(frozen=True, slots=True)
class CellScores:
    """One cell with its attempts in order."""

    excused: bool
    attempts: tuple[AttemptScore, ...]


@dataclass(frozen=True, slots=True)
class ItemRules:
    """How the scores of one item count."""

    counting: Counting
    late_rule: LateRule | None


@dataclass(frozen=True, slots=True)
class Counted:
    """The attempt that counts, after the late rule. `released` is false while it is held."""

    result: LateResult
    released: bool
    comment: str
    attempts: int


def fraction(value: Decimal | None) -> Fraction:
    return Fraction(value) if value is not None else Fraction(0)


def late_rule_of(row: models.LateRule | None) -> LateRule | None:
    if row is None:
        return None
    per: Literal["hour", "day"] = "hour" if row.per == "hour" else "day"
    return LateRule(fraction(row.percent), per, row.grace_minutes, fraction(row.floor_percent))


def rules_of(row: models.GradedItem) -> ItemRules:
    return ItemRules(row.counting, late_rule_of(row.late_rule))  # type: ignore[arg-type]


def bands_of(scheme: models.GradingScheme) -> tuple[Band, ...]:
    return tuple(Band(name, Fraction(str(lower))) for name, lower in scheme.bands)


def rounding_of(scheme: models.GradingScheme) -> Rounding:
    return Rounding(scheme.decimals, scheme.letters_on_rounded)


def counted(cell: CellScores, rules: ItemRules, possible: Fraction, due: datetime | None) -> Counted | None:
    """What a cell counts: each attempt after the late rule, then the one that the rule picks."""
    results = [(a, apply_late(rules.late_rule, a.raw, possible, a.handed_in_at, due)) for a in cell.attempts]
    if not results:
        return None
    released = all(a.released for a, _ in results)
    if rules.counting == "mean":
        mean = sum((r.counts for _, r in results), Fraction(0)) / len(results)
        given = sum((r.given for _, r in results), Fraction(0)) / len(results)
        units = max(r.units for _, r in results)
        seconds = max(r.seconds for _, r in results)
        result = LateResult(seconds, units, given, given - mean, mean)
        return Counted(result, released, results[-1][0].comment, len(results))
    picked = {
        "best": max(results, key=lambda pair: pair[1].counts),
        "latest": results[-1],
        "first": results[0],
    }[rules.counting]
    return Counted(picked[1], picked[0].released, picked[0].comment, len(results))
