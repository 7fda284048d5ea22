"""A key as a student would have to write it: for the review, for the paper, and to try a question's own key on it."""

from __future__ import annotations

from collections.abc import Mapping
from fractions import Fraction

from unvo_core.answers.evaluate import evaluate
from unvo_core.answers.judging_maths import Setting
from unvo_core.answers.kinds import (
    AngleAsked,
    Answer,
    Asked,
    ByHand,
    ChoiceAsked,
    FormulaAsked,
    FractionAsked,
    IntervalAsked,
    Key,
    ListAsked,
    MatchingAsked,
    NumberAsked,
    OrderingAsked,
    PointAsked,
    TextAsked,
)
from unvo_core.answers.measures import as_degrees
from unvo_core.answers.numbers import Nearness, Tolerance, last_figure
from unvo_core.answers.sequences import Span, read_list, read_point, read_spans
from unvo_core.answers.tokens import Vocabulary
from unvo_core.answers.tree import Binary, Call, Factorial, Name, Negative, Node, Number
from unvo_core.answers.values import Value, middle
from unvo_core.answers.writing import as_text
from unvo_core.questions.decimals import fixed, places_of, rounded

PLACES = 6


def written_key(asked: Asked, setting: Setting, key: Key | None = None) -> Answer:
    """The first right key, or the one given, in this version's numbers; '' where a person reads the answer. Raises
    Undefined where it has no value."""
    match asked:
        case ChoiceAsked(options=options):
            return tuple(option.name for option in options if option.right)
        case OrderingAsked(options=options):
            return tuple(option.name for option in options)
        case MatchingAsked(pairs=pairs):
            return dict(pairs)
        case ByHand():
            return ""
        case _:
            chosen = key or next(k for k in asked.keys if k.credit == 1)
            return _maths(asked, setting, chosen)


def _maths(
    asked: NumberAsked | FractionAsked | FormulaAsked | ListAsked | IntervalAsked | PointAsked | AngleAsked | TextAsked,
    setting: Setting,
    key: Key,
) -> str:
    match asked:
        case TextAsked():
            return key.text
        case NumberAsked(tolerance=tolerance, unit=unit):
            return as_decimal(setting.key_value(key.text), tolerance) + (f" {unit}" if unit else "")
        case FractionAsked():
            value = setting.key_value(key.text)
            return str(value) if isinstance(value, Fraction) else key.text
        case FormulaAsked(variables=variables):
            tree = setting.key(key.text, tuple(v.name for v in variables))
            return as_text(with_numbers(tree, setting.values))
        case AngleAsked(bearing=True):
            return _angle(asked, setting, key)
        case AngleAsked(turns=turns, seconds=seconds):
            value = _angle_value(setting, key)
            return _degrees(value % 360 if turns else value, seconds)
        case ListAsked(tolerance=tolerance):
            nodes = read_list(key.text, Vocabulary(setting.names))
            return ", ".join(as_decimal(_value(node, setting), tolerance) for node in nodes)
        case PointAsked(tolerance=tolerance, size=size):
            nodes = read_point(key.text, Vocabulary(setting.names), size)
            return f"({', '.join(as_decimal(_value(node, setting), tolerance) for node in nodes)})"
        case IntervalAsked(tolerance=tolerance):
            spans = read_spans(key.text, Vocabulary(setting.names))
            return " U ".join(_span(span, setting, tolerance) for span in spans)


def _value(node: Node, setting: Setting) -> Value:
    return evaluate(node, setting.values, setting.in_degrees)


def _span(span: Span, setting: Setting, tolerance: Tolerance) -> str:
    low = "-inf" if span.low is None else as_decimal(_value(span.low, setting), tolerance)
    high = "inf" if span.high is None else as_decimal(_value(span.high, setting), tolerance)
    return f"{'(' if span.low_open else '['}{low}, {high}{')' if span.high_open else ']'}"


def as_decimal(value: Value, tolerance: Tolerance) -> str:
    """With the decimals or figures that are asked for; else exact where it ends, or to six decimals beyond what the
    tolerance can tell."""
    found = middle(value)
    match tolerance.nearness:
        case Nearness.DECIMALS:
            return fixed(found, int(tolerance.amount))
        case Nearness.FIGURES:
            unit = last_figure(found, int(tolerance.amount))
            places = 0 if unit == 0 or unit >= 1 else len(str(unit.denominator)) - 1
            return fixed(rounded(found / unit, 0) * unit, places) if unit else "0"
        case _:
            if isinstance(value, Fraction):
                ends = places_of(value, PLACES)
                if ends is not None:
                    return fixed(value, ends)
                if tolerance.nearness is Nearness.EXACT:
                    return str(value)
            return fixed(found, PLACES)


def _angle_value(setting: Setting, key: Key) -> Fraction:
    return middle(evaluate(setting.key(key.text), setting.values, in_degrees=True))


def _degrees(value: Fraction, seconds: Fraction) -> str:
    return as_degrees(value, 0 if seconds >= 1 else 2 if seconds else 3)


def _angle(asked: AngleAsked, setting: Setting, key: Key) -> str:
    azimuth = _angle_value(setting, key) % 360
    pole = "N" if azimuth <= 90 or azimuth >= 270 else "S"
    side = "E" if azimuth <= 180 else "W"
    angle = min(abs(azimuth - turn) for turn in ((0, 360) if pole == "N" else (180,)))
    return f"{pole} {_degrees(angle, asked.seconds)} {side}"


def with_numbers(node: Node, values: Mapping[str, Value]) -> Node:
    """A formula with the version's numbers in place of its parameters."""
    match node:
        case Name(name) if name in values:
            return _number(values[name])
        case Negative(of):
            return Negative(with_numbers(of, values))
        case Factorial(of):
            return Factorial(with_numbers(of, values))
        case Binary(operation, left, right):
            return Binary(operation, with_numbers(left, values), with_numbers(right, values))
        case Call(function, arguments):
            return Call(function, tuple(with_numbers(a, values) for a in arguments))
        case _:
            return node


def _number(value: Value) -> Node:
    """As a decimal where it ends, else as a fraction, or to six decimals."""
    found = abs(middle(value))
    places = places_of(found, PLACES)
    size: Node = Number(fixed(found, PLACES if places is None else places))
    if isinstance(value, Fraction) and (found * 10**PLACES).denominator != 1:
        size = Binary("/", Number(str(found.numerator)), Number(str(found.denominator)))
    return Negative(size) if middle(value) < 0 else size
