"""A tree as text that reads back as the same tree, and as LaTeX in which no two trees look alike."""

from __future__ import annotations

import re

from unvo_core.answers.functions import GREEK_NAMES
from unvo_core.answers.tree import Angle, Binary, Call, Factorial, Mixed, Name, Negative, Node, Number

SUM, PRODUCT, SIGNED, POWER, POSTFIX, ATOM = range(6)
"""How tightly a node holds together, as the grammar has it."""


def binding(node: Node) -> int:
    match node:
        case Binary(operation="+" | "-"):
            return SUM
        case Binary(operation="*" | "/"):
            return PRODUCT
        case Negative():
            return SIGNED
        case Binary():
            return POWER
        case Factorial():
            return POSTFIX
        case _:
            return ATOM


def as_text(node: Node) -> str:
    """`read(as_text(tree))` is the tree."""
    match node:
        case Number(text):
            return text
        case Angle():
            return _angle(node, "°")
        case Mixed(whole, numerator, denominator):
            return f"{whole} {numerator}/{denominator}"
        case Name(name):
            return name
        case Negative(of):
            return f"-{_text(of, SIGNED)}"
        case Factorial(of):
            return f"{_text(of, POSTFIX)}!"
        case Binary("^", base, exponent):
            return f"{_text(base, POSTFIX)}^{_text(exponent, SIGNED)}"
        case Binary("*", left, right, True):
            return f"{_text(left, PRODUCT)} {_text(right, POWER if _may_follow(right) else ATOM + 1)}"
        case Binary("*" | "/" as operation, left, right):
            return f"{_text(left, PRODUCT)}{operation}{_text(right, SIGNED)}"
        case Binary(operation, left, right):
            return f"{_text(left, SUM)} {operation} {_text(right, PRODUCT)}"
        case Call(function, arguments):
            return f"{function}({', '.join(map(as_text, arguments))})"


def _text(node: Node, least: int) -> str:
    return as_text(node) if binding(node) >= least else f"({as_text(node)})"


def _may_follow(node: Node) -> bool:
    """Whether it can stand behind another factor without a sign: nothing that begins with a number."""
    match node:
        case Binary("^", base, _):
            return _may_follow(base)
        case Factorial(of):
            return _may_follow(of)
        case _:
            return isinstance(node, Name | Call)


def _angle(angle: Angle, degree: str) -> str:
    text = f"{angle.degrees}{degree}"
    if angle.minutes is not None:
        text += f"{angle.minutes}'"
    return text if angle.seconds is None else f'{text}{angle.seconds}"'


FUNCTIONS = {
    **{name: rf"\{name}" for name in ("sin", "cos", "tan", "cot", "sec", "csc", "sinh", "cosh", "tanh")},
    **{name: rf"\{name}" for name in ("exp", "ln", "min", "max")},
    **{name: rf"\operatorname{{arc{name[1:]}}}" for name in ("asin", "acos", "atan", "atan2")},
}
FENCES = {
    "abs": (r"\left|", r"\right|"),
    "floor": (r"\left\lfloor ", r"\right\rfloor "),
    "ceil": (r"\left\lceil ", r"\right\rceil "),
}


def as_latex(node: Node) -> str:
    """For KaTeX. Different trees look different: brackets stand wherever leaving them out would regroup."""
    match node:
        case Number(text):
            mantissa, _, exponent = text.partition("e")
            return rf"{mantissa}{{\times}}10^{{{exponent}}}" if exponent else mantissa
        case Angle():
            return _angle(node, r"^\circ").replace('"', "''")
        case Mixed(whole, numerator, denominator):
            return rf"{whole}\tfrac{{{numerator}}}{{{denominator}}}"
        case Name(name):
            return _name(name)
        case Negative(of):
            return f"-{_latex(of, SIGNED)}"
        case Factorial(of):
            return f"{_latex(of, POSTFIX)}!"
        case Binary("^", base, exponent):
            return f"{_latex(base, ATOM)}^{{{as_latex(exponent)}}}"
        case Binary("/", left, right):
            return rf"\frac{{{as_latex(left)}}}{{{as_latex(right)}}}"
        case Binary("*", left, right, implied):
            sign = r"\," if implied else r"\cdot "
            return f"{_latex(left, PRODUCT)}{sign}{_latex(right, POWER if implied else SIGNED)}"
        case Binary(operation, left, right):
            return f"{_latex(left, SUM)}{operation}{_latex(right, PRODUCT)}"
        case Call(function, arguments):
            return _call(function, arguments)


def _latex(node: Node, least: int) -> str:
    """A fraction's line groups it; a power needs brackets around it all the same."""
    held = POWER if isinstance(node, Binary) and node.operation == "/" else binding(node)
    if held >= least and not (least == ATOM and isinstance(node, Number) and "e" in node.text):
        return as_latex(node)
    return rf"\left({as_latex(node)}\right)"


def _name(name: str) -> str:
    split = re.fullmatch(r"([A-Za-z]+)_?(\w*)", name)
    letter, index = split.groups() if split else (name, "")
    shown = rf"\{letter}" if letter in GREEK_NAMES else letter if len(letter) == 1 else rf"\mathrm{{{letter}}}"
    return rf"{shown}_{{\mathrm{{{index}}}}}" if index else f"{shown} " if shown.startswith("\\") else shown


def _call(function: str, arguments: tuple[Node, ...]) -> str:
    shown = [as_latex(argument) for argument in arguments]
    if function == "sqrt":
        return rf"\sqrt{{{shown[0]}}}"
    if function == "root":
        return rf"\sqrt[{shown[1]}]{{{shown[0]}}}"
    if function in FENCES:
        before, after = FENCES[function]
        return f"{before}{shown[0]}{after}"
    name = rf"\log_{{{shown.pop()}}}" if function == "log" else FUNCTIONS[function]
    return name + r"\left(" + r",\,".join(shown) + r"\right)"
