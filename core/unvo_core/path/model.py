"""What the evaluation reads: the course's items and one person's facts."""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import datetime
from fractions import Fraction

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
class AnyOf:
    rules: tuple[DoneRule, ...]


@dataclass(frozen=True, slots=True)
class AllOf:
    rules: tuple[DoneRule, ...]


DoneRule = Opened | Ticked | HandedIn | Acknowledged | ScoredAtLeast | AnyOf | AllOf


@dataclass(frozen=True, slots=True)
class PathItem:
    """One item in path order. `after` lists items that must be done before it opens."""

    id: int
    module_id: int
    done_rule: DoneRule
    required: bool = True
    span: Span = NO_SPAN
    after: tuple[int, ...] = ()
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


NO_FACTS = ItemFacts()


@dataclass(frozen=True, slots=True)
class PersonFacts:
    """One person's facts and marks by item id."""

    facts: dict[int, ItemFacts] = field(default_factory=dict)
    marks: dict[int, Mark] = field(default_factory=dict)
