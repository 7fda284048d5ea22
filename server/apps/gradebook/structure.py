"""What the gradebook tells of scores, as frozen values."""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import datetime
from decimal import Decimal

from unvo_core.path.facts import Mark


@dataclass(frozen=True, slots=True)
class ShownMark:
    """A mark as the path reads it, with the words beside it. `points` only when released. `attempt`: the one that
    alone counts. `raw`: its points before a conversion table, where there is one."""

    mark: Mark
    points: Decimal | None = None
    given: Decimal | None = None
    deduction: Decimal | None = None
    late_units: int = 0
    comment: str = ""
    attempt: int | None = None
    raw: Decimal | None = None


@dataclass(frozen=True, slots=True)
class Marks:
    by_item: dict[int, ShownMark] = field(default_factory=dict)

    def core(self) -> dict[int, Mark]:
        return {item: shown.mark for item, shown in self.by_item.items()}


@dataclass(frozen=True, slots=True)
class NewScore:
    """A score that was let out to its student."""

    course_id: int
    item_id: int
    at: datetime
    has_comment: bool
