"""What a person did with an item, and what the gradebook knows of it."""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import datetime
from fractions import Fraction

from unvo_core.schedule.zones import require_aware


@dataclass(frozen=True, slots=True)
class Mark:
    """What the gradebook knows of one item and person. `percent`: of what was released; `held`: a score that is not
    released lies there, alone or beside it."""

    held: bool = False
    percent: Fraction | None = None
    excused: bool = False


NO_MARK = Mark()


@dataclass(frozen=True, slots=True, kw_only=True)
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
    posted_at: datetime | None = None
    """When the person's part in a discussion was complete."""
    given_back_at: datetime | None = None
    """Since when their work is theirs again, to be done once more; what was handed in before counts as that no more."""

    def __post_init__(self) -> None:
        require_aware(*self.moments)

    @property
    def moments(self) -> tuple[datetime | None, ...]:
        return (
            self.opened_at,
            self.ticked_at,
            self.started_at,
            self.handed_in_at,
            self.acknowledged_at,
            self.watched_at,
            self.attended_at,
            self.let_in_at,
            self.posted_at,
            self.given_back_at,
        )


NO_FACTS = ItemFacts()


@dataclass(frozen=True, slots=True)
class PersonFacts:
    """One person's facts and marks by item id."""

    facts: dict[int, ItemFacts] = field(default_factory=dict)
    marks: dict[int, Mark] = field(default_factory=dict)
