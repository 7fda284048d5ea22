"""A question's numbers for one student: the same from the same seed, for ever and on every machine.

The numbers come from SHA-256 (FIPS 180-4) of the seed, never from a library's generator, and derived values from exact
and interval arithmetic; `Version.check` is stored with a version and proves that nothing has moved it since.
"""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache
from graphlib import TopologicalSorter
from hashlib import sha256

from unvo_core.answers.evaluate import evaluate
from unvo_core.answers.numbers import last_figure
from unvo_core.answers.reading import parsed
from unvo_core.answers.tokens import Vocabulary
from unvo_core.answers.tree import Node, names_in
from unvo_core.answers.values import Undefined, Value, middle
from unvo_core.questions.constraints import holds
from unvo_core.questions.decimals import rounded
from unvo_core.questions.model import Derived, OneOf, Parameter, Question, Range

MOST_TRIES = 500
CHECKED_FIGURES = 20


class Unfit(Exception):
    """No numbers in 500 draws for which every condition holds: the question's own check finds it before students do."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Version:
    """The numbers of one student. `tries` it took to draw them; `words` are the parameters that are no numbers."""

    seed: str
    values: dict[str, Value]
    words: dict[str, str]
    tries: int

    @property
    def check(self) -> str:
        """16 hexadecimal figures of the SHA-256 of every value; irrational ones by their first 20 figures."""
        told = [f"{name}={_figures(value)}" for name, value in sorted(self.values.items())]
        told += [f"{name}={word}" for name, word in sorted(self.words.items())]
        return sha256(";".join(told).encode()).hexdigest()[:16]


def seed_of(secret: str, student: str, item: str, attempt: int, question: str) -> str:
    """Different for each student, item, attempt and question of the item. `secret` is drawn once for an attempt and
    kept with it: whoever could say a seed could tell which option is which."""
    return f"{secret}/{student}/{item}/{attempt}/{question}"


def draw(question: Question, seed: str, most_tries: int = MOST_TRIES) -> Version:
    """Raises Unfit; FormRefused for a question that was never checked."""
    for number in range(min(most_tries, MOST_TRIES)):
        version = drawn(question, seed, number)
        if version is not None:
            return version
    raise Unfit(seed)


def drawn(question: Question, seed: str, number: int) -> Version | None:
    """What the draw of this number gives; None when a condition does not hold or something has no value."""
    values: dict[str, Value] = {}
    words: dict[str, str] = {}
    for parameter in question.parameters:
        found = _free(parameter, f"{seed}#{number}#{parameter.name}", question.in_degrees)
        if isinstance(found, str):
            words[parameter.name] = found
        elif found is not None:
            values[parameter.name] = found
    names = number_names(question)
    try:
        for name, derived in in_order(question):
            values[name] = _derived(derived, values, names, question.in_degrees)
    except Undefined:
        return None
    fits = all(holds(p.only_if, values, question.in_degrees) for p in question.parameters if p.only_if.strip())
    return Version(seed=seed, values=values, words=words, tries=number + 1) if fits else None


def _free(parameter: Parameter, seed: str, in_degrees: bool) -> Value | str | None:
    """A drawn number or word; None for what is derived."""
    if isinstance(parameter.drawn, Derived) or parameter.drawn.count == 0:
        return None
    index = int.from_bytes(sha256(seed.encode()).digest()) % parameter.drawn.count
    if isinstance(parameter.drawn, Range):
        return parameter.drawn.least + index * parameter.drawn.step
    chosen = parameter.drawn.values[index]
    return chosen if parameter.drawn.words else evaluate(formula(chosen, ()), {}, in_degrees)


def _derived(drawn: Derived, values: dict[str, Value], names: tuple[str, ...], in_degrees: bool) -> Value:
    found = evaluate(formula(drawn.formula, names), values, in_degrees)
    return found if drawn.round_to is None else rounded(found, drawn.round_to)


def _figures(value: Value) -> str:
    """A fraction as it is; an interval by its first figures, far fewer than it is known to."""
    if isinstance(value, Fraction):
        return str(value)
    found = middle(value)
    unit = last_figure(found, CHECKED_FIGURES)
    return f"{rounded(found / unit, 0)}*{unit}" if unit else "0"


@lru_cache(maxsize=512)
def number_names(question: Question) -> tuple[str, ...]:
    """The parameters that formulas can use."""
    return tuple(p.name for p in question.parameters if not (isinstance(p.drawn, OneOf) and p.drawn.words))


@lru_cache(maxsize=512)
def in_order(question: Question) -> tuple[tuple[str, Derived], ...]:
    """What is derived, each after what it is worked out of. Raises CycleError."""
    names = number_names(question)
    derived = {p.name: p.drawn for p in question.parameters if isinstance(p.drawn, Derived)}
    needs = {name: names_in(formula(d.formula, names)) & derived.keys() for name, d in derived.items()}
    return tuple((name, derived[name]) for name in TopologicalSorter(needs).static_order())


@lru_cache(maxsize=4096)
def formula(text: str, names: tuple[str, ...]) -> Node:
    return parsed(text, Vocabulary(names, mixed=True))
