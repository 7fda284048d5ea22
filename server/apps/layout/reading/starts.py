"""When to begin an item."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime

from apps.layout.reading.structure import LaidItem, Layout


def start_by(item: LaidItem, budget: Sequence[int], laid: Layout) -> tuple[datetime | None, bool]:
    """The start-by as entered; else proposed from effort and daily minutes."""
    if item.span.start_by is not None:
        return item.span.start_by, False
    proposed = laid.proposed_starts(budget).get(item.id)
    return proposed, proposed is not None
