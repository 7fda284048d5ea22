"""How often somebody outside may call: so many a minute, counted in each web process for itself."""

from __future__ import annotations

from threading import Lock

from cachetools import TTLCache
from django.conf import settings

SECONDS = 60
_counts: TTLCache[str, list[int]] = TTLCache(maxsize=10_000, ttl=SECONDS)
_lock = Lock()


def in_pace(who: str, most: int | None = None) -> bool:
    """Count one call; False when it is one too many in this minute."""
    with _lock:
        count = _counts.setdefault(who, [0])
        count[0] += 1
        return count[0] <= (most or settings.LINKS_CALLS_A_MINUTE)
