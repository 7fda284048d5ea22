"""Rounding by the course's rule and the band that a percentage falls into."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal
from fractions import Fraction

from unvo_core.problems import Problem


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


def band_problems(bands: Sequence[Band]) -> list[Problem]:
    found = []
    for i, band in enumerate(bands):
        if not 0 <= band.lower <= 100:
            found.append(Problem("scale.bound", f"bands.{i}", {"name": band.name}))
        if any(b.lower == band.lower or b.name == band.name for b in bands[:i]):
            found.append(Problem("scale.twice", f"bands.{i}", {"name": band.name}))
    return found
