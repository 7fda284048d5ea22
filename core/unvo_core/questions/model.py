"""A question as it is written: its text, what changes in it, and what is asked for."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction
from typing import Literal, TypeAlias

from unvo_core.answers.kinds import Asked

MOST_PARAMETERS = 30
MOST_FIELDS = 20


class Shown(StrEnum):
    """How a parameter stands in the text: with so many decimals, or as an angle in degrees, minutes and seconds."""

    DECIMAL = "decimal"
    DEGREES = "degrees"


@dataclass(frozen=True, slots=True, kw_only=True)
class Range:
    """Every value from `least` to `most` in steps, both ends included, each as likely."""

    kind: Literal["range"] = "range"
    least: Fraction
    most: Fraction
    step: Fraction = Fraction(1)

    @property
    def count(self) -> int:
        return 0 if self.step <= 0 or self.most < self.least else int((self.most - self.least) / self.step) + 1


@dataclass(frozen=True, slots=True, kw_only=True)
class OneOf:
    """One of these, each as likely: numbers as answers are written, or words, which no formula can use."""

    kind: Literal["one_of"] = "one_of"
    values: tuple[str, ...]
    words: bool = False

    @property
    def count(self) -> int:
        return len(self.values)


@dataclass(frozen=True, slots=True, kw_only=True)
class Derived:
    """Worked out of other parameters; `round_to` decimals where the rounded value is what is gone on with."""

    kind: Literal["derived"] = "derived"
    formula: str
    round_to: int | None = None


Drawn: TypeAlias = Range | OneOf | Derived


@dataclass(frozen=True, slots=True, kw_only=True)
class Parameter:
    """`only_if`: comparisons joined by 'and'; numbers for which one does not hold are drawn anew."""

    name: str
    drawn: Drawn
    only_if: str = ""
    shown: Shown = Shown.DECIMAL
    places: int = 0


@dataclass(frozen=True, slots=True, kw_only=True)
class Field:
    """One answer of a question. It stands where the text has `[[name]]`, else below it."""

    name: str
    asked: Asked
    label: str = ""
    weight: Fraction = Fraction(1)


@dataclass(frozen=True, slots=True, kw_only=True)
class Question:
    """`text` and `solution` are HTML in which `[[name]]` stands for a parameter. `in_degrees`: what angles without a
    sign of their own are measured in."""

    text: str
    fields: tuple[Field, ...]
    parameters: tuple[Parameter, ...] = ()
    solution: str = ""
    in_degrees: bool = True

    @property
    def varies(self) -> bool:
        return any(not isinstance(p.drawn, Derived) and p.drawn.count > 1 for p in self.parameters)
