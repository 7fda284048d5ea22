"""What a whole question is worth, answered in one version of it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from fractions import Fraction

from unvo_core.answers.form_errors import FormError
from unvo_core.answers.judge import judge
from unvo_core.answers.judged import Judged
from unvo_core.answers.judging_maths import Setting
from unvo_core.answers.kinds import Answer
from unvo_core.exact import exact_sum
from unvo_core.questions.drawing import Version
from unvo_core.questions.model import Field, Question


@dataclass(frozen=True, slots=True)
class Outcome:
    """By field: judged, a form error, or None for what is not answered. `share` of the question's points from 0 to 1;
    None while a person has a part of it to read."""

    fields: Mapping[str, Judged | FormError | None]
    share: Fraction | None

    @property
    def right(self) -> bool:
        return self.share == 1

    @property
    def form_errors(self) -> dict[str, FormError]:
        return {name: found for name, found in self.fields.items() if isinstance(found, FormError)}


def setting_of(question: Question, version: Version) -> Setting:
    return Setting(values=version.values, in_degrees=question.in_degrees, seed=version.seed)


def judge_field(question: Question, version: Version, field: Field, answer: Answer) -> Judged | FormError:
    return judge(field.asked, answer, setting_of(question, version))


def judge_question(question: Question, version: Version, answers: Mapping[str, Answer]) -> Outcome:
    """What is not answered, and what could not be read, counts nothing."""
    found: dict[str, Judged | FormError | None] = {}
    for field in question.fields:
        answer = answers.get(field.name)
        found[field.name] = None if not answer else judge_field(question, version, field, answer)
    return Outcome(found, _share(question, found))


def _share(question: Question, found: Mapping[str, Judged | FormError | None]) -> Fraction | None:
    whole = exact_sum(field.weight for field in question.fields)
    parts = []
    for field in question.fields:
        judged = found[field.name]
        if isinstance(judged, Judged):
            if judged.share is None:
                return None
            parts.append(judged.share * field.weight)
    return exact_sum(parts) / whole if whole else Fraction(0)
