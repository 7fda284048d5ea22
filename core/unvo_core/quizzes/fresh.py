"""Whether the same question with other numbers can be practised on without telling anything of the one that counts."""

from __future__ import annotations

import re
from functools import lru_cache

from unvo_core.answers.kinds import AngleAsked, FractionAsked, IntervalAsked, ListAsked, NumberAsked, PointAsked
from unvo_core.answers.tree import names_in
from unvo_core.questions.drawing import formula, number_names
from unvo_core.questions.model import Derived, Field, Question

WORD = re.compile(r"[A-Za-z]\w*")
WORKED_OUT = (NumberAsked, FractionAsked, ListAsked, IntervalAsked, PointAsked, AngleAsked)


@lru_cache(maxsize=1024)
def can_practise(question: Question) -> bool:
    """Every answer is worked out of numbers that change: what is right in one version is not in another."""
    return bool(question.fields) and all(_depends(question, field) for field in question.fields)


def _depends(question: Question, field: Field) -> bool:
    if not isinstance(field.asked, WORKED_OUT):
        return False
    full = [key for key in field.asked.keys if key.credit == 1]
    changing = varying(question)
    return bool(full) and all(changing & set(WORD.findall(key.text)) for key in full)


def varying(question: Question) -> frozenset[str]:
    """The numbers that differ from version to version, and what is worked out of them."""
    changing = {p.name for p in question.parameters if not isinstance(p.drawn, Derived) and p.drawn.count > 1}
    derived = {p.name: p.drawn.formula for p in question.parameters if isinstance(p.drawn, Derived)}
    grown = True
    while grown:
        more = {
            name
            for name, text in derived.items()
            if name not in changing and names_in(formula(text, number_names(question))) & changing
        }
        changing |= more
        grown = bool(more)
    return frozenset(changing)
