"""Judging what is chosen, matched or put in order."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from fractions import Fraction
from itertools import pairwise

from unvo_core.answers.judged import Judged
from unvo_core.answers.kinds import ChoiceAsked, MatchingAsked, OrderingAsked, Rule

NOTHING, WHOLE = Fraction(0), Fraction(1)


def judge_choice(asked: ChoiceAsked, chosen: Sequence[str]) -> Judged:
    """The share of the points by the question's rule; the words of what was chosen."""
    options = {option.name: option for option in asked.options}
    taken = [options[name] for name in dict.fromkeys(chosen) if name in options]
    words = tuple(option.word for option in taken if option.word)
    if not asked.several:
        only = taken[0] if len(taken) == 1 else None
        share = NOTHING if only is None else WHOLE if only.right else only.credit
        return Judged(share, words)
    right = [option for option in asked.options if option.right]
    hits = sum(option.right for option in taken)
    misses = len(taken) - hits
    match asked.rule:
        case Rule.ALL:
            share = WHOLE if hits == len(right) and not misses else NOTHING
        case Rule.RIGHT_MINUS_WRONG:
            share = max(NOTHING, Fraction(hits - misses, max(1, len(right))))
        case Rule.EACH:
            agreed = len(asked.options) - misses - (len(right) - hits)
            share = Fraction(agreed, max(1, len(asked.options)))
    return Judged(share, words)


def judge_matching(asked: MatchingAsked, given: Mapping[str, str]) -> Judged:
    hits = sum(given.get(left) == right for left, right in asked.pairs)
    share = Fraction(hits, max(1, len(asked.pairs)))
    return Judged(share if asked.each else Fraction(int(share)))


def judge_ordering(asked: OrderingAsked, given: Sequence[str]) -> Judged:
    """`each`: of the pairs of neighbours in the right order, how many are neighbours in the answer too."""
    order = [option.name for option in asked.options]
    if list(given) == order:
        return Judged(WHOLE)
    if not asked.each or sorted(given) != sorted(order):
        return Judged(NOTHING)
    found = set(pairwise(given))
    return Judged(Fraction(sum(pair in found for pair in pairwise(order)), max(1, len(order) - 1)))
