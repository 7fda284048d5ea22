"""Comparisons between formulas: 'abs(cos(az)) > 0.05 and d < 80'."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache

from unvo_core.answers.evaluate import evaluate
from unvo_core.answers.form_errors import refuse
from unvo_core.answers.reading import parsed
from unvo_core.answers.tokens import Vocabulary
from unvo_core.answers.tree import Node
from unvo_core.answers.values import Undefined, Value, high, low, subtract

JOINED = re.compile(r"\s+and\s+", re.IGNORECASE)
SIGN = re.compile(r"<=|>=|!=|≤|≥|≠|<|>|=")
PLAIN = {"≤": "<=", "≥": ">=", "≠": "!="}


@dataclass(frozen=True, slots=True)
class Comparison:
    left: Node
    sign: str
    right: Node


@lru_cache(maxsize=2048)
def read_constraint(text: str, names: tuple[str, ...]) -> tuple[Comparison, ...]:
    """All of which must hold; none for an empty text. Raises FormRefused."""
    return tuple(_comparison(part, names) for part in JOINED.split(text.strip()) if part)


def _comparison(text: str, names: tuple[str, ...]) -> Comparison:
    signs = list(SIGN.finditer(text))
    if len(signs) != 1:
        raise refuse("comparison_form", 0, len(text), text=text)
    sign, vocabulary = signs[0], Vocabulary(names)
    left, right = parsed(text[: sign.start()], vocabulary), parsed(text[sign.end() :], vocabulary)
    return Comparison(left, PLAIN.get(sign.group(), sign.group()), right)


def holds(text: str, values: Mapping[str, Value], in_degrees: bool) -> bool:
    """False too where one side has no value, or where the sides cannot be told apart."""
    for comparison in read_constraint(text, tuple(sorted(values))):
        try:
            apart = subtract(
                evaluate(comparison.left, values, in_degrees), evaluate(comparison.right, values, in_degrees)
            )
        except Undefined:
            return False
        if not _compared(low(apart) > 0, high(apart) < 0, low(apart) == high(apart) == 0, comparison.sign):
            return False
    return True


def _compared(greater: bool, less: bool, equal: bool, sign: str) -> bool:
    match sign:
        case ">":
            return greater
        case "<":
            return less
        case ">=":
            return greater or equal
        case "<=":
            return less or equal
        case "=":
            return equal
        case _:
            return greater or less
