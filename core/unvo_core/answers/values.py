"""Numbers as answers have them: fractions where they are exact, and elsewhere intervals that contain the value.

An interval is worked out by mpmath's interval arithmetic at 128 bits, outwards rounded, so that its width is the stated
error; nothing of it depends on the machine's own floating point.
"""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from math import isqrt
from typing import TypeAlias

from mpmath.libmp import from_rational, libmpi, mpf_shift, round_ceiling, round_floor, to_rational

PRECISION = 128
MOST_BITS = 20_000
"""Of a fraction's numerator and denominator; longer ones go on as intervals."""
MOST_MAGNITUDE = 100_000
"""Binary digits before or behind the point of an interval."""

Endpoints: TypeAlias = tuple[tuple[int, int, int, int], tuple[int, int, int, int]]


class Undefined(Exception):
    """No value: `code` says why, as a form error would."""

    def __init__(self, code: str) -> None:
        super().__init__(code)
        self.code = code


@dataclass(frozen=True, slots=True)
class Interval:
    """A real number known to lie between two dyadic fractions, both included."""

    ends: Endpoints

    @property
    def low(self) -> Fraction:
        return Fraction(*to_rational(self.ends[0]))

    @property
    def high(self) -> Fraction:
        return Fraction(*to_rational(self.ends[1]))


Value: TypeAlias = Fraction | Interval


def low(value: Value) -> Fraction:
    return value if isinstance(value, Fraction) else value.low


def high(value: Value) -> Fraction:
    return value if isinstance(value, Fraction) else value.high


def middle(value: Value) -> Fraction:
    return value if isinstance(value, Fraction) else (value.low + value.high) / 2


def error(value: Value) -> Fraction:
    """The most that `middle` can be off."""
    return Fraction(0) if isinstance(value, Fraction) else (value.high - value.low) / 2


def is_zero(value: Value) -> bool:
    """Exactly zero. Raises Undefined where it cannot be told."""
    if isinstance(value, Fraction):
        return value == 0
    if sign(value) == 0:
        raise Undefined("imprecise")
    return False


def sign(value: Value) -> int:
    """-1, 1, or 0 for zero and for an interval around it."""
    return 1 if low(value) > 0 else -1 if high(value) < 0 else 0


def bits(value: Fraction) -> int:
    return max(value.numerator.bit_length(), value.denominator.bit_length())


def ends(value: Value) -> Endpoints:
    """As an interval's endpoints, rounded outwards."""
    if isinstance(value, Interval):
        return value.ends
    if abs(value.numerator.bit_length() - value.denominator.bit_length()) > MOST_MAGNITUDE:
        raise Undefined("too_big")
    (p, above), (q, below) = _odd(value.numerator), _odd(value.denominator)
    floor, ceiling = (from_rational(p, q, PRECISION, way) for way in (round_floor, round_ceiling))
    return mpf_shift(floor, above - below), mpf_shift(ceiling, above - below)


def _odd(number: int) -> tuple[int, int]:
    """A number without its factors of two, and how many those were: mpmath would take them out a few at a time."""
    twos = max((number & -number).bit_length() - 1, 0)
    return number >> twos, twos


def interval(found: Endpoints) -> Interval:
    """What a function of mpmath gave, if it is a number of a size that can be gone on with."""
    for _, mantissa, exponent, count in found:
        if (not mantissa and exponent) or abs(exponent + count) > MOST_MAGNITUDE:
            raise Undefined("too_big")
    return Interval(found)


def exact(value: Fraction) -> Value:
    """A fraction, or the interval around it when it has grown too long to go on with."""
    return value if bits(value) <= MOST_BITS else interval(ends(value))


def add(a: Value, b: Value) -> Value:
    if isinstance(a, Fraction) and isinstance(b, Fraction):
        return exact(a + b)
    return interval(libmpi.mpi_add(ends(a), ends(b), PRECISION))


def negate(a: Value) -> Value:
    return -a if isinstance(a, Fraction) else Interval(libmpi.mpi_neg(a.ends))


def subtract(a: Value, b: Value) -> Value:
    return add(a, negate(b))


def multiply(a: Value, b: Value) -> Value:
    if isinstance(a, Fraction) and isinstance(b, Fraction):
        return exact(a * b)
    return interval(libmpi.mpi_mul(ends(a), ends(b), PRECISION))


def divide(a: Value, b: Value) -> Value:
    if is_zero(b):
        raise Undefined("undefined_division")
    if isinstance(a, Fraction) and isinstance(b, Fraction):
        return exact(a / b)
    return interval(libmpi.mpi_div(ends(a), ends(b), PRECISION))


def whole_root(value: Fraction, degree: int) -> Fraction | None:
    """The exact root of a fraction that is not negative, where it has one."""
    top, bottom = _whole_root(value.numerator, degree), _whole_root(value.denominator, degree)
    return None if top is None or bottom is None else Fraction(top, bottom)


def _whole_root(number: int, degree: int) -> int | None:
    if degree == 2:
        guess = isqrt(number)
    elif number.bit_length() <= degree:
        guess = min(number, 1)
    else:
        guess = 1 << -(-number.bit_length() // degree)
        while (smaller := ((degree - 1) * guess + number // guess ** (degree - 1)) // degree) < guess:
            guess = smaller
    return guess if guess**degree == number else None
