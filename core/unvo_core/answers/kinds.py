"""What kinds of answer can be asked for. A key is a formula over the question's parameters, written as answers are."""

from __future__ import annotations

from dataclasses import dataclass, field
from enum import StrEnum
from fractions import Fraction
from typing import Literal, TypeAlias

from unvo_core.answers.formulas import Variable
from unvo_core.answers.numbers import Tolerance

MOST_KEYS = 20
MOST_OPTIONS = 40
EXACTLY = Tolerance()


@dataclass(frozen=True, slots=True)
class Key:
    """One accepted or anticipated answer: its share of the points, and a word for who gives it."""

    text: str
    credit: Fraction = Fraction(1)
    word: str = ""


class Form(StrEnum):
    ANY = "any"
    EXPANDED = "expanded"
    FACTORED = "factored"
    LOWEST = "lowest"


class Rule(StrEnum):
    """How several choices add up: all or nothing; right less wrong; each option by itself."""

    ALL = "all"
    RIGHT_MINUS_WRONG = "right_minus_wrong"
    EACH = "each"


class Likeness(StrEnum):
    """How a short text is compared: letter by letter; without case and spaces; by a pattern with * and ?."""

    EXACT = "exact"
    LOOSE = "loose"
    PATTERN = "pattern"


@dataclass(frozen=True, slots=True, kw_only=True)
class NumberAsked:
    """A number; with `unit`, a number and a unit of that dimension. `plain`: written out, not to be worked out."""

    kind: Literal["number"] = "number"
    keys: tuple[Key, ...]
    tolerance: Tolerance = EXACTLY
    unit: str = ""
    plain: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class FractionAsked:
    """An exact fraction in lowest terms. `mixed`: 2 1/2 may be written."""

    kind: Literal["fraction"] = "fraction"
    keys: tuple[Key, ...]
    mixed: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class FormulaAsked:
    """A formula in these variables, compared by its values; `tolerance` is relative, for rounded coefficients."""

    kind: Literal["formula"] = "formula"
    keys: tuple[Key, ...]
    variables: tuple[Variable, ...]
    form: Form = Form.ANY
    tolerance: Fraction = Fraction(0)


@dataclass(frozen=True, slots=True, kw_only=True)
class ListAsked:
    """Several numbers; each key's text is such a list. `each`: every right one counts for itself."""

    kind: Literal["list"] = "list"
    keys: tuple[Key, ...]
    tolerance: Tolerance = EXACTLY
    ordered: bool = False
    each: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class IntervalAsked:
    """An interval or a union of intervals."""

    kind: Literal["interval"] = "interval"
    keys: tuple[Key, ...]
    tolerance: Tolerance = EXACTLY


@dataclass(frozen=True, slots=True, kw_only=True)
class PointAsked:
    """A point or vector of `size` coordinates."""

    kind: Literal["point"] = "point"
    keys: tuple[Key, ...]
    tolerance: Tolerance = EXACTLY
    size: int = 2


@dataclass(frozen=True, slots=True, kw_only=True)
class AngleAsked:
    """An angle with its signs; keys are in degrees, the tolerance in seconds. `bearing`: from north or south towards
    east or west, its key an azimuth. `turns`: a full turn more or less is the same."""

    kind: Literal["angle"] = "angle"
    keys: tuple[Key, ...]
    seconds: Fraction = Fraction(0)
    bearing: bool = False
    turns: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class TextAsked:
    kind: Literal["text"] = "text"
    keys: tuple[Key, ...]
    likeness: Likeness = Likeness.LOOSE


@dataclass(frozen=True, slots=True)
class Option:
    """`name` never changes, whatever order the options are shown in. `right` is what a marker looks at; `credit` is
    the share of a single choice that is not right and worth something all the same."""

    name: str
    text: str
    right: bool = False
    credit: Fraction = Fraction(0)
    word: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class ChoiceAsked:
    """One option, or with `several` any number of them. True or false is a choice of two that stay in order."""

    kind: Literal["choice"] = "choice"
    options: tuple[Option, ...]
    several: bool = False
    rule: Rule = Rule.ALL
    shuffle: bool = True


@dataclass(frozen=True, slots=True, kw_only=True)
class MatchingAsked:
    """Each of `left` goes with one of `right`; `pairs` by their names. There may be more of `right`."""

    kind: Literal["matching"] = "matching"
    left: tuple[Option, ...]
    right: tuple[Option, ...]
    pairs: tuple[tuple[str, str], ...]
    each: bool = True


@dataclass(frozen=True, slots=True, kw_only=True)
class OrderingAsked:
    """The options as they stand are in order; they are shown shuffled. `each`: neighbours in order count."""

    kind: Literal["ordering"] = "ordering"
    options: tuple[Option, ...]
    each: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class ByHand:
    """Read by a person: an essay, files, or a recording."""

    kind: Literal["by_hand"] = "by_hand"
    sort: Literal["essay", "file", "recording"] = "essay"
    least_words: int = 0
    guide: str = field(default="")


MathsAsked: TypeAlias = NumberAsked | FractionAsked | FormulaAsked | ListAsked | IntervalAsked | PointAsked | AngleAsked
Asked: TypeAlias = MathsAsked | TextAsked | ChoiceAsked | MatchingAsked | OrderingAsked | ByHand
Answer: TypeAlias = str | tuple[str, ...] | dict[str, str]
"""A text as typed; names of options; for each left name the right one."""
