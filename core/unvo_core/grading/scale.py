"""Rounding by the course's rule and the band that a percentage falls into."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal
from fractions import Fraction


@dataclass(frozen=True, slots=True)
class Band:
    """A name for all percentages from `lower` up to the next band."""

    name: str
    lower: Fraction


@dataclass(frozen=True, slots=True)
class Rounding:
    """Half up to `decimals`; letters from the rounded value, or the exact one."""

    decimals: int = 1
    letters_on_rounded: bool = True


def rounded(value: Fraction, decimals: int) -> Decimal:
    """Half up, away from zero on a tie, to `decimals` places."""
    exact, rest = divmod(abs(value.numerator) * 10**decimals, value.denominator)
    whole = exact + (1 if 2 * rest >= value.denominator else 0)
    return Decimal(whole if value >= 0 else -whole).scaleb(-decimals)


def band_of(value: Fraction, bands: Sequence[Band], rounding: Rounding) -> str | None:
    """The band's name; None below the lowest or without bands."""
    at = Fraction(rounded(value, rounding.decimals)) if rounding.letters_on_rounded else value
    fitting = [b for b in bands if at >= b.lower]
    return max(fitting, key=lambda b: b.lower).name if fitting else None
