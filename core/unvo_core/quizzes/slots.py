"""The places of a quiz, and which questions come into them for one attempt."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction
from hashlib import sha256

from unvo_core.exact import exact_sum

MOST_QUESTIONS = 100


@dataclass(frozen=True, slots=True, kw_only=True)
class Slot:
    """One question, or `count` of a bank; exactly one of `question` and `bank`. `points` for each."""

    question: int | None = None
    bank: int | None = None
    count: int = 1
    points: Fraction = Fraction(1)


@dataclass(frozen=True, slots=True)
class Chosen:
    question: int
    points: Fraction


def total_points(slots: Sequence[Slot]) -> Fraction:
    """What the quiz is worth: the same for everyone, whichever questions are drawn."""
    return exact_sum(slot.points * slot.count for slot in slots)


def question_count(slots: Sequence[Slot]) -> int:
    return sum(slot.count for slot in slots)


def choose(
    slots: Sequence[Slot], banks: Mapping[int, Sequence[int]], seed: str, *, shuffle: bool
) -> tuple[Chosen, ...] | None:
    """The questions of one attempt, the same from the same seed. `banks`: the questions of each bank. None is put
    twice; what stands there by name is not drawn as well. None where a bank has too few."""
    taken = {slot.question for slot in slots if slot.question is not None}
    chosen: list[Chosen] = []
    for slot in slots:
        if slot.question is not None:
            chosen.append(Chosen(slot.question, slot.points))
            continue
        there = [q for q in banks.get(slot.bank or 0, ()) if q not in taken]
        if len(there) < slot.count:
            return None
        drawn = sorted(there, key=lambda q: _lot(seed, "draw", q))[: slot.count]
        taken.update(drawn)
        kept = drawn if shuffle else sorted(drawn, key=there.index)
        chosen += [Chosen(question, slot.points) for question in kept]
    return tuple(sorted(chosen, key=lambda c: _lot(seed, "order", c.question)) if shuffle else chosen)


def _lot(seed: str, what: str, question: int) -> str:
    return sha256(f"{seed}/{what}/{question}".encode()).hexdigest()
