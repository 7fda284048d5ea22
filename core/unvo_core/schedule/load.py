"""How much work falls into a day or week, against the credit-hour rule."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import date
from enum import StrEnum
from fractions import Fraction

HOURS_PER_CREDIT_AND_WEEK = 3
"""One hour of class and two of work outside it (34 CFR 600.2), over about fifteen weeks."""

WEEKS_OF_THE_RULE = 15
TOLERANCE = Fraction(1, 4)


class Load(StrEnum):
    LIGHT = "light"
    FITTING = "fitting"
    OVER = "over"


def weekly_minutes(credits: Fraction, weeks: int = WEEKS_OF_THE_RULE) -> Fraction:
    """Minutes of class and work a week that `credits` stand for; a shorter term carries the same in fewer weeks."""
    return credits * HOURS_PER_CREDIT_AND_WEEK * 60 * Fraction(WEEKS_OF_THE_RULE, max(1, weeks))


def load_of(minutes: int, credits: Fraction, weeks: int = WEEKS_OF_THE_RULE) -> Load:
    """A week against its credits: over, or light, by more than a quarter. Without credits all fits."""
    wanted = weekly_minutes(credits, weeks)
    if credits > 0 and minutes > wanted * (1 + TOLERANCE):
        return Load.OVER
    if credits > 0 and minutes < wanted * (1 - TOLERANCE):
        return Load.LIGHT
    return Load.FITTING


def minutes_by_day(due: Iterable[tuple[date, int]]) -> dict[date, int]:
    """The minutes of work due on each day."""
    found: dict[date, int] = {}
    for day, minutes in due:
        found[day] = found.get(day, 0) + minutes
    return found
