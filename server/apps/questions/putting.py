"""A question as it is put to somebody: its body and its numbers, kept while they are asked for again and again."""

from __future__ import annotations

import json
from functools import lru_cache

from unvo_core.answers.form_errors import FormError
from unvo_core.answers.judge import read_back
from unvo_core.answers.judged import Judged
from unvo_core.answers.kinds import Answer, Asked
from unvo_core.questions.drawing import Version, draw
from unvo_core.questions.model import Question

from apps.questions.bodies import BODY
from apps.questions.models import QuestionEdition


def question_of(row: QuestionEdition) -> Question:
    """By what the edition says: equal bodies are one question, and nothing is kept under a number."""
    return _read(json.dumps(row.body))


@lru_cache(maxsize=2048)
def _read(body: str) -> Question:
    return BODY.validate_json(body)


@lru_cache(maxsize=8192)
def version_of(question: Question, seed: str) -> Version:
    """Raises Unfit. Whoever reads it changes nothing of it."""
    return draw(question, seed)


def how_read(asked: Asked, answer: Answer, *, in_degrees: bool) -> Judged | FormError:
    """How an answer is read, without a look at any key."""
    if isinstance(answer, dict):
        return read_back(asked, answer, in_degrees=in_degrees)
    return _how(asked, answer, in_degrees)


@lru_cache(maxsize=4096)
def _how(asked: Asked, answer: str | tuple[str, ...], in_degrees: bool) -> Judged | FormError:
    return read_back(asked, answer, in_degrees=in_degrees)
