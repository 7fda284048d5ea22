"""What changes in a question, in one cell.

'd = 50 to 90 step 0.01; az = 0°00' to 359°59' step 0°01' as angle if cos(az) > 0.05; who = words rodman, recorder;
lat = d cos(az)'.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from fractions import Fraction

from unvo_core.answers.evaluate import evaluate
from unvo_core.answers.form_errors import FormRefused
from unvo_core.answers.measures import as_degrees
from unvo_core.answers.reading import parsed
from unvo_core.answers.tokens import Vocabulary
from unvo_core.answers.values import Undefined
from unvo_core.problems import Problem
from unvo_core.questions.decimals import written
from unvo_core.questions.model import Derived, OneOf, Parameter, Range, Shown

PART = re.compile(r"([A-Za-z]\w*)\s*=\s*(.+)", re.DOTALL)
RANGE = re.compile(r"(.+?)\s+to\s+(.+?)(?:\s+step\s+(.+))?")
CONDITION = re.compile(r"\s+if\s+", re.IGNORECASE)
ANGLE = re.compile(r"\s+as angle$", re.IGNORECASE)
ROUNDED = re.compile(r"\s+rounded to (\d+)$", re.IGNORECASE)
PLACES = re.compile(r"\s+shown to (\d+)$", re.IGNORECASE)


def changes_from(text: str, problems: list[Problem]) -> tuple[Parameter, ...] | None:
    """None, with a problem for each part that can't be read."""
    found: list[Parameter] = []
    for part in filter(str.strip, text.split(";")):
        parameter = _parameter(part.strip())
        if parameter is None:
            problems.append(Problem("question_table.changes", "What changes", {"text": part.strip()[:80]}))
            return None
        found.append(parameter)
    return tuple(found)


def _parameter(text: str) -> Parameter | None:
    match = PART.fullmatch(text)
    if match is None:
        return None
    name, rest = match.groups()
    rest, _, only_if = CONDITION.sub("\0", rest, count=1).partition("\0")
    angle, rest = bool(ANGLE.search(rest)), ANGLE.sub("", rest)
    places = PLACES.search(rest)
    rest = PLACES.sub("", rest).strip()
    shown = Shown.DEGREES if angle else Shown.DECIMAL
    drawn = _drawn(rest)
    if drawn is None:
        return None
    return Parameter(
        name=name, drawn=drawn, only_if=only_if.strip(), shown=shown, places=int(places.group(1)) if places else 0
    )


def _drawn(text: str) -> Range | OneOf | Derived | None:
    for word, words in (("one of ", False), ("words ", True)):
        if text.lower().startswith(word):
            return OneOf(values=tuple(v.strip() for v in text[len(word) :].split(",") if v.strip()), words=words)
    match = RANGE.fullmatch(text)
    if match is None:
        rounded = ROUNDED.search(text)
        return Derived(formula=ROUNDED.sub("", text), round_to=int(rounded.group(1)) if rounded else None)
    ends = [_exact(part or "1") for part in match.groups()]
    if None in ends:
        return None
    least, most, step = (end or Fraction(0) for end in ends)
    return Range(least=least, most=most, step=step)


def _exact(text: str) -> Fraction | None:
    """A number as answers are written; an angle in degrees."""
    try:
        value = evaluate(parsed(text, Vocabulary()), {}, in_degrees=True)
    except (FormRefused, Undefined):
        return None
    return value if isinstance(value, Fraction) else None


def changes_text(parameters: Sequence[Parameter]) -> str:
    """Reads back as the same parameters."""
    return "; ".join(_text(parameter) for parameter in parameters)


def _text(parameter: Parameter) -> str:
    match parameter.drawn:
        case Range(least=least, most=most, step=step):
            angle = parameter.shown is Shown.DEGREES
            parts = (("", least), ("to ", most), ("step ", step))
            drawn = " ".join(word + _amount(value, angle=angle) for word, value in parts)
        case OneOf(values=values, words=words):
            drawn = ("words " if words else "one of ") + ", ".join(values)
        case Derived(formula=formula, round_to=round_to):
            drawn = formula + ("" if round_to is None else f" rounded to {round_to}")
    shown = f" shown to {parameter.places}" if parameter.places else ""
    angled = " as angle" if parameter.shown is Shown.DEGREES else ""
    condition = f" if {parameter.only_if}" if parameter.only_if.strip() else ""
    return f"{parameter.name} = {drawn}{shown}{angled}{condition}"


def _amount(value: Fraction, *, angle: bool) -> str:
    if angle and (value * 3600).denominator == 1:
        return as_degrees(value)
    return written(value)
