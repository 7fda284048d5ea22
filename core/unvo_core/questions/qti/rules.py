"""How an item's responses are declared and scored, as far as a question of a bank can say it."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction

from lxml.etree import _Element
from unvo_core.answers.kinds import Key, Likeness, NumberAsked, Rule, TextAsked
from unvo_core.answers.numbers import Nearness, Tolerance
from unvo_core.questions.qti.fixed import exact
from unvo_core.questions.qti.names import ITEM_NS, local

LONGEST_NUMBER = 40


@dataclass(frozen=True, slots=True, kw_only=True)
class Declared:
    """A response: what is right, and what each answer is worth."""

    name: str
    cardinality: str
    base: str
    correct: tuple[str, ...]
    mapping: dict[str, Fraction]
    sensitive: bool


def _all(root: _Element, name: str) -> Iterator[_Element]:
    yield from root.iter(f"{{{ITEM_NS}}}qti-{name}")


def declared(root: _Element) -> dict[str, Declared]:
    found = {}
    for one in _all(root, "response-declaration"):
        name = one.get("identifier") or ""
        correct = next(_all(one, "correct-response"), None)
        entries = list(_all(one, "map-entry"))
        found[name] = Declared(
            name=name,
            cardinality=one.get("cardinality") or "single",
            base=one.get("base-type") or "string",
            correct=tuple((v.text or "").strip() for v in _all(correct, "value")) if correct is not None else (),
            mapping={(e.get("map-key") or ""): number(e.get("mapped-value")) or Fraction(0) for e in entries},
            sensitive=all(e.get("case-sensitive", "true") == "true" for e in entries),
        )
    return found


def number(text: str | None) -> Fraction | None:
    """None for what is no number, or has more figures than anybody writes."""
    try:
        return Fraction(text.strip()) if text and len(text) <= LONGEST_NUMBER and "/" not in text else None
    except (ValueError, OverflowError):
        return None


def number_of(root: _Element, outcome: str) -> Fraction | None:
    """An outcome's default, or the most that the SCORE can be."""
    for one in _all(root, "outcome-declaration"):
        if one.get("identifier") == outcome:
            found = number("".join(one.itertext()).strip())
            if found:
                return found
    for one in _all(root, "outcome-declaration"):
        if one.get("identifier") == "SCORE" and one.get("normal-maximum"):
            return number(one.get("normal-maximum"))
    return None


def _about(test: _Element, response: str) -> bool:
    return any(v.get("identifier") == response for v in _all(test, "variable"))


def _share(test: _Element) -> Fraction:
    """What the branch around a test gives, from 0 to 1."""
    branch = test.getparent()
    while branch is not None and local(branch.tag) not in ("qti-response-if", "qti-response-else-if"):
        branch = branch.getparent()
    if branch is None:
        return Fraction(1)
    for put in _all(branch, "set-outcome-value"):
        if (put.get("identifier") or "").startswith("SCORE"):
            value = next(_all(put, "base-value"), None)
            found = number(value.text) if value is not None else None
            if found is not None:
                return min(Fraction(1), max(Fraction(0), found))
    return Fraction(1)


def _feeds_words(test: _Element) -> bool:
    """It decides what is said and not what is given."""
    branch = test.getparent()
    puts = list(_all(branch, "set-outcome-value")) if branch is not None else []
    return bool(puts) and all(not (p.get("identifier") or "").startswith("SCORE") for p in puts)


def number_in(root: _Element, known: Declared) -> NumberAsked | None:
    """By the tests of equality that score it; else exactly what is declared right."""
    keys, tolerance, words = _between(root, known)
    for name in ("equal", "equal-rounded"):
        for test in _all(root, name):
            value = next(_all(test, "base-value"), None)
            text = (value.text or "").strip() if value is not None else (known.correct[0] if known.correct else "")
            if not _about(test, known.name) or number(text) is None:
                continue
            if _feeds_words(test):
                words[text] = _word(root, test)
                continue
            tolerance = _tolerance(test, name, Fraction(text))
            keys.append(Key(text=text, credit=_share(test)))
    if not keys:
        keys = [Key(text=text) for text in known.correct if number(text) is not None]
    full = [key for key in keys if key.credit == 1]
    if not full:
        return None
    told = tuple(Key(text=k.text, credit=k.credit, word=words.get(k.text, "")) for k in keys)
    return NumberAsked(keys=told, tolerance=tolerance)


def _between(root: _Element, known: Declared) -> tuple[list[Key], Tolerance, dict[str, str]]:
    """Keys in the middle of two ends that a number must lie between."""
    keys, words, widest = [], {}, Fraction(0)
    for both in _all(root, "and"):
        ends = {local(t.tag): _end(t) for t in both if _about(t, known.name)}
        low, high = ends.get("qti-gte"), ends.get("qti-lte")
        if low is None or high is None or high < low:
            continue
        text = exact((low + high) / 2)
        if _feeds_words(both):
            words[text] = _word(root, both)
        else:
            keys.append(Key(text=text, credit=_share(both)))
            widest = max(widest, (high - low) / 2)
    return keys, Tolerance(Nearness.WITHIN, widest) if keys else Tolerance(), words


def _end(test: _Element) -> Fraction | None:
    value = next(_all(test, "base-value"), None)
    return number(value.text) if value is not None else None


def _tolerance(test: _Element, name: str, key: Fraction) -> Tolerance:
    """Of two that differ the wider is taken."""
    if name == "equal-rounded":
        figures = Fraction(number(test.get("figures")) or 0)
        mode = test.get("rounding-mode", "significantFigures")
        return Tolerance(Nearness.DECIMALS if mode == "decimalPlaces" else Nearness.FIGURES, figures)
    found = [number(text) for text in (test.get("tolerance") or "").split()]
    widest = max((value for value in found if value is not None), default=Fraction(0))
    match test.get("tolerance-mode", "exact"):
        case "relative" if widest:
            return Tolerance(Nearness.RELATIVE, widest / 100)
        case "absolute" if widest:
            return Tolerance(Nearness.WITHIN, widest)
        case _:
            return Tolerance()


def text_of(root: _Element, known: Declared) -> TextAsked | None:
    """By its mapping, by a pattern, or by what is declared right."""
    patterns = [t for t in _all(root, "pattern-match") if _about(t, known.name) and not _feeds_words(t)]
    if patterns:
        read = [(wild_of(t.get("pattern") or ""), _share(t)) for t in patterns]
        keys = tuple(Key(text=text, credit=share) for text, share in read if text)
        return TextAsked(keys=keys, likeness=Likeness.PATTERN) if len(keys) == len(read) else None
    worth = {key: value for key, value in known.mapping.items() if value > 0 and key.strip()}
    full = max(worth.values(), default=Fraction(0))
    keys = tuple(Key(text=key, credit=value / full) for key, value in worth.items())
    keys = keys or tuple(Key(text=text) for text in known.correct if text)
    likeness = Likeness.EXACT if known.sensitive else Likeness.LOOSE
    return TextAsked(keys=keys, likeness=likeness) if keys else None


def wild_of(pattern: str) -> str:
    """A pattern with `*` and `?` of a regular expression that says no more than these; '' for any other."""
    found, rest = "", pattern
    while rest:
        if rest.startswith(".*"):
            found, rest = found + "*", rest[2:]
        elif rest.startswith(r"\s+"):
            found, rest = found + " ", rest[3:]
        elif rest[0] == "[" and len(rest) > 3 and rest[3] == "]" and rest[1].lower() == rest[2].lower():
            found, rest = found + rest[1], rest[4:]
        elif rest[0] == ".":
            found, rest = found + "?", rest[1:]
        elif rest[0] == "\\" and len(rest) > 1 and not rest[1].isalnum():
            found, rest = found + rest[1], rest[2:]
        elif rest[0].isalnum() or rest[0] in " -,'":
            found, rest = found + rest[0], rest[1:]
        else:
            return ""
    return found


def rule_of(root: _Element, known: Declared) -> Rule:
    """Of several choices: each by itself where a share is added before, right less wrong where wrong ones cost."""
    if not known.mapping:
        return Rule.ALL
    for total in _all(root, "sum"):
        mapped = [m for m in total if local(m.tag) == "qti-map-response" and m.get("identifier") == known.name]
        if mapped and any(local(v.tag) == "qti-base-value" for v in total):
            return Rule.EACH
    return Rule.RIGHT_MINUS_WRONG


def words_on(root: _Element, response: str) -> dict[str, str]:
    """By option: what is said to whoever chose it."""
    found = {}
    for name in ("match", "member"):
        for test in _all(root, name):
            value = next(_all(test, "base-value"), None)
            if value is not None and _about(test, response) and _feeds_words(test):
                found[(value.text or "").strip()] = _word(root, test)
    return found


def _word(root: _Element, test: _Element) -> str:
    """The feedback that the branch around a test shows."""
    branch = test.getparent()
    if branch is None:
        return ""
    shown = {
        (value.text or "").strip() for put in _all(branch, "set-outcome-value") for value in _all(put, "base-value")
    }
    told = [
        " ".join("".join(one.itertext()).split())
        for one in _all(root, "modal-feedback")
        if one.get("identifier") in shown
    ]
    return " ".join(told)
