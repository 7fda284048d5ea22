"""What is wrong with a question as it is written, before any numbers are drawn."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Callable, Iterator
from functools import partial
from graphlib import CycleError

from unvo_core.answers.form_errors import FormRefused
from unvo_core.answers.functions import CONSTANTS, KNOWN
from unvo_core.answers.judging_maths import key_tree
from unvo_core.answers.kinds import (
    MOST_KEYS,
    MOST_OPTIONS,
    Asked,
    ByHand,
    ChoiceAsked,
    FormulaAsked,
    IntervalAsked,
    ListAsked,
    MatchingAsked,
    NumberAsked,
    OrderingAsked,
    PointAsked,
    TextAsked,
)
from unvo_core.answers.numbers import MOST_PLACES, Nearness, Tolerance
from unvo_core.answers.sequences import read_list, read_point, read_spans
from unvo_core.answers.tokens import Vocabulary
from unvo_core.answers.units import read_unit
from unvo_core.problems import Problem
from unvo_core.questions.constraints import read_constraint
from unvo_core.questions.drawing import formula, in_order, number_names
from unvo_core.questions.model import MOST_FIELDS, MOST_PARAMETERS, Derived, Field, OneOf, Parameter, Question, Range
from unvo_core.questions.showing import chips

NAME = re.compile(r"[A-Za-z][A-Za-z0-9_]{0,19}")
TAKEN = KNOWN | CONSTANTS | {"deg", "inf", "and", "or"}
MOST_VALUES = 10**12


def question_problems(question: Question) -> list[Problem]:
    """Each with the place it is at as its path: 'parameters.az.only_if', 'fields.a.keys.0'."""
    found = [*_counts(question), *_names(question)]
    if found:
        return found
    for parameter in question.parameters:
        found += _parameter(parameter, question)
    if not found:
        try:
            in_order(question)
        except CycleError:
            found.append(Problem("bank_question.circle", "parameters"))
    for field in question.fields:
        found += _field(field, question)
    numbers = {p.name for p in question.parameters}
    places = numbers | {f.name for f in question.fields}
    for place, text, known in (("text", question.text, places), ("solution", question.solution, numbers)):
        found += [Problem("bank_question.unknown_chip", place, {"name": name}) for name in sorted(chips(text) - known)]
    return found


def _counts(question: Question) -> Iterator[Problem]:
    if not question.text.strip():
        yield Problem("bank_question.no_text", "text")
    if not question.fields:
        yield Problem("bank_question.no_field", "fields")
    if len(question.fields) > MOST_FIELDS or len(question.parameters) > MOST_PARAMETERS:
        yield Problem("bank_question.too_many", "fields", {"fields": MOST_FIELDS, "parameters": MOST_PARAMETERS})


def _names(question: Question) -> Iterator[Problem]:
    own = [("parameters", p.name) for p in question.parameters] + [("fields", f.name) for f in question.fields]
    doubled = Counter(name for _, name in own)
    for place, name in own:
        path = f"{place}.{name}"
        if not NAME.fullmatch(name):
            yield Problem("bank_question.name", path, {"name": name})
        elif place == "parameters" and name in TAKEN:
            yield Problem("bank_question.name_taken", path, {"name": name})
        elif doubled[name] > 1:
            yield Problem("bank_question.name_twice", path, {"name": name})


def _parameter(parameter: Parameter, question: Question) -> Iterator[Problem]:
    path, names = f"parameters.{parameter.name}", number_names(question)
    match parameter.drawn:
        case Range(least=least, most=most, step=step):
            if step <= 0 or most < least or parameter.drawn.count > MOST_VALUES:
                yield Problem("bank_question.range", path)
        case OneOf(values=values, words=words):
            if not 1 <= len(values) <= MOST_OPTIONS or not all(value.strip() for value in values):
                yield Problem("bank_question.one_of", path, {"most": MOST_OPTIONS})
            elif not words:
                for value in values:
                    yield from _reads(partial(formula, value, ()), path)
        case Derived(formula=text, round_to=places):
            yield from _reads(lambda: formula(text, names), path)
            if places is not None and not 0 <= places <= MOST_PLACES:
                yield Problem("bank_question.places", path, {"most": MOST_PLACES})
    if parameter.only_if.strip():
        yield from _reads(lambda: read_constraint(parameter.only_if, names), f"{path}.only_if")
    if not 0 <= parameter.places <= MOST_PLACES:
        yield Problem("bank_question.places", path, {"most": MOST_PLACES})


def _reads(read: Callable[[], object], path: str) -> Iterator[Problem]:
    """A form error in what a teacher wrote, by the same code and with the same way out as a student's."""
    try:
        read()
    except FormRefused as refused:
        error = refused.error
        yield Problem(f"form.{error.code}", path, {**error.params, "start": error.start, "end": error.end})


def _field(field: Field, question: Question) -> Iterator[Problem]:
    path = f"fields.{field.name}"
    if not 0 < field.weight <= 1000:
        yield Problem("bank_question.weight", path)
    match field.asked:
        case ChoiceAsked(options=options, several=several):
            yield from _options(path, [o.name for o in options], sum(o.right for o in options), several=several)
        case OrderingAsked(options=options):
            yield from _options(path, [o.name for o in options], 1, several=True)
        case MatchingAsked(left=left, right=right, pairs=pairs):
            yield from _options(path, [o.name for o in left], 1, several=True)
            lefts, rights = {o.name for o in left}, {o.name for o in right}
            if {a for a, _ in pairs} != lefts or not {b for _, b in pairs} <= rights:
                yield Problem("bank_question.pairs", path)
        case ByHand():
            return
        case _:
            yield from _keys(field.asked, path, question)


def _options(path: str, names: list[str], right: int, *, several: bool) -> Iterator[Problem]:
    if not 2 <= len(names) <= MOST_OPTIONS or len(set(names)) < len(names):
        yield Problem("bank_question.options", path, {"most": MOST_OPTIONS})
    if right < 1 or (right > 1 and not several):
        yield Problem("bank_question.right_options", path)


def _keys(asked: Asked, path: str, question: Question) -> Iterator[Problem]:
    if isinstance(asked, ByHand | ChoiceAsked | MatchingAsked | OrderingAsked):
        return
    if not any(key.credit == 1 for key in asked.keys) or len(asked.keys) > MOST_KEYS:
        yield Problem("bank_question.no_key", path, {"most": MOST_KEYS})
    names = number_names(question)
    for number, key in enumerate(asked.keys):
        place = f"{path}.keys.{number}"
        if not 0 <= key.credit <= 1:
            yield Problem("bank_question.credit", place)
        if not key.text.strip():
            yield Problem("bank_question.key_empty", place)
        elif not isinstance(asked, TextAsked):
            yield from _reads(partial(_read_key, asked, key.text, names), place)
    if isinstance(asked, NumberAsked) and asked.unit:
        yield from _reads(lambda: read_unit(asked.unit), f"{path}.unit")
    if isinstance(asked, FormulaAsked):
        yield from _variables(asked, names, path)
    tolerance = getattr(asked, "tolerance", None)
    if isinstance(tolerance, Tolerance):
        yield from _tolerance(tolerance, path)


def _read_key(asked: Asked, text: str, names: tuple[str, ...]) -> object:
    match asked:
        case ListAsked():
            return read_list(text, Vocabulary(names))
        case PointAsked(size=size):
            return read_point(text, Vocabulary(names), size)
        case IntervalAsked():
            return read_spans(text, Vocabulary(names))
        case FormulaAsked(variables=variables):
            return key_tree(text, (*names, *(v.name for v in variables)))
        case _:
            return key_tree(text, names)


def _variables(asked: FormulaAsked, names: tuple[str, ...], path: str) -> Iterator[Problem]:
    for variable in asked.variables:
        if not NAME.fullmatch(variable.name) or variable.name in TAKEN or variable.name in names:
            yield Problem("bank_question.variable", path, {"name": variable.name})
        if variable.most <= variable.least:
            yield Problem("bank_question.domain", path, {"name": variable.name})
    if not 0 <= asked.tolerance < 1:
        yield Problem("bank_question.tolerance", path)


def _tolerance(tolerance: Tolerance, path: str) -> Iterator[Problem]:
    amount = tolerance.amount
    match tolerance.nearness:
        case Nearness.EXACT:
            return
        case Nearness.WITHIN | Nearness.RELATIVE:
            fits = amount > 0
        case Nearness.DECIMALS:
            fits = amount.denominator == 1 and 0 <= amount <= MOST_PLACES
        case Nearness.FIGURES:
            fits = amount.denominator == 1 and 1 <= amount <= MOST_PLACES
    if not fits:
        yield Problem("bank_question.tolerance", path, {"most": MOST_PLACES})
