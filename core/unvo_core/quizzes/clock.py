"""How long an attempt lasts. The server's clock decides, whatever a browser's says."""

from __future__ import annotations

from datetime import datetime, timedelta
from fractions import Fraction

from unvo_core.schedule.zones import require_aware

WARN_MINUTES = (5, 1)


def own_seconds(minutes: int, factor: Fraction, extra_minutes: int = 0) -> int:
    """The time limit with an allowance that multiplies it, to whole seconds up, and minutes given at the table."""
    return -(-int(minutes * factor * 60 * 1000) // 1000) + extra_minutes * 60


def ends_at(
    started: datetime, minutes: int | None, factor: Fraction, closes: datetime | None, extra_minutes: int = 0
) -> datetime | None:
    """When an attempt is handed in by itself: after its time, and no later than the quiz closes. None: never.

    What is given at the table is given in any case, past the closing moment too.
    """
    require_aware(started, closes)
    extra = timedelta(minutes=extra_minutes)
    ends = [closes + extra] if closes is not None else []
    if minutes is not None:
        ends.append(started + timedelta(seconds=own_seconds(minutes, factor, extra_minutes)))
    return min(ends, default=None)
