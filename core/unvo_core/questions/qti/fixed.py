"""A question with one version's numbers in place of what changes: what formats can hold that draw none."""

from __future__ import annotations

from dataclasses import replace
from fractions import Fraction

from unvo_core.answers.kinds import (
    Asked,
    ByHand,
    ChoiceAsked,
    Key,
    MatchingAsked,
    NumberAsked,
    Option,
    OrderingAsked,
    TextAsked,
)
from unvo_core.answers.values import middle
from unvo_core.questions.decimals import fixed, places_of
from unvo_core.questions.drawing import Version
from unvo_core.questions.judging import setting_of
from unvo_core.questions.model import Field, Question
from unvo_core.questions.showing import filled, shown_numbers
from unvo_core.questions.written_keys import written_key

PLACES = 15


def fixed_question(question: Question, version: Version) -> Question:
    """The same question without parameters, in these numbers. Raises Undefined where a key has no value in them."""
    numbers = shown_numbers(question, version)

    def told(field: Field) -> Field:
        return replace(field, label=filled(field.label, numbers), asked=_asked(field.asked, question, version, numbers))

    return replace(
        question,
        text=filled(question.text, numbers),
        solution=filled(question.solution, numbers),
        parameters=(),
        fields=tuple(told(field) for field in question.fields),
    )


def _asked(asked: Asked, question: Question, version: Version, numbers: dict[str, str]) -> Asked:
    match asked:
        case ChoiceAsked(options=options) | OrderingAsked(options=options):
            return replace(asked, options=_options(options, numbers))
        case MatchingAsked(left=left, right=right):
            return replace(asked, left=_options(left, numbers), right=_options(right, numbers))
        case ByHand() | TextAsked():
            return asked
        case NumberAsked(keys=keys):
            setting = setting_of(question, version)
            return replace(
                asked, keys=tuple(replace(key, text=exact(middle(setting.key_value(key.text)))) for key in keys)
            )
        case _:
            setting = setting_of(question, version)
            return replace(asked, keys=tuple(_key(asked, key, setting) for key in asked.keys))


def _key(asked: Asked, key: Key, setting: object) -> Key:
    text = written_key(asked, setting, key)  # type: ignore[arg-type]
    return replace(key, text=text if isinstance(text, str) else key.text)


def _options(options: tuple[Option, ...], numbers: dict[str, str]) -> tuple[Option, ...]:
    return tuple(replace(o, text=filled(o.text, numbers), word=filled(o.word, numbers)) for o in options)


def exact(value: Fraction) -> str:
    """As a decimal: all of it where it ends, else to 15 places."""
    places = places_of(value, PLACES)
    return fixed(value, PLACES if places is None else places)
