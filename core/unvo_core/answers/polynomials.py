"""Trees as polynomials with fractions for coefficients, to tell an expanded form from a factored one."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from fractions import Fraction
from typing import TypeAlias

from unvo_core.answers.form_errors import FormError
from unvo_core.answers.functions import CONSTANTS
from unvo_core.answers.tree import Binary, Name, Negative, Node, Number, children

MOST_TERMS = 200
MOST_POWER = 60

Monomial: TypeAlias = tuple[tuple[str, int], ...]
Polynomial: TypeAlias = dict[Monomial, Fraction]


def polynomial(node: Node) -> Polynomial | None:
    """Its coefficients by monomial, without noughts; None for what is no polynomial, or one of over 200 terms."""
    match node:
        case Number():
            return _clean({(): node.value})
        case Name(name) if name not in CONSTANTS:
            return {((name, 1),): Fraction(1)}
        case Negative(of):
            found = polynomial(of)
            return None if found is None else {m: -c for m, c in found.items()}
        case Binary("^", base, Number() as exponent):
            return _power(polynomial(base), exponent.value)
        case Binary(operation, left, right):
            a, b = polynomial(left), polynomial(right)
            return None if a is None or b is None else _joined(operation, a, b)
        case _:
            return None


def degree(found: Polynomial) -> int:
    return max((sum(power for _, power in monomial) for monomial in found), default=0)


def _joined(operation: str, a: Polynomial, b: Polynomial) -> Polynomial | None:
    match operation:
        case "+" | "-":
            sign = 1 if operation == "+" else -1
            return _clean({m: a.get(m, Fraction(0)) + sign * b.get(m, Fraction(0)) for m in a | b})
        case "*":
            return _product(a, b)
        case "/" if list(b) == [()]:
            return {m: c / b[()] for m, c in a.items()}
        case _:
            return None


def _product(a: Polynomial, b: Polynomial) -> Polynomial | None:
    if len(a) * len(b) > MOST_TERMS**2:
        return None
    found: dict[Monomial, Fraction] = {}
    for left, c in a.items():
        for right, d in b.items():
            powers = Counter(dict(left))
            powers.update(dict(right))
            monomial = tuple(sorted(powers.items()))
            found[monomial] = found.get(monomial, Fraction(0)) + c * d
    return _clean(found)


def _power(base: Polynomial | None, exponent: Fraction) -> Polynomial | None:
    if base is None or exponent.denominator != 1 or not 0 <= exponent <= MOST_POWER:
        return None
    found: Polynomial | None = {(): Fraction(1)}
    for _ in range(int(exponent)):
        found = None if found is None else _product(found, base)
    return found


def _clean(found: Polynomial) -> Polynomial | None:
    kept = {m: c for m, c in found.items() if c}
    return kept if len(kept) <= MOST_TERMS else None


def not_expanded(node: Node) -> FormError | None:
    """When a sum stands in a product or a power, or two terms could be drawn together."""
    terms = list(_terms(node))
    if any(_holds_sum(term) for term in terms):
        return FormError("not_expanded")
    monomials = [polynomial(term) for term in terms]
    seen = [tuple(found) for found in monomials if found is not None]
    return FormError("terms_together") if len(set(seen)) < len(seen) else None


def _terms(node: Node) -> Iterator[Node]:
    match node:
        case Binary("+" | "-", left, right):
            yield from _terms(left)
            yield from _terms(right)
        case Negative(of):
            yield from _terms(of)
        case _:
            yield node


def _holds_sum(node: Node) -> bool:
    match node:
        case Binary("+" | "-"):
            return True
        case Binary("^", base, _):
            return _holds_sum(base)
        case Binary("*", left, right):
            return _holds_sum(left) or _holds_sum(right)
        case Binary("/", left, _):
            return _holds_sum(left)
        case Negative(of):
            return _holds_sum(of)
        case _:
            return False


def factors(node: Node) -> list[Polynomial] | None:
    """The factors of a product, a power as often as it counts, constants drawn together; None for what is no product
    of polynomials."""
    found = [polynomial(factor) for factor in _factors(node)]
    parts = [part for part in found if part is not None]
    if len(parts) < len(found):
        return None
    constant = Fraction(1)
    for part in parts:
        if degree(part) == 0:
            constant *= part.get((), Fraction(0))
    moving = [part for part in parts if degree(part) > 0]
    return moving if abs(constant) == 1 else [{(): constant}, *moving]


def _factors(node: Node) -> Iterator[Node]:
    match node:
        case Binary("*", left, right):
            yield from _factors(left)
            yield from _factors(right)
        case Negative(of):
            yield from _factors(of)
        case Binary("^", base, Number(text)) if text.isdigit() and int(text) <= MOST_POWER:
            for _ in range(int(text)):
                yield from _factors(base)
        case _:
            yield node


def not_factored(given: Node, key: Node) -> FormError | None:
    """When an answer that equals the key has fewer factors than the key, which is written fully factored: by unique
    factorization it can then be taken further apart."""
    own, asked = factors(given), factors(key)
    if own is None or asked is None:
        return FormError("not_factored")
    return FormError("not_factored") if len(own) < len(asked) else None


def not_lowest(given: Node, key: Node) -> FormError | None:
    """When an answer that equals the key is no single fraction, or its bottom has a higher degree than the key's, which
    is in lowest terms."""
    own, asked = _bottom(given), _bottom(key)
    if asked is None:
        return None
    return FormError("not_lowest") if own is None or own > asked else None


def _bottom(node: Node) -> int | None:
    """The degree of the joint denominator of a product."""
    match node:
        case Binary("/", left, right):
            over, under = _bottom(left), polynomial(right)
            return None if over is None or under is None else over + degree(under)
        case Binary("*", left, right):
            a, b = _bottom(left), _bottom(right)
            return None if a is None or b is None else a + b
        case Negative(of):
            return _bottom(of)
        case _:
            return 0 if not any(isinstance(c, Binary) and c.operation == "/" for c in children(node)) else None
