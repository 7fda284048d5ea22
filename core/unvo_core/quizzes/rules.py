"""How a quiz goes, and what of it is shown when."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import datetime
from enum import StrEnum
from fractions import Fraction
from types import MappingProxyType

from unvo_core.problems import Problem


class When(StrEnum):
    NEVER = "never"
    AT_ONCE = "at_once"
    LAST_ATTEMPT = "last_attempt"
    DUE = "due"
    CLOSE = "close"
    BY_HAND = "by_hand"


class Revealed(StrEnum):
    """`SCORE`: the points; `RIGHT`: which answers were right; `ANSWERS`: one's own; `KEY`: the right ones; `SOLUTION`:
    how they are worked out; `WORDS`: what is said to a wrong one."""

    SCORE = "score"
    RIGHT = "right"
    ANSWERS = "answers"
    KEY = "key"
    SOLUTION = "solution"
    WORDS = "words"


class Paper(StrEnum):
    """Where a quiz is worked: on the screen; on sheets that are handed out and taken in; on a sheet of one's own, whose
    pictures are handed in."""

    SCREEN = ""
    ROOM = "room"
    HOME = "home"


TELLING = frozenset({Revealed.KEY, Revealed.SOLUTION})
"""Whoever has seen these could answer for others, and for themselves once more."""
FIRST = MappingProxyType(
    {
        Revealed.SCORE: When.AT_ONCE,
        Revealed.RIGHT: When.AT_ONCE,
        Revealed.ANSWERS: When.AT_ONCE,
        Revealed.KEY: When.DUE,
        Revealed.SOLUTION: When.DUE,
        Revealed.WORDS: When.AT_ONCE,
    }
)
MOST_ATTEMPTS, MOST_TRIES, MOST_MINUTES, LONGEST_CODE = 20, 10, 24 * 60, 40


@dataclass(frozen=True, slots=True, kw_only=True)
class QuizRules:
    """`attempts` None: as many as one likes. `tries` None: nothing is checked before it is handed in. `minutes` None:
    without a clock. `back`: one at a time, with a way back. `room`: begun only by those whom a teacher has checked in.
    `fresh`: the same question with other numbers to practise on."""

    attempts: int | None = 1
    tries: int | None = None
    try_cost: Fraction = Fraction(0)
    minutes: int | None = None
    one_by_one: bool = False
    back: bool = True
    shuffle: bool = False
    code: str = ""
    room: bool = False
    fresh: bool = True
    paper: Paper = Paper.SCREEN
    shows: Mapping[Revealed, When] = field(default_factory=lambda: FIRST)

    def when(self, what: Revealed) -> When:
        return self.shows.get(what, FIRST[what])


def rules_problems(rules: QuizRules) -> list[Problem]:
    """What can't be: figures out of their bounds, and moments that never come."""
    found = []
    bounds = (
        ("attempts", rules.attempts, MOST_ATTEMPTS),
        ("tries", rules.tries, MOST_TRIES),
        ("minutes", rules.minutes, MOST_MINUTES),
    )
    for name, value, most in bounds:
        if value is not None and not 1 <= value <= most:
            found.append(Problem(f"quiz.{name}", name, {"most": most}))
    if rules.paper and rules.tries is not None:
        found.append(Problem("quiz.paper_tries", "tries"))
    if rules.try_cost < 0:
        found.append(Problem("quiz.try_cost", "try_cost"))
    if len(rules.code) > LONGEST_CODE:
        found.append(Problem("quiz.code_long", "code", {"most": LONGEST_CODE}))
    if rules.attempts is None and When.LAST_ATTEMPT in {rules.when(what) for what in Revealed}:
        found.append(Problem("quiz.no_last_attempt", "shows"))
    return found


@dataclass(frozen=True, slots=True, kw_only=True)
class Stand:
    """What decides whether something of an attempt that was handed in is shown. `due`, `closes`: the latest of the
    class, so that nobody tells those who have more time. `last`: no attempt is left to the person. `opened`: their
    teacher has shown what is shown by hand."""

    now: datetime
    last: bool
    due: datetime | None
    closes: datetime | None
    opened: bool = False


def is_shown(when: When, stand: Stand) -> bool:
    """Where the moment is not set, a teacher shows it by hand: it is safe, and it can be done."""
    match when:
        case When.NEVER:
            return False
        case When.AT_ONCE:
            return True
        case When.LAST_ATTEMPT:
            return stand.last
        case When.BY_HAND:
            return stand.opened
    at = stand.due if when is When.DUE else stand.closes
    return stand.opened if at is None else at <= stand.now


def shown(rules: QuizRules, stand: Stand) -> frozenset[Revealed]:
    return frozenset(what for what in Revealed if is_shown(rules.when(what), stand))


def told_to_all(rules: QuizRules, stand: Stand) -> bool:
    """Whether key or solution lie open to everyone: from then on nobody begins any more. What is shown at once, or
    after the last attempt, is shown by a teacher who wants it so."""
    open_to_all = {When.DUE, When.CLOSE, When.BY_HAND}
    return any(rules.when(what) in open_to_all and is_shown(rules.when(what), stand) for what in TELLING)
