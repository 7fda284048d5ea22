"""A run of letters as names and functions: `xy` is x times y where the question has both, `2pir` is 2 pi r."""

from __future__ import annotations

import re
from difflib import get_close_matches

from unvo_core.answers.form_errors import FormRefused, refuse
from unvo_core.answers.functions import GREEK, KNOWN

Piece = tuple[str, str, int, int]
"""Kind, text, start, end."""
OPERAND = re.compile(r"\s*([\w.°º′″'\"]+)")


def split_word(text: str, start: int, end: int, known: frozenset[str]) -> list[Piece]:
    """The pieces of `text[start:end]`, the longest first. Raises FormRefused with what the word could have meant."""
    if text[start:end] == "√":
        return [_function(text, "sqrt", start, end)]
    chosen = _chosen(text, start, end, known)
    place, pieces = start, []
    while place < end:
        if text[place].isdigit():
            raise _number_after(text, place, end)
        piece = chosen.get(place)
        if piece is None:
            raise _unread(text, start, end, known)
        kind, name, _, stop = piece
        pieces.append(_function(text, name, place, stop) if kind == "FUNCTION" else piece)
        place = stop
    return pieces


def _chosen(text: str, start: int, end: int, known: frozenset[str]) -> dict[int, Piece]:
    """For each place from which the rest of the word can be read: the longest piece that begins there."""
    chosen: dict[int, Piece] = {}
    longest = max(map(len, known | KNOWN))
    for place in range(end - 1, start - 1, -1):
        for stop in range(min(end, place + longest), place, -1):
            if not (stop == end or stop in chosen or text[stop].isdigit()):
                continue
            run = text[place:stop]
            name = _variable(run, known)
            if name is not None:
                chosen[place] = ("NAME", name, place, stop)
                break
            if run.lower() in KNOWN:
                chosen[place] = ("FUNCTION", run.lower(), place, stop)
                break
    return chosen


def _number_after(text: str, place: int, end: int) -> FormRefused:
    """x3: a power or a product?"""
    digits = re.match(r"\d+", text[place:end])
    return refuse("number_after", place - 1, end, name=text[place - 1], number=digits.group() if digits else "")


def _variable(run: str, known: frozenset[str]) -> str | None:
    """A phone writes the first letter large: X is x where the question has no X of its own."""
    plain = "".join(GREEK.get(letter, letter) for letter in run)
    return next((name for name in (plain, plain.lower()) if name in known), None)


def _opens(text: str, end: int) -> bool:
    return text[end:].lstrip()[:1] in ("(", "[", "{")


def _function(text: str, function: str, start: int, end: int) -> Piece:
    """A function that its brackets follow; refused when they do not."""
    if _opens(text, end):
        return ("FUNCTION", function, start, end)
    rest = text[end:].lstrip()
    if rest[:1] in ("^", "²", "³") or rest[:2] == "**":
        raise refuse("function_power", start, end, name=function, **_power_after(text, function, start, end))
    operand = OPERAND.match(text, end)
    if operand is None:
        raise refuse("function_empty", start, end, name=function)
    write = f"{text[:start]}{function}({operand.group(1)}){text[operand.end() :]}"
    raise refuse("function_brackets", start, end, name=function, write=write)


def _power_after(text: str, function: str, start: int, end: int) -> dict[str, str]:
    """sin^2(x) as sin(x)^2, when it can be told where its brackets end."""
    match = re.match(r"\s*((?:\^|\*\*)\s*-?\d+|[²³])\s*(\([^()]*\))", text[end:])
    if match is None:
        return {}
    power, argument = match.groups()
    return {"write": f"{text[:start]}{function}{argument}{power}{text[end + match.end() :]}"}


def _unread(text: str, start: int, end: int, known: frozenset[str]) -> FormRefused:
    word = text[start:end]
    if _opens(text, end) and len(word) > 1:
        near = get_close_matches(word.lower(), KNOWN, n=1, cutoff=0.5)
        write = {"write": text[:start] + near[0] + text[end:], "near": near[0]} if near else {}
        return refuse("unknown_function", start, end, name=word, **write)
    own = sorted(known - {"pi", "e"})
    return refuse("unknown_name", start, end, name=_first_unknown(word, known), uses=", ".join(own))


def _first_unknown(word: str, known: frozenset[str]) -> str:
    letters = re.sub(r"[\d_]+$", "", word) or word
    if any(len(name) > 1 for name in known - {"pi"}):
        return letters
    return next((letter for letter in letters if _variable(letter, known) is None), letters)
