"""A question's body between the core and its row: JSON that reads back as the same question."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from pydantic import TypeAdapter
from unvo_core.answers.kinds import Asked, ChoiceAsked, MatchingAsked, Option, OrderingAsked
from unvo_core.questions.model import Question

from apps.kernel.public import clean, plain
from apps.questions.models import QuestionEdition

BODY: TypeAdapter[Question] = TypeAdapter(Question)


def body_json(question: Question) -> Any:
    return BODY.dump_python(question, mode="json")


def body_of(row: QuestionEdition) -> Question:
    return BODY.validate_python(row.body)


def cleaned(question: Question) -> Question:
    """With only the markup that texts have here; the names in `[[...]]` stay."""
    fields = tuple(
        replace(field, asked=_cleaned(field.asked), label=plain(clean(field.label))) for field in question.fields
    )
    return replace(question, text=clean(question.text), solution=clean(question.solution), fields=fields)


def _cleaned(asked: Asked) -> Asked:
    match asked:
        case ChoiceAsked(options=options) | OrderingAsked(options=options):
            return replace(asked, options=_options(options))
        case MatchingAsked(left=left, right=right):
            return replace(asked, left=_options(left), right=_options(right))
        case _:
            return asked


def _options(options: tuple[Option, ...]) -> tuple[Option, ...]:
    return tuple(replace(option, text=clean(option.text)) for option in options)


def words(question: Question) -> str:
    """What a teacher looks for: the text, the options, the solution; never shown to students."""
    texts = [question.text, question.solution]
    for field in question.fields:
        match field.asked:
            case ChoiceAsked(options=options) | OrderingAsked(options=options):
                texts += [option.text for option in options]
            case MatchingAsked(left=left, right=right):
                texts += [option.text for option in (*left, *right)]
            case _:
                texts.append(field.label)
    return " ".join(filter(None, (plain(clean(text)) for text in texts)))
