"""The value of a tree at given values of its names."""

from __future__ import annotations

from collections.abc import Mapping
from fractions import Fraction
from math import ceil, floor

from mpmath.libmp import libmpi
from unvo_core.answers.functions import TURNED, TURNING
from unvo_core.answers.powers import (
    exponential,
    factorial,
    hyperbolic,
    logarithm,
    logarithm_to,
    power,
    root,
    square_root,
)
from unvo_core.answers.tree import Angle, Binary, Call, Factorial, Mixed, Name, Negative, Node, Number
from unvo_core.answers.turning import pi, radians, turned, turning
from unvo_core.answers.values import (
    Interval,
    Undefined,
    Value,
    add,
    divide,
    exact,
    high,
    low,
    multiply,
    negate,
    sign,
    subtract,
)

OPERATIONS = {"+": add, "-": subtract, "*": multiply, "/": divide, "^": power}


def evaluate(node: Node, values: Mapping[str, Value], in_degrees: bool = False) -> Value:
    """Raises Undefined where there is none, and KeyError for a name without a value.

    `in_degrees`: what the functions of angles take and give. An angle written with ° is turned into radians otherwise.
    """
    match node:
        case Number():
            return exact(node.value)
        case Mixed():
            return node.value
        case Angle():
            return node.value if in_degrees else radians(node.value)
        case Name(name):
            return _named(name, values)
        case Negative(of):
            return negate(evaluate(of, values, in_degrees))
        case Factorial(of):
            return factorial(evaluate(of, values, in_degrees))
        case Binary(operation, left, right):
            return OPERATIONS[operation](evaluate(left, values, in_degrees), evaluate(right, values, in_degrees))
        case Call(function, arguments):
            return _called(function, [evaluate(a, values, in_degrees) for a in arguments], in_degrees)


def _named(name: str, values: Mapping[str, Value]) -> Value:
    if name in values:
        return values[name]
    if name == "pi":
        return pi()
    if name == "e":
        return exponential(Fraction(1))
    raise KeyError(name)


def _called(function: str, given: list[Value], in_degrees: bool) -> Value:
    if function in TURNING:
        return turning(function, given[0], in_degrees)
    if function in TURNED:
        return turned(function, given, in_degrees)
    match function:
        case "sqrt":
            return square_root(given[0])
        case "root":
            return root(given[0], given[1])
        case "exp":
            return exponential(given[0])
        case "ln":
            return logarithm(given[0])
        case "log":
            return logarithm_to(given[0], given[1])
        case "abs":
            return _magnitude(given[0])
        case "floor" | "ceil":
            return _whole(function, given[0])
        case "min" | "max":
            return _extreme(function, given)
        case _:
            return hyperbolic(function, given[0])


def _magnitude(value: Value) -> Value:
    if isinstance(value, Fraction):
        return abs(value)
    return Interval(libmpi.mpi_abs(value.ends, 0)) if sign(value) >= 0 else negate(value)


def _whole(function: str, value: Value) -> Value:
    rounded = floor if function == "floor" else ceil
    least, most = rounded(low(value)), rounded(high(value))
    if least != most:
        raise Undefined("imprecise")
    return Fraction(least)


def _extreme(function: str, given: list[Value]) -> Value:
    """Of values that cannot be told apart, either: they differ by less than their errors."""
    chosen = given[0]
    for value in given[1:]:
        less = low(value) < low(chosen) or (low(value) == low(chosen) and high(value) < high(chosen))
        if less == (function == "min"):
            chosen = value
    return chosen
