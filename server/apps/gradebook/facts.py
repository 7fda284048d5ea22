"""Rows to frozen core values, nowhere else."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from decimal import Decimal
from fractions import Fraction

from unvo_core.grading.attempts import counting_attempt, mean_result
from unvo_core.grading.conversion import ConversionTable
from unvo_core.grading.item_rules import ItemRules
from unvo_core.grading.late import LatePer, LateResult, LateRule, apply_late
from unvo_core.grading.scale import Band, Rounding
from unvo_core.grading.totals import Category, Entry

from apps.gradebook import models


@dataclass(frozen=True, slots=True)
class AttemptScore:
    attempt: int
    raw: Fraction
    handed_in_at: datetime | None
    released: bool
    comment: str
    version: int = 1


@dataclass(frozen=True, slots=True)
class CellScores:
    """One cell with its attempts in order."""

    excused: bool
    attempts: tuple[AttemptScore, ...]

    @property
    def held(self) -> bool:
        """A score lies here that its student can't see yet."""
        return not all(a.released for a in self.attempts)

    @property
    def as_seen(self) -> CellScores:
        """The cell as its student sees it: a later attempt that is held takes nothing away of what was released."""
        return CellScores(self.excused, tuple(a for a in self.attempts if a.released)) if self.held else self


@dataclass(frozen=True, slots=True)
class Counted:
    """The attempt that counts, after its conversion table and the late rule; `attempt` is its number, None for the mean
    of all, `raw` its points before the table, where there is one."""

    result: LateResult
    comment: str
    attempts: int
    attempt: int | None = None
    raw: Fraction | None = None


def fraction(value: Decimal | None) -> Fraction:
    return Fraction(value) if value is not None else Fraction(0)


def late_rule_of(row: models.LateRule | None) -> LateRule | None:
    if row is None:
        return None
    per: LatePer = "hour" if row.per == "hour" else "day"
    return LateRule(fraction(row.percent), per, row.grace_minutes, fraction(row.floor_percent))


def rules_of(row: models.GradedItem, table: ConversionTable | None = None) -> ItemRules:
    return ItemRules(row.counting, late_rule_of(row.late_rule), table)  # type: ignore[arg-type]


def table_of(row: models.ConversionTable) -> ConversionTable:
    return ConversionTable(
        name=row.name,
        rows=tuple((Fraction(points), Fraction(percent)) for points, percent in row.rows),
        category=row.category_id,
        group=row.group_id,
        from_week=row.from_week,
        until_week=row.until_week,
        from_day=row.from_day,
        until_day=row.until_day,
    )


def core_category(row: models.Category, entries: Sequence[Entry]) -> Category:
    return Category(
        id=row.pk,
        name=row.name,
        weight=None if row.weight is None else Fraction(str(row.weight)),
        entries=tuple(entries),
        drop_lowest=row.drop_lowest,
        drop_highest=row.drop_highest,
        equal_items=row.equal_items,
        extra_credit=row.extra_credit,
    )


def bands_of(scheme: models.GradingScheme) -> tuple[Band, ...]:
    return tuple(Band(name, Fraction(str(lower))) for name, lower in scheme.bands)


def rounding_of(scheme: models.GradingScheme) -> Rounding:
    return Rounding(scheme.decimals, scheme.letters_on_rounded)


def counted(cell: CellScores, rules: ItemRules, possible: Fraction, due: datetime | None) -> Counted | None:
    """What a cell counts: each attempt by the conversion table, then after the late rule; then the one that the rule
    picks, or their mean.

    To a student only what is released counts: `cell.as_seen`.
    """
    results = [
        apply_late(rules.late_rule, rules.recorded(a.raw, possible), possible, a.handed_in_at, due)
        for a in cell.attempts
    ]
    if not results:
        return None
    at = counting_attempt(rules.counting, [r.counts for r in results])
    if at is None:
        return Counted(mean_result(results), cell.attempts[-1].comment, len(results))
    one = cell.attempts[at]
    return Counted(results[at], one.comment, len(results), one.attempt, one.raw if rules.table else None)
