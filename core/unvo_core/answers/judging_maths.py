"""Judging numbers, fractions, formulas, lists, intervals, points and angles."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from functools import lru_cache

from unvo_core.answers.evaluate import evaluate
from unvo_core.answers.form_errors import FormError, FormRefused, refuse
from unvo_core.answers.formulas import compare
from unvo_core.answers.judged import Judged
from unvo_core.answers.kinds import (
    AngleAsked,
    Form,
    FormulaAsked,
    FractionAsked,
    IntervalAsked,
    Key,
    ListAsked,
    MathsAsked,
    NumberAsked,
    PointAsked,
)
from unvo_core.answers.matching import most_pairs
from unvo_core.answers.measures import converted, read_angle, read_bearing, read_measure
from unvo_core.answers.numbers import Tolerance, is_near, literal, not_a_fraction, too_few_places
from unvo_core.answers.polynomials import not_expanded, not_factored, not_lowest
from unvo_core.answers.reading import parsed
from unvo_core.answers.sequences import Span, read_list, read_point, read_spans
from unvo_core.answers.spans import same_spans, solid
from unvo_core.answers.tokens import Vocabulary
from unvo_core.answers.tree import Node
from unvo_core.answers.units import read_unit
from unvo_core.answers.values import Undefined, Value, error, middle
from unvo_core.answers.writing import as_latex

NOTHING = Judged(Fraction(0))


@dataclass(frozen=True, slots=True, kw_only=True)
class Setting:
    """What an answer is judged in: the numbers of the version, the measure of angles, a seed for formulas' points."""

    values: Mapping[str, Value]
    in_degrees: bool = False
    seed: str = ""

    @property
    def names(self) -> tuple[str, ...]:
        return tuple(sorted(self.values))

    def value(self, node: Node, text: str) -> Value:
        """Of a student's tree. Raises FormRefused where it has none."""
        try:
            return evaluate(node, {}, self.in_degrees)
        except Undefined as undefined:
            raise refuse(undefined.code, 0, len(text)) from None

    def key(self, text: str, more: tuple[str, ...] = ()) -> Node:
        return key_tree(text, (*self.names, *more))

    def key_value(self, text: str) -> Value:
        """Raises Undefined where the key of these numbers has none."""
        return evaluate(self.key(text), self.values, self.in_degrees)


@lru_cache(maxsize=4096)
def key_tree(text: str, names: tuple[str, ...]) -> Node:
    """A key as it was checked when its question was saved. Raises FormRefused for one that was not."""
    return parsed(text, Vocabulary(names, mixed=True))


def judge_maths(asked: MathsAsked, text: str, setting: Setting) -> Judged:
    """Raises FormRefused, and Undefined for a key without a value."""
    match asked:
        case NumberAsked():
            return _number(asked, text, setting)
        case FractionAsked():
            return _fraction(asked, text, setting)
        case FormulaAsked():
            return _formula(asked, text, setting)
        case ListAsked():
            return _list(asked, text, setting)
        case IntervalAsked():
            return _interval(asked, text, setting)
        case PointAsked():
            return _point(asked, text, setting)
        case AngleAsked():
            return _angle(asked, text, setting)


def _first(keys: Sequence[Key], fits: Callable[[Key], bool], latex: str) -> Judged:
    """By the first key that fits."""
    for key in keys:
        if fits(key):
            return Judged(key.credit, (key.word,) if key.word else (), latex)
    return replace(NOTHING, latex=latex)


def bare(text: str) -> Node:
    """One number without names. Raises FormRefused."""
    try:
        return parsed(text, Vocabulary())
    except FormRefused as refused:
        found = refused.error
        if found.code == "unknown_name":
            raise refuse("name_unwanted", found.start, found.end, name=text[found.start : found.end]) from None
        raise


def _number(asked: NumberAsked, text: str, setting: Setting) -> Judged:
    exact_places = True
    if asked.unit:
        measure, unit = read_measure(text, asked.unit), read_unit(asked.unit)
        if measure.unit.dimension != unit.dimension:
            at = text.rindex(measure.written)
            raise refuse("unit_dimension", at, at + len(measure.written), given=measure.written, asked=asked.unit)
        node, latex, exact_places = measure.node, measure.latex, measure.unit == unit
        value = converted(setting.value(node, text), measure.unit, unit)
    else:
        node = bare(text)
        latex, value = as_latex(node), setting.value(node, text)
    if asked.plain and literal(node) is None:
        raise refuse("not_plain", 0, len(text))
    keys = {key: setting.key_value(key.text) for key in asked.keys}
    right = next((keys[key] for key in asked.keys if key.credit == 1), None)
    few = too_few_places(node, right, asked.tolerance) if exact_places and right is not None else None
    if few:
        raise FormRefused(replace(few, end=len(text), latex=latex))
    return _first(asked.keys, lambda key: is_near(value, keys[key], asked.tolerance), latex)


def _fraction(asked: FractionAsked, text: str, setting: Setting) -> Judged:
    node = parsed(text, Vocabulary(mixed=asked.mixed))
    wrong_form = not_a_fraction(node)
    if wrong_form:
        raise FormRefused(replace(wrong_form, end=len(text), latex=as_latex(node)))
    value = setting.value(node, text)
    return _first(asked.keys, lambda key: is_near(value, setting.key_value(key.text), Tolerance()), as_latex(node))


def _formula(asked: FormulaAsked, text: str, setting: Setting) -> Judged:
    names = tuple(variable.name for variable in asked.variables)
    node = parsed(text, Vocabulary(names))
    latex, rounded = as_latex(node), False
    for key in asked.keys:
        tree = setting.key(key.text, names)
        found = compare(
            node,
            tree,
            asked.variables,
            seed=setting.seed,
            values=setting.values,
            in_degrees=setting.in_degrees,
            tolerance=asked.tolerance,
        )
        if found.equal:
            wrong_form = _other_form(asked.form, node, tree) if key.credit == 1 else None
            if wrong_form:
                raise FormRefused(replace(wrong_form, end=len(text), latex=latex))
            return Judged(key.credit, (key.word,) if key.word else (), latex)
        rounded = rounded or (found.rounded and key.credit == 1)
    return Judged(Fraction(0), (), latex, ("rounded",) if rounded else ())


def _other_form(form: Form, given: Node, key: Node) -> FormError | None:
    match form:
        case Form.EXPANDED:
            return not_expanded(given)
        case Form.FACTORED:
            return not_factored(given, key)
        case Form.LOWEST:
            return not_lowest(given, key)
        case Form.ANY:
            return None


def _list(asked: ListAsked, text: str, setting: Setting) -> Judged:
    nodes = read_list(text, Vocabulary())
    values = [setting.value(node, text) for node in nodes]
    latex = r",\;".join(map(as_latex, nodes))
    best = replace(NOTHING, latex=latex)
    for key in asked.keys:
        wanted = [evaluate(node, setting.values, setting.in_degrees) for node in _key_list(key.text, setting.names)]
        near = [[is_near(value, w, asked.tolerance) for w in wanted] for value in values]
        hits = sum(row[n] for n, row in enumerate(near) if n < len(wanted)) if asked.ordered else most_pairs(near)
        if hits == len(wanted) == len(values):
            return Judged(key.credit, (key.word,) if key.word else (), latex)
        if asked.each and key.credit == 1:
            share = Fraction(max(0, hits - max(0, len(values) - len(wanted))), len(wanted))
            best = max(best, Judged(share, (), latex), key=lambda judged: judged.share or Fraction(0))
    return best


@lru_cache(maxsize=1024)
def _key_list(text: str, names: tuple[str, ...]) -> list[Node]:
    return read_list(text, Vocabulary(names))


@lru_cache(maxsize=1024)
def _key_point(text: str, names: tuple[str, ...], size: int) -> list[Node]:
    return read_point(text, Vocabulary(names), size)


@lru_cache(maxsize=1024)
def _key_spans(text: str, names: tuple[str, ...]) -> list[Span]:
    return read_spans(text, Vocabulary(names))


def _point(asked: PointAsked, text: str, setting: Setting) -> Judged:
    nodes = read_point(text, Vocabulary(), asked.size)
    values = [setting.value(node, text) for node in nodes]

    def fits(key: Key) -> bool:
        wanted = _key_point(key.text, setting.names, asked.size)
        ends = [evaluate(node, setting.values, setting.in_degrees) for node in wanted]
        return all(is_near(v, w, asked.tolerance) for v, w in zip(values, ends, strict=True))

    return _first(asked.keys, fits, r"\left(" + r",\,".join(map(as_latex, nodes)) + r"\right)")


def _interval(asked: IntervalAsked, text: str, setting: Setting) -> Judged:
    spans = read_spans(text, Vocabulary())
    given = [solid(span, lambda node: setting.value(node, text)) for span in spans]
    if any(span.empty for span in given):
        raise refuse("interval_reversed", 0, len(text))

    def fits(key: Key) -> bool:
        wanted = _key_spans(key.text, setting.names)
        solids = [solid(s, lambda node: evaluate(node, setting.values, setting.in_degrees)) for s in wanted]
        return same_spans(given, solids, asked.tolerance)

    return _first(asked.keys, fits, r"\cup ".join(span.latex for span in spans))


def _angle(asked: AngleAsked, text: str, setting: Setting) -> Judged:
    degrees = replace(setting, in_degrees=True)
    if asked.bearing:
        _, value, latex = read_bearing(text)
    else:
        node = read_angle(text)
        value, latex = degrees.value(node, text), as_latex(node)
    within = asked.seconds / 3600

    def fits(key: Key) -> bool:
        wanted = degrees.key_value(key.text)
        apart = abs(middle(value) - middle(wanted))
        if asked.bearing or asked.turns:
            apart %= 360
            apart = min(apart, 360 - apart)
        return apart <= within + error(value) + error(wanted)

    return _first(asked.keys, fits, latex)
