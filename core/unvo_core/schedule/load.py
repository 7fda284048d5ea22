"""How much work falls into a week, against the credit-hour rule."""

from __future__ import annotations

from fractions import Fraction

HOURS_PER_CREDIT_AND_WEEK = 3
"""One hour of class and two of work outside it (34 CFR 600.2), over about fifteen weeks."""

TOLERANCE = Fraction(1, 4)


def weekly_minutes(credits: Fraction) -> Fraction:
    """Minutes of work a week that `credits` stand for."""
    return credits * HOURS_PER_CREDIT_AND_WEEK * 60


def is_overloaded(minutes: int, credits: Fraction) -> bool:
    """True when a week asks for over a quarter more than its credits stand for."""
    return credits > 0 and minutes > weekly_minutes(credits) * (1 + TOLERANCE)
