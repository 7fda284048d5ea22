"""Where the keys of a question lie, and how likely two of a class meet or a guess hits."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction
from math import exp, prod

from unvo_core.answers.numbers import Tolerance, allowed
from unvo_core.answers.values import Undefined, Value, high, low, middle
from unvo_core.questions.drawing import Version
from unvo_core.questions.key_values import right_key, tolerance_of, value_in
from unvo_core.questions.model import Derived, Field, Question

BINS = 24


@dataclass(frozen=True, slots=True, kw_only=True)
class Spread:
    """Where the keys of one field lie: counts in equal bins from `least` to `most`; those that a finding is about."""

    at: str
    least: float
    most: float
    counts: tuple[int, ...]
    marked: tuple[int, ...]


def twin_chance(question: Question, class_size: int, kept: float) -> float | None:
    """That two of a class have the same numbers, drawn evenly from those for which the conditions hold (the birthday
    problem: 1 - exp(-n(n-1)/2N))."""
    counts = [p.drawn.count for p in question.parameters if not isinstance(p.drawn, Derived)]
    space = prod(counts) * kept if counts else 1.0
    if space <= 1:
        return None
    return 1 - exp(-class_size * (class_size - 1) / (2 * space))


def _measured(question: Question, versions: Sequence[Version]) -> tuple[Field, Tolerance, list[Value]] | None:
    """The first field whose keys are numbers, with them."""
    for asked in question.fields:
        tolerance = tolerance_of(asked)
        if tolerance is not None:
            try:
                return asked, tolerance, [value_in(question, v, asked, right_key(asked)) for v in versions]
            except Undefined:
                return None
    return None


def guess_chance(question: Question, versions: Sequence[Version]) -> float | None:
    found = _measured(question, versions)
    if found is None or not question.varies:
        return None
    _, tolerance, keys = found
    width = max(map(high, keys)) - min(map(low, keys))
    if width == 0:
        return None
    return float(min(Fraction(1), 2 * max(allowed(key, tolerance) for key in keys) / width))


def spread_of(question: Question, versions: Sequence[Version]) -> Spread | None:
    found = _measured(question, versions)
    if found is None or not question.varies:
        return None
    asked, tolerance, keys = found
    least, most = min(map(middle, keys)), max(map(middle, keys))
    if least == most:
        return None
    counts = [0] * BINS
    marked = set()
    for key in keys:
        at = min(BINS - 1, int((middle(key) - least) * BINS / (most - least)))
        counts[at] += 1
        if abs(middle(key)) <= allowed(key, tolerance):
            marked.add(at)
    return Spread(
        at=asked.name, least=float(least), most=float(most), counts=tuple(counts), marked=tuple(sorted(marked))
    )
