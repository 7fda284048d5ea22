"""The late rule as arithmetic."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from fractions import Fraction
from typing import Literal

from unvo_core.schedule.spans import seconds_late

LatePer = Literal["hour", "day"]
UNIT_SECONDS = {"hour": 3600, "day": 86400}


@dataclass(frozen=True, slots=True)
class LateRule:
    """After `grace_minutes`, `percent` of the possible points for every started `per`.

    The deduction never takes a score below `floor_percent` of the possible points.
    """

    percent: Fraction
    per: LatePer = "day"
    grace_minutes: int = 0
    floor_percent: Fraction = Fraction(0)


@dataclass(frozen=True, slots=True, kw_only=True)
class LateResult:
    """given - deduction = counts, all in points."""

    seconds: int
    units: int
    given: Fraction
    deduction: Fraction
    counts: Fraction


def apply_late(
    rule: LateRule | None,
    given: Fraction,
    possible: Fraction,
    handed_in_at: datetime | None,
    due: datetime | None,
) -> LateResult:
    """What a score counts after the late rule. No hand-in time or no due moment: in time."""
    seconds = seconds_late(handed_in_at, due) if handed_in_at is not None else 0
    if rule is None or seconds == 0 or seconds <= rule.grace_minutes * 60:
        return LateResult(seconds=seconds, units=0, given=given, deduction=Fraction(0), counts=given)
    unit = UNIT_SECONDS[rule.per]
    units = -(-(seconds - rule.grace_minutes * 60) // unit)
    wanted = possible * rule.percent / 100 * units
    most = max(Fraction(0), given - possible * rule.floor_percent / 100)
    deduction = min(wanted, most)
    return LateResult(seconds=seconds, units=units, given=given, deduction=deduction, counts=given - deduction)
