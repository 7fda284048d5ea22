"""Several values in one answer: lists, points and vectors, intervals and their unions."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass

from unvo_core.answers.form_errors import FormRefused, refuse
from unvo_core.answers.reading import parsed
from unvo_core.answers.tokens import Vocabulary
from unvo_core.answers.tree import Node
from unvo_core.answers.writing import as_latex

OPENING, CLOSING = "([{<⟨", ")]}>⟩"
INFINITE = re.compile(r"\s*([+\-−])?\s*(?:inf|infinity|oo|∞)\s*", re.IGNORECASE)
UNION = re.compile(r"\s*(?:∪|\bU\b|\bu\b)\s*")


@dataclass(frozen=True, slots=True)
class Span:
    """An interval: an end is None where it goes on for ever; `open` ends are not part of it."""

    low: Node | None
    high: Node | None
    low_open: bool
    high_open: bool

    @property
    def latex(self) -> str:
        low = r"-\infty" if self.low is None else as_latex(self.low)
        high = r"\infty" if self.high is None else as_latex(self.high)
        return rf"\left{'(' if self.low_open else '['}{low},\,{high}\right{')' if self.high_open else ']'}"


def split_top(text: str, start: int = 0, end: int | None = None) -> Iterator[tuple[int, int]]:
    """The places between commas that stand in no bracket; between semicolons where there is one."""
    end = len(text) if end is None else end
    cuts = list(_cuts(text, start, end))
    semicolons = [cut for cut in cuts if text[cut] == ";"]
    for cut in [*(semicolons or cuts), end]:
        yield start, cut
        start = cut + 1


def _cuts(text: str, start: int, end: int) -> Iterator[int]:
    depth = 0
    for place in range(start, end):
        depth += (text[place] in "([{") - (text[place] in ")]}")
        if depth == 0 and text[place] in ",;":
            yield place


def read_list(text: str, vocabulary: Vocabulary) -> list[Node]:
    """'1, 2, 3' or '{1; 2,5}' with the comma refused inside the number. Raises FormRefused."""
    start, end = _bare(text, "{", "}")
    return [_part(text, a, b, vocabulary) for a, b in split_top(text, start, end)]


def read_point(text: str, vocabulary: Vocabulary, size: int) -> list[Node]:
    """'(3, -4)', with any brackets. Raises FormRefused."""
    stripped = text.strip()
    if not stripped or stripped[0] not in OPENING or stripped[-1] not in CLOSING:
        raise refuse("point_brackets", 0, len(text), **({"write": f"({stripped})"} if stripped else {}))
    start = text.index(stripped[0])
    found = list(split_top(text, start + 1, start + len(stripped) - 1))
    if len(found) != size:
        raise refuse("point_size", 0, len(text), asked=str(size), got=str(len(found)))
    return [_part(text, a, b, vocabulary) for a, b in found]


def read_spans(text: str, vocabulary: Vocabulary) -> list[Span]:
    """'[2, 5)', '(-inf, 3] U [7, inf)'. Raises FormRefused."""
    spans, place = [], 0
    while True:
        cut = UNION.search(text, place)
        end = cut.start() if cut else len(text)
        spans.append(_span(text, place, end, vocabulary))
        if cut is None:
            return spans
        place = cut.end()


def _span(text: str, start: int, end: int, vocabulary: Vocabulary) -> Span:
    whole = text[start:end].strip()
    if not whole or whole[0] not in "([" or whole[-1] not in ")]":
        raise refuse("interval_form", start, end, text=whole)
    first = text.index(whole[0], start)
    parts = list(split_top(text, first + 1, first + len(whole) - 1))
    if len(parts) != 2:
        raise refuse("interval_form", start, end, text=whole)
    ends: list[Node | None] = []
    for number, (a, b) in enumerate(parts):
        infinite = INFINITE.fullmatch(text[a:b])
        if infinite is None:
            ends.append(_part(text, a, b, vocabulary))
            continue
        if (infinite.group(1) in ("-", "−")) != (number == 0):
            raise refuse("interval_reversed", a, b)
        bracket = whole[0] if number == 0 else whole[-1]
        if bracket in "[]":
            raise refuse("interval_infinite", a, b)
        ends.append(None)
    return Span(ends[0], ends[1], whole[0] == "(", whole[-1] == ")")


def _bare(text: str, opening: str, closing: str) -> tuple[int, int]:
    stripped = text.strip()
    start = len(text) - len(text.lstrip())
    if stripped.startswith(opening) and stripped.endswith(closing):
        return start + 1, start + len(stripped) - 1
    return 0, len(text)


def _part(text: str, start: int, end: int, vocabulary: Vocabulary) -> Node:
    """One value of several; its form errors get their place in the whole."""
    try:
        return parsed(text[start:end], vocabulary)
    except FormRefused as refused:
        error = refused.error
        params = dict(error.params)
        if error.write:
            params["write"] = text[:start] + error.write + text[end:]
        raise refuse(error.code, start + error.start, start + error.end, **params) from None
