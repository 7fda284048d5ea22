"""Whether a number is the one asked for, and given in the form asked for."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction
from math import gcd

from unvo_core.answers.form_errors import FormError
from unvo_core.answers.tree import Binary, Mixed, Negative, Node, Number
from unvo_core.answers.values import Interval, Value, error, high, low, middle

MOST_PLACES = 12


class Nearness(StrEnum):
    EXACT = "exact"
    WITHIN = "within"
    RELATIVE = "relative"
    DECIMALS = "decimals"
    FIGURES = "figures"


@dataclass(frozen=True, slots=True)
class Tolerance:
    """How near is near enough.

    `amount`: for WITHIN in the unit of the answer; for RELATIVE a share of the key (1/1000 is 0.1 %); for DECIMALS and
    FIGURES how many places or significant figures are asked for, to half a unit of the last of them.
    """

    nearness: Nearness = Nearness.EXACT
    amount: Fraction = Fraction(0)


def is_near(value: Value, key: Value, tolerance: Tolerance) -> bool:
    """What cannot be told within the stated error of either counts as near."""
    apart = abs(middle(value) - middle(key))
    return apart <= allowed(key, tolerance) + error(value) + error(key)


def allowed(key: Value, tolerance: Tolerance) -> Fraction:
    """The greatest distance from the key, both ends included."""
    match tolerance.nearness:
        case Nearness.EXACT:
            return Fraction(0)
        case Nearness.WITHIN:
            return tolerance.amount
        case Nearness.RELATIVE:
            return tolerance.amount * max(abs(low(key)), abs(high(key)))
        case Nearness.DECIMALS:
            return Fraction(1, 2) / Fraction(10) ** int(tolerance.amount)
        case Nearness.FIGURES:
            return Fraction(1, 2) * last_figure(middle(key), int(tolerance.amount))


def last_figure(value: Fraction, figures: int) -> Fraction:
    """The unit of the last of so many significant figures; 0 of nought, which has none."""
    if value == 0:
        return Fraction(0)
    size = abs(value)
    place = len(str(size.numerator)) - len(str(size.denominator))
    if size < Fraction(10) ** place:
        place -= 1
    return Fraction(10) ** (place - figures + 1)


def too_few_places(node: Node, key: Value, tolerance: Tolerance) -> FormError | None:
    """Of a number that is written out; one that is worked out of others has as many places as one likes."""
    given = literal(node)
    asked = int(tolerance.amount)
    if given is None:
        return None
    if tolerance.nearness is Nearness.DECIMALS and given.decimals < asked and not _ends_by(key, given.decimals):
        return FormError("too_few_decimals", params={"least": str(asked), "got": str(given.decimals)})
    if tolerance.nearness is Nearness.FIGURES and given.significant < asked:
        place = last_figure(middle(key), given.significant)
        if isinstance(key, Interval) or place == 0 or (key / place).denominator != 1:
            return FormError("too_few_figures", params={"least": str(asked), "got": str(given.significant)})
    return None


def literal(node: Node) -> Number | None:
    """The number itself when nothing but a sign stands before it."""
    bare = node.of if isinstance(node, Negative) else node
    return bare if isinstance(bare, Number) else None


def _ends_by(key: Value, places: int) -> bool:
    return isinstance(key, Fraction) and (key * 10**places).denominator == 1


def not_a_fraction(node: Node) -> FormError | None:
    """Unless it is a whole number, a fraction of whole numbers in lowest terms, or a mixed number in lowest terms."""
    bare = node.of if isinstance(node, Negative) else node
    match bare:
        case Number(text) if text.isdigit():
            return None
        case Mixed(_, numerator, denominator):
            return None if gcd(int(numerator), int(denominator)) == 1 else FormError("not_lowest")
        case Binary("/", left, right):
            top = literal(left)
            if top is None or not isinstance(right, Number) or not (top.text.isdigit() and right.text.isdigit()):
                return FormError("not_fraction")
            lowest = gcd(int(top.text), int(right.text)) == 1 and int(right.text) > 1
            return None if lowest else FormError("not_lowest")
        case _:
            return FormError("not_fraction")
