"""A typed text as tokens, each with its place in it. What no answer can contain is refused here, with its place."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass
from functools import cached_property

from unvo_core.answers.form_errors import refuse
from unvo_core.answers.functions import CONSTANTS
from unvo_core.answers.words import split_word

MOST_CHARACTERS = 500


@dataclass(frozen=True, slots=True)
class Token:
    """`kind` is a terminal of the grammar; `text` is what it stands for, not always what was typed."""

    kind: str
    text: str
    start: int
    end: int


@dataclass(frozen=True)
class Vocabulary:
    """What an answer to one question may contain. `mixed`: whole numbers with a fraction may stand side by side."""

    names: tuple[str, ...] = ()
    mixed: bool = False

    @cached_property
    def known(self) -> frozenset[str]:
        return frozenset(self.names) | CONSTANTS


MINUTE, SECOND = r"['′’‘]", r"(?:\"|″|”|“|''|′′|’’)"
FIGURES = r"\d+(?:\.\d+)?"
SCANNER = re.compile(
    rf"""
      (?P<space>\s+)
    | (?P<angle>(?P<degrees>{FIGURES})\s*(?:[°º˚]|deg\b|d(?=\s*{FIGURES}\s*{MINUTE}))
        (?:\s*(?P<minutes>{FIGURES})\s*{MINUTE}(?!['′’]))?(?:\s*(?P<seconds>{FIGURES})\s*{SECOND})?)
    | (?P<number>(?:\d+\.?\d*|\.\d+)(?:[eE][+\-−]?\d+)?)
    | (?P<superscript>⁻?[⁰¹²³⁴⁵⁶⁷⁸⁹]+)
    | (?P<word>[A-Za-zα-ωΑ-Ω][A-Za-zα-ωΑ-Ω0-9_]*|√)
    | (?P<power>\*\*|\^)
    | (?P<times>[*×·⋅∙•])
    | (?P<divide>[/÷∕⁄])
    | (?P<minus>[-−–—‐])
    | (?P<plus>[+＋])
    | (?P<bang>!)
    | (?P<bar>\|)
    | (?P<open>[(\[{{])
    | (?P<close>[)\]}}])
    | (?P<comma>[,;])
    | (?P<relation>[=<>≤≥≈])
    """,
    re.VERBOSE,
)
SIGNS = {"power": "^", "times": "*", "divide": "/", "minus": "-", "plus": "+", "bang": "!"}
SUPERSCRIPTS = str.maketrans("⁰¹²³⁴⁵⁶⁷⁸⁹⁻", "0123456789-")
ENDS_VALUE = frozenset(("NUMBER", "ANGLE", "MIXED", "NAME", "CLOSE", "BAR_CLOSE", "BANG"))


def tokens_of(text: str, vocabulary: Vocabulary) -> list[Token]:
    """Raises FormRefused. At most 500 characters are looked at."""
    if len(text) > MOST_CHARACTERS:
        raise refuse("too_long", MOST_CHARACTERS, len(text), most=str(MOST_CHARACTERS))
    found = [*_barred(list(_scanned(text, vocabulary)))]
    if not found:
        raise refuse("empty", 0, len(text))
    return _mixed(text, found, vocabulary)


def _scanned(text: str, vocabulary: Vocabulary) -> Iterator[Token]:
    place = 0
    while place < len(text):
        match = SCANNER.match(text, place)
        if match is None:
            raise refuse("unknown_character", place, place + 1, character=text[place])
        kind = str(match.lastgroup if match.lastgroup not in ("degrees", "minutes", "seconds") else "angle")
        start, place = place, match.end()
        typed = match.group()
        match kind:
            case "space":
                continue
            case "angle":
                yield _angle(match)
            case "number":
                yield _number(text, match)
            case "superscript":
                yield from _superscript(typed, start, place)
            case "word":
                for piece in split_word(text, start, place, vocabulary.known):
                    yield Token(*piece)
            case "relation":
                rest = text[place:].lstrip("=<>≤≥ ")
                raise refuse("relation", start, place, sign=typed, **({"write": rest} if rest else {}))
            case "bar" | "open" | "close" | "comma":
                yield Token(kind.upper(), typed, start, place)
            case _:
                yield Token(kind.upper(), SIGNS[kind], start, place)


def _angle(match: re.Match[str]) -> Token:
    degrees, minutes, seconds = (match.group(n) for n in ("degrees", "minutes", "seconds"))
    given = [part for part in (degrees, minutes, seconds) if part is not None]
    if any("." in part for part in given[:-1]):
        raise refuse("angle_decimals", match.start(), match.end())
    if any(float(part) >= 60 for part in (minutes, seconds) if part is not None):
        raise refuse("angle_minutes", match.start(), match.end())
    return Token("ANGLE", f"{degrees}°{minutes or ''}'{seconds or ''}", match.start(), match.end())


def _number(text: str, match: re.Match[str]) -> Token:
    start, end = match.span()
    if text[end : end + 2].startswith(".") or text[end : end + 1] == "%":
        sign = text[end]
        if sign == "%":
            raise refuse("percent", start, end + 1, write=f"{text[:end]}/100{text[end + 1 :]}")
        raise refuse("number_points", start, end + 1)
    figures = match.group().replace("−", "-").lower()
    mantissa, _, exponent = figures.partition("e")
    if len(exponent) > 5:
        raise refuse("too_big", start, end)
    mantissa = f"0{mantissa}" if mantissa.startswith(".") else mantissa.rstrip(".") if mantissa[-1] == "." else mantissa
    return Token("NUMBER", mantissa + (f"e{int(exponent)}" if exponent else ""), start, end)


def _superscript(typed: str, start: int, end: int) -> Iterator[Token]:
    plain = typed.translate(SUPERSCRIPTS)
    yield Token("POWER", "^", start, start)
    if plain.startswith("-"):
        yield Token("MINUS", "-", start, start + 1)
    yield Token("NUMBER", plain.lstrip("-"), start, end)


def _barred(tokens: list[Token]) -> Iterator[Token]:
    """Each `|` as one that opens or one that closes: after a value it closes what is open, everywhere else it opens."""
    open_bars: list[int] = []
    depth = 0
    before: str = ""
    for token in tokens:
        kind = token.kind
        if kind == "BAR":
            closes = bool(open_bars) and open_bars[-1] == depth and before in ENDS_VALUE
            kind = "BAR_CLOSE" if closes else "BAR_OPEN"
            if closes:
                open_bars.pop()
            else:
                open_bars.append(depth)
        depth += {"OPEN": 1, "CLOSE": -1}.get(kind, 0)
        before = kind
        yield Token(kind, token.text, token.start, token.end)


def _mixed(text: str, tokens: list[Token], vocabulary: Vocabulary) -> list[Token]:
    """`2 1/2` as one token where the question takes mixed numbers; a form error with the way out elsewhere."""
    for at in range(len(tokens) - 3):
        whole, numerator, stroke, denominator = tokens[at : at + 4]
        numbers = all(t.kind == "NUMBER" and t.text.isdigit() for t in (whole, numerator, denominator))
        if not numbers or stroke.kind != "DIVIDE":
            continue
        start, end = whole.start, denominator.end
        if not vocabulary.mixed:
            improper = int(whole.text) * int(denominator.text) + int(numerator.text)
            write = f"{text[:start]}{improper}/{denominator.text}{text[end:]}"
            raise refuse("mixed_number", start, end, write=write)
        if not 0 < int(numerator.text) < int(denominator.text):
            raise refuse("mixed_improper", start, end)
        joined = Token("MIXED", f"{whole.text} {numerator.text}/{denominator.text}", start, end)
        return (
            [*tokens[:at], joined, *_mixed(text, tokens[at + 4 :], vocabulary)]
            if at + 4 < len(tokens)
            else [
                *tokens[:at],
                joined,
            ]
        )
    return tokens
