"""From a typed text to a tree, or to a form error with its place and a way out.

The grammar is read by Lark's LALR parser; the tokens are ours, because what is wrong with an answer is
mostly seen there.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from functools import cache
from typing import Any, cast

from lark import Lark, Transformer, UnexpectedInput, UnexpectedToken, v_args
from lark import Token as LarkToken
from lark.lexer import Lexer
from unvo_core.answers.form_errors import FormError, FormRefused, refuse
from unvo_core.answers.functions import SPELLINGS, arguments_wanted
from unvo_core.answers.grammar import GRAMMAR
from unvo_core.answers.misread import misread, unbalanced
from unvo_core.answers.tokens import Vocabulary, tokens_of
from unvo_core.answers.tree import Angle, Binary, Call, Factorial, Mixed, Name, Negative, Node, Number, Operation

MOST_DEPTH = 60
MOST_NODES = 400


def read(text: str, vocabulary: Vocabulary) -> Node | FormError:
    """The tree of one expression. At most 500 characters, 60 deep, 400 nodes."""
    try:
        return parsed(text, vocabulary)
    except FormRefused as refused:
        return mended(refused.error, vocabulary)


def parsed(text: str, vocabulary: Vocabulary) -> Node:
    """As `read`; raises FormRefused."""
    tokens = tokens_of(text, vocabulary)
    crossed = unbalanced(text, tokens)
    if crossed:
        raise crossed
    try:
        built = _parser().parse(tokens)
    except UnexpectedInput as unexpected:
        found = unexpected.token if isinstance(unexpected, UnexpectedToken) else None
        at = len(tokens) if found is None or found.type == "$END" else found.start_pos or 0
        raise misread(text, tokens, at) from None
    except _Counted as counted:
        number, name, wants, got = counted.args
        token = tokens[number]
        raise refuse("function_arguments", token.start, token.end, name=name, wants=wants, got=got) from None
    except FormRefused as refused:
        raise refuse(refused.error.code, 0, len(text), **refused.error.params) from None
    return cast(Built, built).node


def mended(error: FormError, vocabulary: Vocabulary) -> FormError:
    """Without a way out that cannot be read either."""
    if not error.write:
        return error
    try:
        parsed(error.write, vocabulary)
    except FormRefused:
        params = {name: value for name, value in error.params.items() if name != "write"}
        return FormError(error.code, error.start, error.end, params)
    return error


class _Given(Lexer):
    """Hands the parser the tokens that were made beforehand; `start_pos` is a token's number."""

    __future_interface__ = 1

    def __init__(self, lexer_conf: object) -> None: ...

    def lex(self, lexer_state: Any, parser_state: Any) -> Iterator[LarkToken]:
        for number, token in enumerate(lexer_state.text):
            yield LarkToken(token.kind, token.text, start_pos=number)


@dataclass(frozen=True, slots=True)
class Built:
    """A tree while it grows, with how deep and how large it is."""

    node: Node
    depth: int = 1
    size: int = 1


def _over(node: Node, *parts: Built) -> Built:
    depth, size = 1 + max(part.depth for part in parts), 1 + sum(part.size for part in parts)
    if depth > MOST_DEPTH:
        raise refuse("too_deep", most=str(MOST_DEPTH))
    if size > MOST_NODES:
        raise refuse("too_large", most=str(MOST_NODES))
    return Built(node, depth, size)


@v_args(inline=True)
class _Builder(Transformer[LarkToken, Any]):
    def start(self, built: Built) -> Built:
        return built

    def binary(self, left: Built, sign: LarkToken, right: Built) -> Built:
        return _over(Binary(cast(Operation, str(sign)), left.node, right.node), left, right)

    def implied(self, left: Built, right: Built) -> Built:
        return _over(Binary("*", left.node, right.node, implied=True), left, right)

    def negative(self, _sign: LarkToken, of: Built) -> Built:
        return _over(Negative(of.node), of)

    def positive(self, _sign: LarkToken, of: Built) -> Built:
        return of

    def factorial(self, of: Built, _sign: LarkToken) -> Built:
        return _over(Factorial(of.node), of)

    def number(self, token: LarkToken) -> Built:
        return Built(Number(str(token)))

    def angle(self, token: LarkToken) -> Built:
        degrees, _, rest = str(token).partition("°")
        minutes, _, seconds = rest.partition("'")
        return Built(Angle(degrees, minutes or None, seconds or None))

    def mixed(self, token: LarkToken) -> Built:
        whole, _, fraction = str(token).partition(" ")
        return Built(Mixed(whole, *fraction.split("/")))

    def name(self, token: LarkToken) -> Built:
        return Built(Name(str(token)))

    def group(self, _open: LarkToken, of: Built, _close: LarkToken) -> Built:
        return of

    def magnitude(self, _open: LarkToken, of: Built, _close: LarkToken) -> Built:
        return _over(Call("abs", (of.node,)), of)

    def arguments(self, *parts: Any) -> tuple[Built, ...]:
        return tuple(part for part in parts if isinstance(part, Built))

    def call(self, name: LarkToken, _open: LarkToken, arguments: tuple[Built, ...], _close: LarkToken) -> Built:
        spelling = str(name)
        least, most = arguments_wanted(spelling)
        if not least <= len(arguments) <= most:
            wants = str(least) if least == most else f"{least}\u2013{most}"
            raise _Counted(name.start_pos or 0, spelling, wants, str(len(arguments)))
        given = tuple(argument.node for argument in arguments)
        function = SPELLINGS.get(spelling, spelling)
        if function == "log" and len(given) == 1:
            given = (*given, Number("10"))
        return _over(Call(function, given), *arguments)


class _Counted(Exception):
    """A function with too few or too many arguments: token, name, how many it wants, how many it has."""


@cache
def _parser() -> Lark:
    return Lark(GRAMMAR, parser="lalr", lexer=_Given, transformer=_Builder())
