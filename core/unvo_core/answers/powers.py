"""Powers, roots, exponentials, logarithms and factorials of values; exact where the result is."""

from __future__ import annotations

from fractions import Fraction
from math import factorial as whole_factorial
from math import log2

from mpmath.libmp import libmpi
from unvo_core.answers.values import (
    MOST_BITS,
    MOST_MAGNITUDE,
    PRECISION,
    Interval,
    Undefined,
    Value,
    bits,
    divide,
    ends,
    exact,
    high,
    interval,
    is_zero,
    low,
    multiply,
    negate,
    sign,
    whole_root,
)

MOST_DEGREE = 1000
MOST_FACTORIAL = 1000
ONE = Fraction(1)


def power(base: Value, exponent: Value) -> Value:
    """Real powers. A negative base has only whole exponents; `root` takes odd roots of negative numbers."""
    if isinstance(exponent, Fraction) and exponent.denominator == 1:
        return _whole_power(base, exponent.numerator)
    if isinstance(base, Fraction) and base == 0:
        if sign(exponent) < 0:
            raise Undefined("undefined_division")
        return base
    if high(base) < 0:
        raise Undefined("undefined_power")
    if low(base) <= 0:
        raise Undefined("imprecise")
    if isinstance(base, Fraction) and isinstance(exponent, Fraction) and exponent.denominator <= MOST_DEGREE:
        found = whole_root(base, exponent.denominator) if bits(base) <= MOST_BITS else None
        if found is not None:
            return _whole_power(found, exponent.numerator)
    return exponential(multiply(logarithm(base), exponent))


def _whole_power(base: Value, exponent: int) -> Value:
    if exponent < 0:
        return divide(ONE, _whole_power(base, -exponent))
    if isinstance(base, Fraction):
        if abs(base) in (0, 1):
            return base**exponent if exponent < 2 else base ** (2 + exponent % 2)
        if bits(base) * exponent <= MOST_BITS:
            return base**exponent
    if exponent.bit_length() > 64 or exponent * abs(_binary_size(base)) > MOST_MAGNITUDE:
        raise Undefined("too_big")
    return interval(libmpi.mpi_pow_int(ends(base), exponent, PRECISION))


def _binary_size(value: Value) -> float:
    """The logarithm to base 2 of its larger end, about."""
    largest = max(abs(low(value)), abs(high(value)))
    if largest == 0:
        return 0.0
    return log2(largest.numerator) - log2(largest.denominator)


def square_root(value: Value) -> Value:
    if high(value) < 0:
        raise Undefined("undefined_root")
    if isinstance(value, Fraction):
        found = whole_root(value, 2)
        return found if found is not None else interval(libmpi.mpi_sqrt(ends(value), PRECISION))
    if low(value) < 0:
        raise Undefined("imprecise")
    return interval(libmpi.mpi_sqrt(value.ends, PRECISION))


def root(value: Value, degree: Value) -> Value:
    """The real root of a whole degree from 2; of a negative number when the degree is odd."""
    if not (isinstance(degree, Fraction) and degree.denominator == 1 and 2 <= degree <= MOST_DEGREE):
        raise Undefined("undefined_degree")
    if high(value) < 0:
        if degree.numerator % 2 == 0:
            raise Undefined("undefined_root")
        return negate(root(negate(value), degree))
    return square_root(value) if degree == 2 else power(value, 1 / degree)


def exponential(value: Value) -> Value:
    if value == 0:
        return ONE
    if max(abs(low(value)), abs(high(value))) > MOST_MAGNITUDE // 2:
        raise Undefined("too_big")
    return interval(libmpi.mpi_exp(ends(value), PRECISION))


def logarithm(value: Value) -> Value:
    """Natural."""
    if high(value) <= 0:
        raise Undefined("undefined_log")
    if low(value) <= 0:
        raise Undefined("imprecise")
    return Fraction(0) if value == 1 else interval(libmpi.mpi_log(ends(value), PRECISION))


def logarithm_to(value: Value, base: Value) -> Value:
    """Exact where the value is a whole power of the base."""
    if high(base) <= 0 or base == 1:
        raise Undefined("undefined_log")
    found = divide(logarithm(value), logarithm(base))
    if isinstance(value, Fraction) and isinstance(base, Fraction) and isinstance(found, Interval):
        nearest = round((found.low + found.high) / 2)
        if found.low <= nearest <= found.high and _whole_power(base, nearest) == value:
            return Fraction(nearest)
    return found


def factorial(value: Value) -> Value:
    if not isinstance(value, Fraction) or value.denominator != 1 or value < 0:
        raise Undefined("undefined_factorial")
    if value > MOST_FACTORIAL:
        raise Undefined("too_big")
    return exact(Fraction(whole_factorial(value.numerator)))


def hyperbolic(function: str, value: Value) -> Value:
    """`sinh`, `cosh` or `tanh`."""
    if is_zero(value) if isinstance(value, Fraction) else False:
        return Fraction(int(function == "cosh"))
    grown = exponential(value)
    shrunk = divide(ONE, grown)
    over, under = _half(grown, negate(shrunk)), _half(grown, shrunk)
    return {"sinh": over, "cosh": under}.get(function) or divide(over, under)


def _half(a: Value, b: Value) -> Value:
    return divide(interval(libmpi.mpi_add(ends(a), ends(b), PRECISION)), Fraction(2))
