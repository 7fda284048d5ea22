"""A version as a student sees it: its numbers in the text, its options in an order of their own, no key anywhere."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from hashlib import sha256
from html import escape

from unvo_core.answers.kinds import Answer, Asked, ChoiceAsked, MatchingAsked, Option, OrderingAsked
from unvo_core.answers.measures import as_degrees
from unvo_core.answers.values import Value, middle
from unvo_core.questions.decimals import MOST_PLACES, fixed, places_of
from unvo_core.questions.drawing import Version
from unvo_core.questions.model import Derived, Field, OneOf, Parameter, Question, Range, Shown

CHIP = re.compile(r"\[\[\s*([A-Za-z][A-Za-z0-9_]*)\s*\]\]")
DERIVED_PLACES = 3


@dataclass(frozen=True, slots=True)
class Offered:
    """An option under a name that says nothing of its place among the others."""

    name: str
    text: str


@dataclass(frozen=True, slots=True, kw_only=True)
class ShownField:
    """`options`: what can be chosen, ordered or matched; `targets`: what the options are matched with."""

    field: Field
    options: tuple[Offered, ...] = ()
    targets: tuple[Offered, ...] = ()


def shown_numbers(question: Question, version: Version) -> dict[str, str]:
    """Each parameter as it stands in the text."""
    numbers = {p.name: shown(p, version.values[p.name]) for p in question.parameters if p.name in version.values}
    return numbers | version.words


def shown(parameter: Parameter, value: Value) -> str:
    """A minus is a minus sign; as many decimals as the step has, or as are asked for."""
    if parameter.shown is Shown.DEGREES:
        return degrees_shown(parameter, value)
    places = max(parameter.places, _places(parameter))
    return fixed(value, places).replace("-", "−")


def degrees_shown(parameter: Parameter, value: Value) -> str:
    """131°40′: minutes where every value has whole ones, seconds elsewhere."""
    exact = middle(value)
    if isinstance(parameter.drawn, Range) and all((x * 60).denominator == 1 for x in (parameter.drawn.step, exact)):
        degrees, minutes = divmod(abs(exact) * 60, 60)
        return f"{'−' if exact < 0 else ''}{degrees}°{int(minutes):02d}′"
    return as_degrees(exact, parameter.places).replace("'", "′").replace('"', "″").replace("-", "−")


def _places(parameter: Parameter) -> int:
    match parameter.drawn:
        case Range(least=least, step=step):
            return max(MOST_PLACES if (p := places_of(end)) is None else p for end in (least, step))
        case OneOf(values=values):
            return max((len(v.partition(".")[2]) for v in values if re.fullmatch(r"-?\d+\.\d+", v)), default=0)
        case Derived(round_to=round_to):
            return DERIVED_PLACES if round_to is None and not parameter.places else round_to or 0


def filled(html: str, numbers: Mapping[str, str], blank: Callable[[str], str] = lambda name: f"[[{name}]]") -> str:
    """The text with its numbers; what is no parameter goes to `blank`, as the places of answers do."""

    def one(match: re.Match[str]) -> str:
        name = match.group(1)
        return escape(numbers[name]) if name in numbers else blank(name)

    return CHIP.sub(one, html)


def chips(html: str) -> set[str]:
    """The names that stand in a text as `[[name]]`."""
    return set(CHIP.findall(html))


def opaque(seed: str, name: str) -> str:
    """Of a seed with a secret in it, which never leaves the server."""
    return sha256(f"{seed}|{name}".encode()).hexdigest()[:10]


def offered(options: Sequence[Option], seed: str, numbers: Mapping[str, str], *, shuffle: bool) -> tuple[Offered, ...]:
    """Under opaque names, in the order of those where shuffled."""
    found = [Offered(opaque(seed, option.name), filled(option.text, numbers)) for option in options]
    return tuple(sorted(found, key=lambda o: o.name) if shuffle else found)


def shown_field(field: Field, version: Version, numbers: Mapping[str, str]) -> ShownField:
    seed = f"{version.seed}|{field.name}"
    match field.asked:
        case ChoiceAsked(options=options, shuffle=shuffle):
            return ShownField(field=field, options=offered(options, seed, numbers, shuffle=shuffle))
        case OrderingAsked(options=options):
            return ShownField(field=field, options=offered(options, seed, numbers, shuffle=True))
        case MatchingAsked(left=left, right=right):
            return ShownField(
                field=field,
                options=offered(left, seed, numbers, shuffle=False),
                targets=offered(right, seed, numbers, shuffle=True),
            )
        case _:
            return ShownField(field=field)


def named(asked: Asked, answer: Answer, seed: str) -> Answer:
    """An answer with the question's own names for what came under opaque ones; what was never offered falls away."""
    match asked:
        case ChoiceAsked(options=options) | OrderingAsked(options=options):
            own = {opaque(seed, option.name): option.name for option in options}
            given = (answer,) if isinstance(answer, str) else tuple(answer)
            return tuple(own[name] for name in dict.fromkeys(given) if name in own)
        case MatchingAsked(left=left, right=right):
            lefts, rights = ({opaque(seed, o.name): o.name for o in side} for side in (left, right))
            given_pairs = answer if isinstance(answer, dict) else {}
            return {lefts[a]: rights[b] for a, b in given_pairs.items() if a in lefts and b in rights}
        case _:
            return answer
