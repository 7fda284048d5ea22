"""Questions as the API tells of them; what a student is shown is made here and nowhere else."""

from __future__ import annotations

from collections.abc import Mapping
from decimal import Decimal
from fractions import Fraction
from functools import lru_cache

from unvo_core.answers.form_errors import FormError
from unvo_core.answers.judged import Judged
from unvo_core.answers.kinds import (
    AngleAsked,
    Answer,
    Asked,
    ByHand,
    ChoiceAsked,
    Form,
    FormulaAsked,
    NumberAsked,
    PointAsked,
)
from unvo_core.answers.numbers import Nearness, Tolerance
from unvo_core.questions.drawing import Version
from unvo_core.questions.model import Question
from unvo_core.questions.showing import ShownField, filled, shown_field, shown_numbers

from apps.kernel.public import clean
from apps.questions.api import schemas as s
from apps.questions.putting import version_of
from apps.questions.saying import said


@lru_cache(maxsize=2048)
def shown_as_put(question: Question, seed: str) -> s.ShownQuestion:
    """As it was put to somebody, kept while they look at it. Raises Unfit. Whoever reads it changes nothing of it."""
    return shown_question(question, version_of(question, seed))


def shown_question(question: Question, version: Version) -> s.ShownQuestion:
    """Its text with this version's numbers, and what is asked; no key, no word, no name that would tell."""
    numbers = shown_numbers(question, version)
    fields = [asked_out(shown_field(field, version, numbers), numbers) for field in question.fields]
    return s.ShownQuestion(text=clean(filled(question.text, numbers)), fields=fields)


def asked_out(shown: ShownField, numbers: Mapping[str, str]) -> s.AskedOut:
    asked = shown.field.asked
    out = s.AskedOut(
        name=shown.field.name,
        label=filled(shown.field.label, numbers),
        asks=asked.kind,
        options=[s.OfferedOut(name=o.name, text=clean(o.text)) for o in shown.options],
        targets=[s.OfferedOut(name=o.name, text=clean(o.text)) for o in shown.targets],
    )
    match asked:
        case ChoiceAsked(several=several):
            out.several = several
        case NumberAsked(unit=unit):
            out.unit = unit
        case FormulaAsked(variables=variables, form=form):
            out.variables = [variable.name for variable in variables]
            out.form = "" if form is Form.ANY else str(form)
        case PointAsked(size=size):
            out.size = size
        case AngleAsked(bearing=bearing):
            out.bearing = bearing
        case ByHand(sort=sort):
            out.sort = sort
    _asked_places(out, asked)
    return out


def _asked_places(out: s.AskedOut, asked: Asked) -> None:
    tolerance = getattr(asked, "tolerance", None)
    if isinstance(tolerance, Tolerance):
        if tolerance.nearness is Nearness.DECIMALS:
            out.places = int(tolerance.amount)
        elif tolerance.nearness is Nearness.FIGURES:
            out.figures = int(tolerance.amount)


def read_out(found: Judged | FormError | None) -> s.ReadOut:
    """Only how it was read: never whether it is right."""
    if isinstance(found, FormError):
        error = s.FormErrorOut(
            code=found.code, words=said(found), start=found.start, end=found.end, write=found.write, latex=found.latex
        )
        return s.ReadOut(latex=found.latex, error=error)
    return s.ReadOut(latex=found.latex if found else "", error=None)


def share_out(share: Fraction | None) -> Decimal | None:
    """To four decimals, without needless noughts."""
    return None if share is None else Decimal(f"{float(round(share, 4)):g}")


def answer_in(given: str | list[str] | dict[str, str]) -> Answer:
    return tuple(given) if isinstance(given, list) else given
