"""What somebody types as a score, read; what can be meant in two ways is never guessed."""

from __future__ import annotations

import re
from decimal import ROUND_HALF_UP, Decimal, InvalidOperation
from enum import StrEnum

from unvo_core.problems import Problem

CENT = Decimal("0.01")
GROUPED = re.compile(r"\d{1,3}(,\d{3})+")
"""A comma before three digits: a thousand to some, a fraction to others."""
LONGEST = 40
EXCUSED = frozenset({"exc", "exc.", "excused"})


class Word(StrEnum):
    """What stands in a cell instead of points."""

    CLEARED = "cleared"
    EXCUSED = "excused"


def read_points(text: str, possible: Decimal | None, *, above: bool = False) -> Decimal | Problem:
    """Points to two decimals, half up. `above`: more than the item has are meant so."""
    if not possible:
        return Problem("score.no_points")
    text = text.strip()
    if GROUPED.fullmatch(text):
        return Problem("score.two_readings", params={"text": text[:LONGEST]})
    try:
        raw = Decimal(text.replace(",", ".")).quantize(CENT, ROUND_HALF_UP)
    except InvalidOperation:
        return Problem("score.unreadable", params={"text": text[:LONGEST]})
    if not raw.is_finite():
        return Problem("score.unreadable", params={"text": text[:LONGEST]})
    if raw < 0:
        return Problem("score.below_zero")
    if raw > 2 * possible:
        return Problem("score.above", params={"raw": plain(raw), "possible": plain(possible)})
    if raw > possible and not above:
        figures = {"raw": raw, "more": raw - possible, "possible": possible}
        return Problem("score.more_than_possible", params={name: plain(value) for name, value in figures.items()})
    return raw


def plain(value: Decimal) -> str:
    """Without needless noughts."""
    return f"{value.normalize():f}"


def read_cell(text: str, possible: Decimal | None, *, above: bool = False) -> Decimal | Word | Problem:
    """Points, a word for being excused, or nothing, which takes a score away."""
    plain = text.strip()
    if not plain or plain in ("-", "–", "—"):
        return Word.CLEARED
    if plain.casefold() in EXCUSED:
        return Word.EXCUSED
    return read_points(plain, possible, above=above)
