"""Why a row of tokens is no expression, in the order in which a reader would see it."""

from __future__ import annotations

import re
from collections.abc import Sequence

from unvo_core.answers.form_errors import FormRefused, refuse
from unvo_core.answers.tokens import ENDS_VALUE, Token

SIGNS = frozenset(("PLUS", "MINUS", "TIMES", "DIVIDE", "POWER"))
CLOSING = {"(": ")", "[": "]", "{": "}"}
THOUSANDS = re.compile(r"\d{1,3}(?:[,\u00a0 ]\d{3})+(?![\d,])")


def misread(text: str, tokens: Sequence[Token], at: int) -> FormRefused:
    """`at` is the number of the token that did not fit; their count when the text ended too early."""
    before = tokens[at - 1] if at else None
    if at == len(tokens):
        return _ended(text, before)
    token = tokens[at]
    if token.kind == "COMMA" or (token.kind == "CLOSE" and before and before.kind == "COMMA"):
        return comma(text, tokens, at if token.kind == "COMMA" else at - 1)
    if before and before.kind == "OPEN" and token.kind == "CLOSE":
        return _empty(tokens, at)
    if token.kind in ("NUMBER", "ANGLE", "MIXED") and before and before.kind in ENDS_VALUE:
        return _side_by_side(text, before, token)
    if token.kind in SIGNS | {"BANG"}:
        return refuse("missing_before", token.start, token.end, sign=text[token.start : token.end])
    if before and before.kind in SIGNS:
        return refuse("missing_after", before.start, before.end, sign=text[before.start : before.end])
    return refuse("unexpected", token.start, token.end, sign=text[token.start : token.end])


def unbalanced(text: str, tokens: Sequence[Token]) -> FormRefused | None:
    """The first bracket that closes nothing, or the last that nothing closes, with the text mended."""
    opened: list[Token] = []
    for token in tokens:
        if token.kind in ("OPEN", "BAR_OPEN"):
            opened.append(token)
        elif token.kind in ("CLOSE", "BAR_CLOSE"):
            fits = opened and (
                CLOSING.get(opened[-1].text) == token.text if token.kind == "CLOSE" else opened[-1].kind == "BAR_OPEN"
            )
            if not fits:
                write = text[: token.start] + text[token.end :]
                code = "bracket_other" if opened and token.kind == "CLOSE" else "bracket_closes"
                return refuse(code, token.start, token.end, **({} if opened else {"write": write.strip()}))
            opened.pop()
    if not opened:
        return None
    last = opened[-1]
    if last.kind == "BAR_OPEN":
        return refuse("bar_opens", last.start, last.end, write=f"{text.rstrip()}|")
    missing = "".join(CLOSING.get(token.text, "|") for token in reversed(opened))
    return refuse("bracket_opens", last.start, len(text.rstrip()), write=text.rstrip() + missing)


def _ended(text: str, before: Token | None) -> FormRefused:
    if before is None:
        return refuse("empty", 0, len(text))
    return refuse("missing_after", before.start, before.end, sign=text[before.start : before.end])


def _empty(tokens: Sequence[Token], at: int) -> FormRefused:
    opening = tokens[at - 1]
    name = tokens[at - 2] if at > 1 and tokens[at - 2].kind == "FUNCTION" else None
    if name:
        return refuse("function_empty", name.start, tokens[at].end, name=name.text)
    return refuse("brackets_empty", opening.start, tokens[at].end)


def _side_by_side(text: str, left: Token, right: Token) -> FormRefused:
    """Two numbers with nothing between them, or a number behind a name or a bracket."""
    spaced = THOUSANDS.match(text, left.start)
    if left.kind == right.kind == "NUMBER":
        if spaced and spaced.end() >= right.end:
            whole = re.sub(r"\D", "", spaced.group())
            return refuse(
                "number_spaces",
                left.start,
                spaced.end(),
                text=spaced.group(),
                write=text[: left.start] + whole + text[spaced.end() :],
            )
        return refuse("two_numbers", left.start, right.end, left=left.text, right=right.text)
    typed = text[left.start : left.end]
    return refuse("number_after", left.start, right.end, name=typed, number=text[right.start : right.end])


def comma(text: str, tokens: Sequence[Token], at: int) -> FormRefused:
    """A comma where one value is asked for: inside a number, for a point, or between the values of a list."""
    token = tokens[at]
    left = tokens[at - 1] if at else None
    right = tokens[at + 1] if at + 1 < len(tokens) else None
    grouped = THOUSANDS.match(text, left.start) if left else None
    several = sum(t.kind == "COMMA" for t in tokens) > 1 and not grouped
    if not left or not right or not left.kind == right.kind == "NUMBER" or token.text != "," or several:
        return refuse("list_given", token.start, token.end)
    if grouped and grouped.end() > token.end:
        end, write = grouped.end(), re.sub(r"\D", "", grouped.group())
        code = "comma_thousands"
    else:
        end, write, code = right.end, f"{left.text}.{right.text}", "comma_decimal"
    typed = text[left.start : end]
    return refuse(
        code,
        left.start,
        end,
        text=typed,
        parts=re.sub(r"\s*,\s*", " and ", typed),
        number=write,
        write=text[: left.start] + write + text[end:],
    )
