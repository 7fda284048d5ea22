"""A number with its unit, and angles as surveyors write them: degrees, minutes and seconds, and bearings."""

from __future__ import annotations

import re
from dataclasses import dataclass
from fractions import Fraction

from unvo_core.answers.evaluate import evaluate
from unvo_core.answers.form_errors import FormRefused, refuse
from unvo_core.answers.functions import CONSTANTS, KNOWN
from unvo_core.answers.reading import parsed
from unvo_core.answers.tokens import Vocabulary
from unvo_core.answers.tree import Angle, Binary, Call, Negative, Node, Number, children
from unvo_core.answers.turning import pi
from unvo_core.answers.units import Unit, read_unit, unit_latex
from unvo_core.answers.values import Undefined, Value, add, divide, multiply, subtract
from unvo_core.answers.writing import as_latex

WORD = re.compile(r"[A-Za-zµμΩ°′″%][A-Za-zµμΩ°]*")
BEARING = re.compile(r"\s*([NSns])\s*(.*?)\s*([EWOewo])\s*", re.DOTALL)
DASHED = re.compile(r"\s*(\d+)\s*[-−–]\s*(\d+)(?:\s*[-−–]\s*(\d+(?:\.\d+)?))?\s*")
DUE = {"N": 0, "E": 90, "S": 180, "W": 270}


@dataclass(frozen=True, slots=True)
class Measure:
    """A number as it was read, its unit, and the unit's text; no unit for an angle with its own signs."""

    node: Node
    unit: Unit
    written: str

    @property
    def latex(self) -> str:
        return as_latex(self.node) + unit_latex(self.written)


def read_measure(text: str, example: str) -> Measure:
    """'12.5 m/s'. `example` is a unit that would do, for the sentence when none is given. Raises FormRefused."""
    at = _unit_start(text)
    number, unit = text[:at], text[at:]
    if not number.strip():
        raise refuse("number_missing", 0, len(text))
    node = parsed(number, Vocabulary())
    if not unit.strip():
        raise refuse("unit_missing", len(text.rstrip()), len(text), unit=example, write=f"{text.rstrip()} {example}")
    return Measure(node, read_unit(unit, at), unit.strip())


def _unit_start(text: str) -> int:
    """Where the first word stands that is neither a function with its bracket nor a constant."""
    for match in WORD.finditer(text):
        word, before = match.group(), text[: match.start()].rstrip()
        function = word.lower() in KNOWN and text[match.end() :].lstrip().startswith("(")
        if function or word in CONSTANTS:
            continue
        if word == "°" and re.match(r"\s*(?:\d|\))", text[match.end() :]):
            continue
        if before and text[match.start() - 1].isdigit() and re.match(r"[eE][+\-−]?\d", text[match.start() :]):
            continue
        return match.start()
    return len(text)


def converted(value: Value, given: Unit, asked: Unit) -> Value:
    """From one unit into another of the same dimension."""
    base = add(multiply(value, given.factor), given.offset)
    found = divide(subtract(base, asked.offset), asked.factor)
    turns = given.pi_power - asked.pi_power
    if turns > 0:
        return multiply(found, pi())
    return divide(found, pi()) if turns < 0 else found


def read_angle(text: str) -> Node:
    """Degrees with their sign, by minutes and seconds or with decimals, or a sum of such. Raises FormRefused."""
    dashed = DASHED.fullmatch(text)
    if dashed:
        degrees, minutes, seconds = dashed.groups()
        write = f"{degrees}°{minutes}'" + (f'{seconds}"' if seconds else "")
        raise refuse("angle_dashes", 0, len(text), write=write)
    node = parsed(text, Vocabulary())
    bare = node.of if isinstance(node, Negative) else node
    if isinstance(bare, Number):
        raise refuse("angle_sign", 0, len(text), write=f"{text.strip()}°")
    if isinstance(bare, Binary) and not _has_angle(bare):
        raise refuse("angle_sign", 0, len(text))
    return node


def _has_angle(node: Node) -> bool:
    """Whether something in it is no bare number: an angle, or a function that gives one."""
    return isinstance(node, Angle | Call) or any(map(_has_angle, children(node)))


def read_bearing(text: str) -> tuple[Node, Value, str]:
    """'N 42°15' E': the angle, the azimuth in degrees from north by east, and its LaTeX. Raises FormRefused."""
    due = text.strip().upper().removeprefix("DUE").strip()
    if due in DUE:
        return Number(str(DUE[due])), Fraction(DUE[due]), rf"\mathrm{{{due}}}"
    match = BEARING.fullmatch(text)
    if match is None:
        raise refuse("bearing_form", 0, len(text))
    pole, angle, side = match.group(1).upper(), match.group(2), match.group(3).upper()
    if side == "O":
        raise refuse("bearing_letter", match.start(3), match.end(3), write=f"{text[: match.start(3)]}W")
    try:
        node = read_angle(angle)
        value = evaluate(node, {}, in_degrees=True)
    except FormRefused as refused:
        raise _shifted(refused, text, match) from None
    except Undefined as undefined:
        raise refuse(undefined.code, 0, len(text)) from None
    if not isinstance(value, Fraction) or not 0 <= value <= 90:
        raise refuse("bearing_range", match.start(2), match.end(2))
    return node, azimuth(pole, value, side), rf"\mathrm{{{pole}}}\,{as_latex(node)}\,\mathrm{{{side}}}"


def azimuth(pole: str, angle: Fraction, side: str) -> Fraction:
    """From north clockwise, in degrees from 0 below 360."""
    if pole == "N":
        return (angle if side == "E" else -angle) % 360
    return (180 - angle if side == "E" else 180 + angle) % 360


def _shifted(refused: FormRefused, text: str, match: re.Match[str]) -> FormRefused:
    """The same form error with its places in the whole text."""
    error, at = refused.error, match.start(2)
    params = dict(error.params)
    if error.write:
        params["write"] = text[:at] + error.write + text[match.end(2) :]
    return refuse(error.code, at + error.start, at + error.end, **params)


def as_degrees(value: Fraction, places: int = 0) -> str:
    """Degrees, minutes and seconds, rounded half to even to so many places of the second."""
    unit = 10**places
    total = round(abs(value) * 3600 * unit)
    degrees, rest = divmod(total, 3600 * unit)
    minutes, seconds = divmod(rest, 60 * unit)
    shown = f"{seconds // unit:02d}" + (f".{seconds % unit:0{places}d}" if places else "")
    return f"{'-' if value < 0 else ''}{degrees}°{minutes:02d}'{shown}\""
