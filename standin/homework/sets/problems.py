"""The sets and their problems, and what an answer to one is worth: asked of the core."""

from __future__ import annotations

import json
from collections.abc import Mapping
from dataclasses import dataclass
from fractions import Fraction
from functools import cache
from pathlib import Path
from typing import Any

from pydantic import TypeAdapter
from unvo_core.answers.form_errors import FormError
from unvo_core.answers.kinds import ChoiceAsked, OrderingAsked
from unvo_core.questions.drawing import Version, draw, seed_of
from unvo_core.questions.judging import judge_question
from unvo_core.questions.model import Question
from unvo_core.questions.showing import ShownField, filled, named, shown_field, shown_numbers

CONTENT = Path(__file__).parent / "content" / "sets.json"
QUESTION: TypeAdapter[Question] = TypeAdapter(Question)
TRIES = 3


@dataclass(frozen=True)
class Problem:
    name: str
    question: Question


@dataclass(frozen=True)
class ProblemSet:
    key: str
    title: str
    problems: tuple[Problem, ...]


@dataclass(frozen=True)
class Shown:
    """A problem in somebody's numbers."""

    text: str
    field: ShownField
    several: bool


@dataclass(frozen=True)
class Judged:
    """`share` of the points, or why the answer can't be read."""

    share: Fraction | None
    form_error: str


@cache
def sets() -> dict[str, ProblemSet]:
    found = json.loads(CONTENT.read_text())
    return {
        one["key"]: ProblemSet(
            one["key"],
            one["title"],
            tuple(Problem(p["name"], QUESTION.validate_python(p["body"])) for p in one["problems"]),
        )
        for one in found
    }


def version(work_seed: str, number: int, problem: Problem, fresh: int = 0) -> Version:
    """The same numbers from the same seed; `fresh` draws others, for practice."""
    return draw(problem.question, seed_of(work_seed, "", "", fresh, str(number)))


def shown(problem: Problem, drawn: Version) -> Shown:
    numbers = shown_numbers(problem.question, drawn)
    text = filled(problem.question.text, numbers, lambda _name: "")
    asked = shown_field(problem.question.fields[0], drawn, numbers)
    kind = asked.field.asked
    return Shown(text, asked, isinstance(kind, ChoiceAsked) and kind.several)


def judge(problem: Problem, drawn: Version, given: Mapping[str, Any]) -> Judged:
    """`given`: what the form sent: 'answer' as a text, a list for choices, in order for what is to be ordered."""
    field = problem.question.fields[0]
    answer = _answer(field.asked, given)
    told = judge_question(
        problem.question, drawn, {field.name: named(field.asked, answer, f"{drawn.seed}|{field.name}")}
    )
    wrong = told.form_errors
    if wrong:
        return Judged(None, said(next(iter(wrong.values()))))
    return Judged(told.share, "")


def _answer(asked: Any, given: Mapping[str, Any]) -> Any:
    if isinstance(asked, ChoiceAsked):
        return tuple(given["chosen"])
    if isinstance(asked, OrderingAsked):
        places = given["places"]
        return tuple(sorted(places, key=lambda name: places[name]))
    return given["answer"]


SAID = {
    "form.empty": "Nothing is written yet.",
    "form.unknown_name": "This problem uses other letters; your answer has %(name)s.",
    "form.name_unwanted": "A number is asked for; your answer has %(name)s in it.",
    "form.unknown_character": "\u201c%(character)s\u201d has no meaning in an answer.",
    "form.bracket_opens": "A bracket opens and never closes.",
    "form.bracket_closes": "A bracket closes that was never opened.",
    "form.comma_decimal": "A comma inside a number reads as a list.",
    "form.comma_thousands": "A comma inside a number reads as a list.",
    "form.list_given": "One value is asked for; this is a list.",
    "form.number_spaces": "A number has no space in it.",
    "form.missing_after": "After %(sign)s something is missing.",
    "form.missing_before": "Before %(sign)s something is missing.",
    "form.not_plain": "The number itself is asked for, worked out.",
    "form.number_missing": "The number is missing.",
    "form.too_few_decimals": "%(least)s decimals are asked for; this has %(got)s.",
    "form.too_few_figures": "%(least)s significant figures are asked for; this has %(got)s.",
    "form.unit_missing": "The unit is missing.",
    "form.unit_unknown": "There is no unit %(unit)s here.",
    "form.unit_dimension": "%(given)s measures something else; an answer in %(asked)s is asked for.",
    "form.angle_sign": "An angle is asked for; it needs its sign \u00b0.",
    "form.angle_minutes": "Minutes and seconds go up to 59.",
    "form.angle_dashes": "With dashes this reads as a subtraction.",
    "form.bearing_form": "A bearing goes from N or S by an angle towards E or W, as in N 42\u00b015' E.",
    "form.bearing_range": "The angle of a bearing lies between 0\u00b0 and 90\u00b0.",
}


def said(error: FormError) -> str:
    """A form error in words, with the text mended where that is known; it costs no try."""
    known = SAID.get(error.code, "This can't be read as the kind of answer that is asked for.")
    try:
        words = known % error.params
    except KeyError:
        words = known.partition(";")[0]
    return f"{words} Write {error.write}." if error.write else words
