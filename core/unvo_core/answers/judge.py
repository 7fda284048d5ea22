"""An answer of any kind, read and judged."""

from __future__ import annotations

from dataclasses import replace

from unvo_core.answers.choices import judge_choice, judge_matching, judge_ordering
from unvo_core.answers.form_errors import FormError, FormRefused
from unvo_core.answers.judged import Judged
from unvo_core.answers.judging_maths import Setting, judge_maths
from unvo_core.answers.judging_text import judge_text
from unvo_core.answers.kinds import (
    Answer,
    Asked,
    ByHand,
    ChoiceAsked,
    FormulaAsked,
    FractionAsked,
    MatchingAsked,
    MathsAsked,
    OrderingAsked,
    TextAsked,
)
from unvo_core.answers.reading import read
from unvo_core.answers.tokens import MOST_CHARACTERS, Vocabulary
from unvo_core.answers.writing import as_latex

CLOSED = r"\right)"


def judge(asked: Asked, answer: Answer, setting: Setting) -> Judged | FormError:
    """Raises for nothing that a student can give. A key that has no value raises Undefined: the check of a question's
    versions finds those before anyone answers."""
    match asked:
        case ByHand():
            return Judged(None)
        case ChoiceAsked():
            return judge_choice(asked, (answer,) if isinstance(answer, str) else tuple(answer))
        case MatchingAsked():
            return judge_matching(asked, answer if isinstance(answer, dict) else {})
        case OrderingAsked():
            return judge_ordering(asked, () if isinstance(answer, str) else tuple(answer))
        case TextAsked():
            return judge_text(asked, answer if isinstance(answer, str) else "")
        case _:
            return _maths(asked, answer if isinstance(answer, str) else "", setting)


def read_back(asked: Asked, answer: Answer, *, in_degrees: bool) -> Judged | FormError:
    """How an answer is read, without a look at any key: what is shown while it is typed tells nothing of right or
    wrong, nor does a form error that only a right value could have."""
    if isinstance(asked, ByHand | ChoiceAsked | MatchingAsked | OrderingAsked | TextAsked):
        return Judged(None)
    blind: MathsAsked = replace(asked, keys=())
    found = _maths(blind, answer if isinstance(answer, str) else "", Setting(values={}, in_degrees=in_degrees))
    return found if isinstance(found, FormError) else Judged(None, latex=found.latex)


def _maths(asked: MathsAsked, text: str, setting: Setting) -> Judged | FormError:
    if len(text) > MOST_CHARACTERS:
        return FormError("too_long", MOST_CHARACTERS, len(text), {"most": str(MOST_CHARACTERS)})
    try:
        return judge_maths(asked, text, setting)
    except FormRefused as refused:
        return _shown(refused.error, _vocabulary(asked))


def _vocabulary(asked: MathsAsked) -> Vocabulary:
    names = tuple(v.name for v in asked.variables) if isinstance(asked, FormulaAsked) else ()
    return Vocabulary(names, mixed=isinstance(asked, FractionAsked) and asked.mixed)


def _shown(error: FormError, vocabulary: Vocabulary) -> FormError:
    """With the LaTeX of what was read of it: the text mended, and a mark where its bracket is missing."""
    if error.latex or error.code != "bracket_opens":
        return error
    tree = read(error.write, vocabulary)
    if isinstance(tree, FormError):
        return error
    latex = as_latex(tree)
    at = latex.rfind(CLOSED)
    marked = latex[:at] + r"\right.\missing" + latex[at + len(CLOSED) :] if at >= 0 else latex + r"\missing"
    return replace(error, latex=marked)
