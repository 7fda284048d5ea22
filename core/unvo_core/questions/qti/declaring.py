"""What a response of an item is, what is right, and what each answer is worth."""

from __future__ import annotations

import re
from fractions import Fraction

from unvo_core.answers.kinds import (
    Asked,
    ByHand,
    ChoiceAsked,
    Likeness,
    MatchingAsked,
    NumberAsked,
    OrderingAsked,
    Rule,
    TextAsked,
)


def pattern_of(wild: str) -> str:
    """`*` and `?` as a regular expression of XML Schema, capitals or not."""
    found = []
    for sign in wild.strip():
        if sign in "*?":
            found.append(".*" if sign == "*" else ".")
        elif sign.isalpha():
            found.append(f"[{sign.lower()}{sign.upper()}]")
        else:
            found.append(re.escape(sign) if not sign.isspace() else r"\s+")
    return "".join(found)


def types(asked: Asked) -> tuple[str, str]:
    """Cardinality and base type."""
    match asked:
        case ChoiceAsked(several=several):
            return ("multiple" if several else "single"), "identifier"
        case OrderingAsked():
            return "ordered", "identifier"
        case MatchingAsked():
            return "multiple", "directedPair"
        case NumberAsked():
            return "single", "float"
        case ByHand(sort=sort):
            return "single", "string" if sort == "essay" else "file"
        case _:
            return "single", "string"


def correct(asked: Asked) -> list[str]:
    match asked:
        case ChoiceAsked(options=options, several=several):
            right = [o.name for o in options if o.right]
            return right if several else right[:1]
        case OrderingAsked(options=options):
            return [o.name for o in options]
        case MatchingAsked(pairs=pairs):
            return [f"{a} {b}" for a, b in pairs]
        case ByHand():
            return []
        case _:
            return [next((key.text for key in asked.keys if key.credit == 1), asked.keys[0].text)]


def mapping(asked: Asked) -> tuple[list[tuple[str, Fraction]], bool, bool] | None:
    """Entries, whether capitals count, whether the sum is held between 0 and 1."""
    match asked:
        case ChoiceAsked(several=False, options=options):
            worth = [(o.name, Fraction(1) if o.right else o.credit) for o in options]
            return [(name, share) for name, share in worth if share], True, False
        case ChoiceAsked(rule=Rule.RIGHT_MINUS_WRONG, options=options):
            n = max(1, sum(o.right for o in options))
            return [(o.name, Fraction(1 if o.right else -1, n)) for o in options], True, True
        case ChoiceAsked(rule=Rule.EACH, options=options):
            n = max(1, len(options))
            return [(o.name, Fraction(1 if o.right else -1, n)) for o in options], True, False
        case MatchingAsked(each=True, pairs=pairs):
            n = max(1, len(pairs))
            return [(f"{a} {b}", Fraction(1, n)) for a, b in pairs], True, False
        case TextAsked(keys=keys, likeness=likeness) if likeness is not Likeness.PATTERN:
            return [(key.text, key.credit) for key in keys], likeness is Likeness.EXACT, False
        case ChoiceAsked() | OrderingAsked() | MatchingAsked() | ByHand() | NumberAsked() | TextAsked():
            return None
        case _:
            return [(key.text, key.credit) for key in asked.keys], True, False
