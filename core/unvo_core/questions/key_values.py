"""The keys of one answer: how near to them is near enough, and what they are worth in a version."""

from __future__ import annotations

from unvo_core.answers.judging_maths import Setting
from unvo_core.answers.kinds import AngleAsked, Key, NumberAsked, TextAsked
from unvo_core.answers.numbers import Nearness, Tolerance
from unvo_core.answers.values import Value
from unvo_core.questions.drawing import Version
from unvo_core.questions.judging import setting_of
from unvo_core.questions.model import Field, Question


def tolerance_of(asked: Field) -> Tolerance | None:
    """None for what is no number."""
    match asked.asked:
        case NumberAsked(tolerance=tolerance):
            return tolerance
        case AngleAsked(seconds=seconds):
            return Tolerance(Nearness.WITHIN, seconds / 3600)
        case _:
            return None


def keys_of(asked: Field) -> tuple[Key, ...]:
    return asked.asked.keys if isinstance(asked.asked, NumberAsked | AngleAsked | TextAsked) else ()


def right_key(asked: Field) -> Key:
    return next(key for key in keys_of(asked) if key.credit == 1)


def value_in(question: Question, version: Version, asked: Field, key: Key) -> Value:
    angle = isinstance(asked.asked, AngleAsked)
    setting = setting_of(question, version)
    return Setting(values=setting.values, in_degrees=angle or setting.in_degrees).key_value(key.text)
