"""Functions of angles, in degrees or radians; exact at the angles where the sine is a fraction (Niven's theorem)."""

from __future__ import annotations

from fractions import Fraction

from mpmath.libmp import libmpi
from unvo_core.answers.powers import square_root
from unvo_core.answers.values import (
    PRECISION,
    Undefined,
    Value,
    divide,
    ends,
    high,
    interval,
    is_zero,
    low,
    multiply,
    sign,
    subtract,
)

SINES = {0: Fraction(0), 30: Fraction(1, 2), 90: Fraction(1), 150: Fraction(1, 2), 180: Fraction(0)} | {
    210: Fraction(-1, 2),
    270: Fraction(-1),
    330: Fraction(-1, 2),
}
"""By degrees: at every other whole fraction of a turn the sine is irrational. Source: Niven, Irrational Numbers (1956),
corollary 3.12; from memory."""
ARCS = {SINES[degrees % 360]: Fraction(degrees) for degrees in (-90, -30, 0, 30, 90)}
MOST_TURN = 2**64


def pi() -> Value:
    return interval(libmpi.mpi_pi(PRECISION))


def radians(degrees: Value) -> Value:
    return divide(multiply(degrees, pi()), Fraction(180))


def turning(function: str, angle: Value, in_degrees: bool) -> Value:
    """`sin cos tan cot sec csc` of an angle."""
    if max(abs(low(angle)), abs(high(angle))) > MOST_TURN:
        raise Undefined("too_big")
    sine, cosine = _sine(angle, in_degrees), _cosine(angle, in_degrees)
    match function:
        case "sin":
            return sine
        case "cos":
            return cosine
        case "tan":
            return _over(sine, cosine)
        case "cot":
            return _over(cosine, sine)
        case "sec":
            return _over(Fraction(1), cosine)
        case _:
            return _over(Fraction(1), sine)


def _over(a: Value, b: Value) -> Value:
    if is_zero(b):
        raise Undefined("undefined_tan")
    return divide(a, b)


def _sine(angle: Value, in_degrees: bool) -> Value:
    if isinstance(angle, Fraction):
        if not in_degrees and angle == 0:
            return angle
        if in_degrees:
            angle %= 360
            if angle.denominator == 1 and int(angle) in SINES:
                return SINES[int(angle)]
    turned = radians(angle) if in_degrees else angle
    return interval(libmpi.mpi_sin(ends(turned), PRECISION))


def _cosine(angle: Value, in_degrees: bool) -> Value:
    if in_degrees and isinstance(angle, Fraction):
        return _sine(angle + 90, in_degrees)
    if angle == 0:
        return Fraction(1)
    turned = radians(angle) if in_degrees else angle
    return interval(libmpi.mpi_cos(ends(turned), PRECISION))


def turned(function: str, arguments: list[Value], in_degrees: bool) -> Value:
    """`asin acos atan atan2`: an angle in degrees or radians."""
    match function:
        case "asin":
            found = _arc_sine(arguments[0])
        case "acos":
            found = subtract(Fraction(90), _arc_sine(arguments[0]))
        case "atan":
            found = _arc_tangent(arguments[0], Fraction(1))
        case _:
            found = _arc_tangent(arguments[0], arguments[1])
    return found if in_degrees else radians(found)


def _arc_sine(value: Value) -> Value:
    """In degrees."""
    if low(value) > 1 or high(value) < -1:
        raise Undefined("undefined_arc")
    if isinstance(value, Fraction) and value in ARCS:
        return ARCS[value]
    if high(value) > 1 or low(value) < -1:
        raise Undefined("imprecise")
    return _arc_tangent(value, square_root(subtract(Fraction(1), multiply(value, value))))


def _arc_tangent(y: Value, x: Value) -> Value:
    """In degrees, from -180 to 180."""
    if isinstance(y, Fraction) and isinstance(x, Fraction):
        if x == y == 0:
            raise Undefined("undefined_arc")
        if 0 in (x, y) or abs(x) == abs(y):
            return _eighth(y, x)
    elif sign(y) == 0 and sign(x) <= 0:
        raise Undefined("imprecise")
    found = interval(libmpi.mpi_atan2(ends(y), ends(x), PRECISION))
    return divide(multiply(found, Fraction(180)), pi())


def _eighth(y: Fraction, x: Fraction) -> Fraction:
    """The direction of one of the eight main points."""
    if y == 0:
        return Fraction(0 if x > 0 else 180)
    if x == 0:
        return Fraction(90 if y > 0 else -90)
    return Fraction((45 if x > 0 else 135) * (1 if y > 0 else -1))
