"""From wall time to instants, decided once for gaps and folds of daylight saving."""

from __future__ import annotations

from datetime import UTC, datetime
from zoneinfo import ZoneInfo


def instant_of(wall: datetime, zone: ZoneInfo) -> datetime:
    """Resolve a naive wall time in `zone` to an aware instant, in UTC.

    In a gap (the clocks jump over it) the first instant after the gap counts; in a fold (the hour
    happens twice) the later one, so nobody loses time. Raises ValueError for an aware `wall`.
    """
    if wall.tzinfo is not None:
        raise ValueError("a wall time carries no zone")
    earlier = wall.replace(tzinfo=zone, fold=0)
    later = wall.replace(tzinfo=zone, fold=1)
    if not _same(wall, earlier) and not _same(wall, later):
        return _end_of_gap(earlier, zone)
    return later.astimezone(UTC)


def require_aware(*moments: datetime | None) -> None:
    """Raise ValueError for a moment that says no zone: what it means would depend on who reads it."""
    for moment in moments:
        if moment and not moment.tzinfo:
            raise ValueError(f"a moment without its zone: {moment.isoformat()}")


def exists(wall: datetime, zone: ZoneInfo) -> bool:
    """False for a wall time that the clocks jump over."""
    return _same(wall, wall.replace(tzinfo=zone))


def _same(wall: datetime, aware: datetime) -> bool:
    back = aware.astimezone(UTC).astimezone(aware.tzinfo)
    return back.replace(tzinfo=None) == wall


def _end_of_gap(inside: datetime, zone: ZoneInfo) -> datetime:
    """The instant of the jump itself: PEP 495 gives both offsets for a time in a gap."""
    low = inside.replace(fold=1).astimezone(UTC)
    high = inside.replace(fold=0).astimezone(UTC)
    before = low.astimezone(zone).utcoffset()
    while (high - low).total_seconds() > 1:
        middle = low + (high - low) / 2
        if middle.astimezone(zone).utcoffset() == before:
            low = middle
        else:
            high = middle
    return high.replace(microsecond=0)
