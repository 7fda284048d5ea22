"""What the evaluation reads: the course's items and one person's facts."""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import datetime
from fractions import Fraction

from unvo_core.path.conditions import When
from unvo_core.schedule.spans import NO_SPAN, Span


@dataclass(frozen=True, slots=True)
class Opened:
    """Done once the item was opened."""


@dataclass(frozen=True, slots=True)
class Ticked:
    """Done when the person says so."""


@dataclass(frozen=True, slots=True)
class HandedIn:
    """Done with the first hand-in."""


@dataclass(frozen=True, slots=True)
class Acknowledged:
    """Done when this edition, or a later one, was acknowledged."""

    edition: int = 1


@dataclass(frozen=True, slots=True)
class ScoredAtLeast:
    """Done with at least `percent` of the points, on the attempt that counts, once released."""

    percent: Fraction


@dataclass(frozen=True, slots=True)
class Watched:
    """Done when at least `percent` of a recording was watched or listened to."""

    percent: int


@dataclass(frozen=True, slots=True)
class Attended:
    """Done by being there."""


@dataclass(frozen=True, slots=True)
class Posted:
    """Done with `posts` of one's own and replies to `replies` different people; each by its moment, if set."""

    posts: int = 1
    replies: int = 0
    posts_by: datetime | None = None
    replies_by: datetime | None = None


@dataclass(frozen=True, slots=True)
class AnyOf:
    rules: tuple[DoneRule, ...]


@dataclass(frozen=True, slots=True)
class AllOf:
    rules: tuple[DoneRule, ...]


DoneRule = Opened | Ticked | HandedIn | Acknowledged | ScoredAtLeast | Watched | Attended | Posted | AnyOf | AllOf


@dataclass(frozen=True, slots=True)
class PathItem:
    """One item in path order. `whens`: the conditions of the item, its part and its module; all must hold."""

    id: int
    module_id: int
    done_rule: DoneRule
    required: bool = True
    span: Span = NO_SPAN
    whens: tuple[When, ...] = ()
    handed_in: bool = False
    """Whether the item takes hand-ins: only then can it be missing."""
    practice: bool = False


@dataclass(frozen=True, slots=True)
class PathModule:
    """`items` in path order. In order: each item waits for the required one before it."""

    id: int
    items: tuple[PathItem, ...]
    in_order: bool = False
    opens: datetime | None = None


@dataclass(frozen=True, slots=True)
class Mark:
    """What the gradebook knows of one item and person. A held score is `held` and carries no percentage."""

    held: bool = False
    percent: Fraction | None = None
    excused: bool = False


NO_MARK = Mark()


@dataclass(frozen=True, slots=True)
class ItemFacts:
    """When the person did what; None is 'not yet'."""

    opened_at: datetime | None = None
    ticked_at: datetime | None = None
    started_at: datetime | None = None
    handed_in_at: datetime | None = None
    acknowledged_at: datetime | None = None
    acknowledged_edition: int = 0
    ticked_by_teacher: bool = False
    watched_percent: int = 0
    watched_at: datetime | None = None
    attended_at: datetime | None = None
    let_in_at: datetime | None = None
    posts: tuple[datetime, ...] = ()
    replies: tuple[tuple[datetime, int], ...] = ()
    """When each reply was written, and to whom."""


NO_FACTS = ItemFacts()


@dataclass(frozen=True, slots=True)
class PersonFacts:
    """One person's facts and marks by item id."""

    facts: dict[int, ItemFacts] = field(default_factory=dict)
    marks: dict[int, Mark] = field(default_factory=dict)
