"""What was read: a tree of numbers, names, operations and functions. It is built once and never changed."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from typing import Literal, TypeAlias

Operation = Literal["+", "-", "*", "/", "^"]


@dataclass(frozen=True, slots=True)
class Number:
    """A decimal or a number in scientific notation, as it was written: '1.20' keeps its nought."""

    text: str

    @property
    def value(self) -> Fraction:
        return Fraction(self.text)

    @property
    def decimals(self) -> int:
        """Places given after the point, counted in the value: '1.20e1' gives one."""
        mantissa, _, exponent = self.text.lower().partition("e")
        places = len(mantissa.partition(".")[2])
        return max(0, places - int(exponent or 0))

    @property
    def significant(self) -> int:
        """Significant figures given; noughts that end a whole number count: nothing says that they don't."""
        mantissa = self.text.lower().partition("e")[0]
        return len(mantissa.replace(".", "").lstrip("0")) or 1


@dataclass(frozen=True, slots=True)
class Angle:
    """Degrees with minutes and seconds, each as written; only the last of them may have decimals."""

    degrees: str
    minutes: str | None = None
    seconds: str | None = None

    @property
    def value(self) -> Fraction:
        """In degrees."""
        minutes, seconds = Fraction(self.minutes or 0), Fraction(self.seconds or 0)
        return Fraction(self.degrees) + minutes / 60 + seconds / 3600


@dataclass(frozen=True, slots=True)
class Mixed:
    """A whole number and a proper fraction: 2 1/2."""

    whole: str
    numerator: str
    denominator: str

    @property
    def value(self) -> Fraction:
        return int(self.whole) + Fraction(int(self.numerator), int(self.denominator))


@dataclass(frozen=True, slots=True)
class Name:
    """A variable of the question, or one of the constants `pi` and `e`."""

    name: str


@dataclass(frozen=True, slots=True)
class Negative:
    of: Node


@dataclass(frozen=True, slots=True)
class Factorial:
    of: Node


@dataclass(frozen=True, slots=True)
class Binary:
    """`implied` marks a product without a sign between its factors."""

    operation: Operation
    left: Node
    right: Node
    implied: bool = False


@dataclass(frozen=True, slots=True)
class Call:
    """A function by its one name here, with as many arguments as it takes."""

    function: str
    arguments: tuple[Node, ...]


Node: TypeAlias = Number | Angle | Mixed | Name | Negative | Factorial | Binary | Call


def children(node: Node) -> tuple[Node, ...]:
    match node:
        case Negative(of) | Factorial(of):
            return (of,)
        case Binary(_, left, right):
            return (left, right)
        case Call(_, arguments):
            return arguments
        case _:
            return ()


def names_in(node: Node) -> frozenset[str]:
    """Every name that stands in it, constants too."""
    if isinstance(node, Name):
        return frozenset((node.name,))
    return frozenset().union(*(names_in(child) for child in children(node)))
