"""Whether an item counts as done, and since when: each done rule says by which facts it is met."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from fractions import Fraction
from typing import Protocol

from unvo_core.path.facts import ItemFacts, Mark


class DoneRule(Protocol):
    """A frozen value; a new rule is one more class with this method."""

    def met(self, facts: ItemFacts, mark: Mark) -> bool: ...


@dataclass(frozen=True, slots=True)
class Opened:
    """Done once the item was opened."""

    def met(self, facts: ItemFacts, mark: Mark) -> bool:
        return facts.opened_at is not None


@dataclass(frozen=True, slots=True)
class Ticked:
    """Done when the person says so."""

    def met(self, facts: ItemFacts, mark: Mark) -> bool:
        return facts.ticked_at is not None


@dataclass(frozen=True, slots=True)
class HandedIn:
    """Done with the first hand-in."""

    def met(self, facts: ItemFacts, mark: Mark) -> bool:
        return facts.handed_in_at is not None


@dataclass(frozen=True, slots=True)
class Acknowledged:
    """Done when this edition, or a later one, was acknowledged."""

    edition: int = 1

    def met(self, facts: ItemFacts, mark: Mark) -> bool:
        return facts.acknowledged_at is not None and facts.acknowledged_edition >= self.edition


@dataclass(frozen=True, slots=True)
class ScoredAtLeast:
    """Done with at least `percent` of the points, on the attempt that counts, once released."""

    percent: Fraction

    def met(self, facts: ItemFacts, mark: Mark) -> bool:
        return mark.percent is not None and mark.percent >= self.percent


@dataclass(frozen=True, slots=True)
class Watched:
    """Done when at least `percent` of a recording was watched or listened to."""

    percent: int

    def met(self, facts: ItemFacts, mark: Mark) -> bool:
        return facts.watched_at is not None and facts.watched_percent >= self.percent


@dataclass(frozen=True, slots=True)
class Attended:
    """Done by being there."""

    def met(self, facts: ItemFacts, mark: Mark) -> bool:
        return facts.attended_at is not None


@dataclass(frozen=True, slots=True)
class Posted:
    """Done with one's part in a discussion, as `unvo_core.talk` counts it."""

    def met(self, facts: ItemFacts, mark: Mark) -> bool:
        return facts.posted_at is not None


@dataclass(frozen=True, slots=True)
class AnyOf:
    rules: tuple[DoneRule, ...]

    def met(self, facts: ItemFacts, mark: Mark) -> bool:
        return any(rule.met(facts, mark) for rule in self.rules)


@dataclass(frozen=True, slots=True)
class AllOf:
    rules: tuple[DoneRule, ...]

    def met(self, facts: ItemFacts, mark: Mark) -> bool:
        return all(rule.met(facts, mark) for rule in self.rules)


@dataclass(frozen=True, slots=True, kw_only=True)
class Means:
    """By what an item can become done at all: it takes hand-ins, asks for posts, has points to score, a recording that
    is played here, a text to acknowledge."""

    hand_in: bool = False
    post: bool = False
    score: bool = False
    watch: bool = False
    text: bool = False


def can_be_met(rule: DoneRule, means: Means) -> bool:
    """Whether anybody can ever meet the rule, on an item of these means."""
    match rule:
        case HandedIn():
            return means.hand_in
        case Posted():
            return means.post
        case ScoredAtLeast():
            return means.score
        case Watched():
            return means.watch
        case Acknowledged():
            return means.text
        case AnyOf(rules):
            return any(can_be_met(r, means) for r in rules)
        case AllOf(rules):
            return all(can_be_met(r, means) for r in rules)
    return True


def is_done(rule: DoneRule, facts: ItemFacts, mark: Mark) -> bool:
    """Excused work and a teacher's tick count as done whatever the rule says."""
    return mark.excused or facts.ticked_by_teacher or rule.met(facts, mark)


def done_at(facts: ItemFacts) -> datetime | None:
    """The moment to show beside 'Done': the fact that came last."""
    moments = (facts.ticked_at, facts.handed_in_at, facts.acknowledged_at, facts.watched_at, facts.attended_at)
    known = [m for m in (*moments, facts.posted_at) if m is not None]
    return max(known) if known else facts.opened_at
