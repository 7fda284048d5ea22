"""Changes to a question that cure what its proof has found; each changes one place and is undone as one."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from math import ceil, log10

from unvo_core.answers.evaluate import evaluate
from unvo_core.answers.judging_maths import key_tree
from unvo_core.answers.kinds import AngleAsked, FormulaAsked, FractionAsked, NumberAsked
from unvo_core.answers.numbers import Nearness, Tolerance, allowed, last_figure
from unvo_core.answers.tree import Binary, Call, Node, children, names_in
from unvo_core.answers.values import Undefined, Value
from unvo_core.answers.writing import as_text
from unvo_core.questions.decimals import rounded, written
from unvo_core.questions.drawing import Version, number_names
from unvo_core.questions.model import Field, Question, Range

WIDER = 20
"""So many tolerances from nought is a key kept that lay within one."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Fix:
    """`only_if` is joined to the conditions of `parameter`; or its range gets `step`; or the field at `field` is asked
    for with so many `decimals`."""

    parameter: str = ""
    only_if: str = ""
    step: Fraction | None = None
    field: str = ""
    decimals: int | None = None


def mended(question: Question, fix: Fix) -> Question:
    """The question with the fix in it."""
    parameters = tuple(
        replace(
            p,
            only_if=" and ".join(filter(None, (p.only_if.strip(), fix.only_if))),
            drawn=replace(p.drawn, step=fix.step) if fix.step is not None and isinstance(p.drawn, Range) else p.drawn,
        )
        if p.name == fix.parameter
        else p
        for p in question.parameters
    )
    fields = tuple(
        replace(f, asked=replace(f.asked, tolerance=Tolerance(Nearness.DECIMALS, Fraction(fix.decimals))))
        if fix.decimals is not None and f.name == fix.field and isinstance(f.asked, NumberAsked)
        else f
        for f in question.fields
    )
    return replace(question, parameters=parameters, fields=fields)


def away_from_nought(question: Question, key: str, keys: Sequence[Value], tolerance: Tolerance) -> Fix | None:
    """The key's size held above twenty times what is allowed."""
    return _held(question, f"abs({key})", key, WIDER * max(allowed(k, tolerance) for k in keys))


def apart_from(question: Question, key: str, wrong: str, keys: Sequence[Value], tolerance: Tolerance) -> Fix | None:
    """The wrong answer held three times what is allowed away from the key."""
    return _held(question, f"abs({key} - ({wrong}))", key, 3 * max(allowed(k, tolerance) for k in keys))


def _held(question: Question, size: str, key: str, least: Fraction) -> Fix | None:
    names = names_in(key_tree(key, number_names(question))) & set(number_names(question))
    if not names:
        return None
    unit = last_figure(least, 1)
    bound = rounded(least / unit, 0) * unit if unit else Fraction(0)
    last = [p.name for p in question.parameters if p.name in names][-1]
    return Fix(parameter=last, only_if=f"{size} > {written(bound)}")


def defined(question: Question, asked: Field, missing: Sequence[Version]) -> Fix | None:
    """What has no value in a key held where it has one: a divisor from nought, a logarithm's or a root's argument
    above it."""
    if not isinstance(asked.asked, NumberAsked | FractionAsked | AngleAsked) or isinstance(asked.asked, FormulaAsked):
        return None
    right = next(key for key in asked.asked.keys if key.credit == 1)
    names = number_names(question)
    degrees = question.in_degrees or isinstance(asked.asked, AngleAsked)
    culprit = _culprit(key_tree(right.text, names), missing[0].values, degrees)
    condition = _condition(culprit) if culprit is not None else None
    if culprit is None or condition is None:
        return None
    used = [p.name for p in question.parameters if p.name in names_in(culprit)]
    return Fix(parameter=used[-1], only_if=condition) if used else None


def _culprit(node: Node, values: Mapping[str, Value], in_degrees: bool) -> Node | None:
    """The smallest part of a tree that has no value."""
    for child in children(node):
        found = _culprit(child, values, in_degrees)
        if found is not None:
            return found
    try:
        evaluate(node, values, in_degrees)
    except Undefined:
        return node
    return None


def _condition(node: Node) -> str | None:
    match node:
        case Binary("/", _, bottom):
            return f"{as_text(bottom)} != 0"
        case Call("ln" | "log", arguments):
            return f"{as_text(arguments[0])} > 0"
        case Call("sqrt", (of,)):
            return f"{as_text(of)} >= 0"
        case Call("tan" | "sec", (of,)):
            return f"cos({as_text(of)}) != 0"
        case Call("asin" | "acos", (of,)):
            return f"abs({as_text(of)}) <= 1"
        case _:
            return None


def with_decimals(asked: Field) -> Fix | None:
    """A number that never ends, asked for exactly: by three decimals instead."""
    return Fix(field=asked.name, decimals=3) if isinstance(asked.asked, NumberAsked) else None


def finer(question: Question, short: float) -> Fix | None:
    """The range of most values drawn in steps so many times smaller that there are `short` times as many numbers."""
    ranges = [(p.drawn.count, p.name, p.drawn.step) for p in question.parameters if isinstance(p.drawn, Range)]
    if not ranges:
        return None
    _, name, step = max(ranges)
    return Fix(parameter=name, step=step / 10 ** ceil(log10(max(short, 1.01))))
