"""Whether two formulas are the same function: by their values at points that a seed draws.

Where both values are fractions they are compared exactly; elsewhere as intervals at 128 bits, which count as equal when
they overlap. Points at which those are wider than 2^-64 of the value (of 1 where it is smaller) are not used.

A difference of two rational functions of joint degree d vanishes at a drawn point with probability at most d / 2^31
(Schwartz 1980, Zippel 1979), so that two that differ are taken for equal with one of at most (d / 2^31)^8: below 10^-50
for d up to 400.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction
from hashlib import sha256

from unvo_core.answers.evaluate import evaluate
from unvo_core.answers.tree import Node
from unvo_core.answers.values import Undefined, Value, error, middle

POINTS = 8
FEW = 3
"""Points that show how far apart two are that differ."""
MOST_DRAWS = 60
MOST_UNUSED = 24
"""After so many points at which the key has a value and the answer none, another is no more likely."""
OFTEN_ELSEWHERE = ("undefined_division", "undefined_tan", "imprecise")
"""Reasons for which there is no value here, and there may be one at another point."""
GRAIN = 2**31 - 1
"""So many points lie between the ends of a domain."""
MOST_UNSURE = Fraction(1, 2**64)


@dataclass(frozen=True, slots=True)
class Variable:
    """A name of a formula and the domain that its points are drawn from, both ends left out; `whole`: integers only."""

    name: str
    least: Fraction = Fraction(1, 2)
    most: Fraction = Fraction(4)
    whole: bool = False


@dataclass(frozen=True, slots=True)
class Compared:
    """`equal` when no point told them apart. `rounded`: different, but nowhere by more than a hundredth."""

    equal: bool
    rounded: bool = False
    usable: int = 0


def points(variables: Sequence[Variable], seed: str) -> Iterator[dict[str, Value]]:
    """The same points for the same seed, on every machine and in every version of Python."""
    for number in range(MOST_DRAWS):
        yield {v.name: _drawn(v, f"{seed}:{number}:{v.name}") for v in variables}


def _drawn(variable: Variable, seed: str) -> Fraction:
    found = int.from_bytes(sha256(seed.encode()).digest()[:16])
    if variable.whole:
        least = int(variable.least)
        return Fraction(least + found % (int(variable.most) - least + 1))
    return variable.least + (variable.most - variable.least) * Fraction(1 + found % (GRAIN - 1), GRAIN)


def compare(
    given: Node,
    key: Node,
    variables: Sequence[Variable],
    *,
    seed: str,
    values: Mapping[str, Value] | None = None,
    in_degrees: bool = False,
    tolerance: Fraction = Fraction(0),
) -> Compared:
    """At eight usable points. A point where the key has no value, or only one of them divides by zero, is drawn anew;
    one where only the answer has none tells them apart. Raises Undefined when the key has fewer than eight."""
    usable, defined, worst = 0, 0, Fraction(0)
    for drawn in points(variables, seed):
        point = {**(values or {}), **drawn}
        try:
            expected = evaluate(key, point, in_degrees)
        except Undefined:
            continue
        defined += 1
        try:
            found = evaluate(given, point, in_degrees)
        except Undefined as undefined:
            if undefined.code in OFTEN_ELSEWHERE and (usable or defined < MOST_UNUSED):
                continue
            return Compared(False, usable=usable)
        apart = _apart(found, expected)
        if apart is None:
            continue
        worst = max(worst, apart)
        usable += 1
        if worst > Fraction(1, 100) and worst > tolerance:
            return Compared(False, usable=usable)
        equal = worst <= tolerance
        if usable == (1 if not variables else POINTS if equal else FEW):
            return Compared(equal, not equal, usable)
    if defined < POINTS:
        raise Undefined("undefined_everywhere")
    return Compared(False, usable=usable)


def _apart(a: Value, b: Value) -> Fraction | None:
    """The relative distance: 0 where their errors reach it. None where the errors are too wide to say so."""
    distance, unsure = abs(middle(a) - middle(b)), error(a) + error(b)
    size = max(abs(middle(a)), abs(middle(b)))
    if unsure > MOST_UNSURE * max(size, Fraction(1)):
        return None
    return Fraction(0) if distance <= unsure else distance / size
