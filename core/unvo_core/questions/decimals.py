"""Exact numbers as decimals; never by way of floating point, which has sixteen figures at most."""

from __future__ import annotations

from fractions import Fraction

from unvo_core.answers.values import Value, middle

MOST_PLACES = 12


def rounded(value: Value, places: int) -> Fraction:
    """Half away from nought, as calculators do."""
    size = abs(middle(value)) * 10**places
    whole = int(size) + (size - int(size) >= Fraction(1, 2))
    return Fraction(whole if middle(value) >= 0 else -whole, 10**places)


def fixed(value: Value, places: int) -> str:
    """With so many decimals."""
    whole = int(rounded(value, places) * 10**places)
    figures = f"{abs(whole):0{places + 1}d}"
    text = figures if places == 0 else f"{figures[:-places]}.{figures[-places:]}"
    return f"-{text}" if whole < 0 else text


def places_of(value: Fraction, most: int = MOST_PLACES) -> int | None:
    """After how many decimals it ends; None where it does not within so many."""
    return next((places for places in range(most + 1) if (value * 10**places).denominator == 1), None)


def written(value: Fraction) -> str:
    """As a decimal where it ends, else as the fraction that it is."""
    places = places_of(value)
    return str(value) if places is None else fixed(value, places)
