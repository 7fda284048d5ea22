"""When a system was last heard of, what is usual for it, and when it is asked again after it failed."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime, timedelta
from itertools import pairwise
from statistics import median

LEAST_SILENCE = timedelta(hours=24)
TIMES_USUAL = 3
LEAST_GAPS = 3
FIRST_WAIT = timedelta(minutes=1)
LONGEST_WAIT = timedelta(hours=1)


def silent_since(heard: Sequence[datetime], at: datetime) -> datetime | None:
    """Since when a system is silent past its usual rhythm; None when it is not, or nothing is usual yet.

    `heard`: days or instants at which it told something, first to last. It is silent when nothing came for three
    times the median gap, and for a day at least. (Common practice, no source.)
    """
    if len(heard) <= LEAST_GAPS:
        return None
    gaps = [(b - a).total_seconds() for a, b in pairwise(heard)]
    usual = timedelta(seconds=median(gaps))
    return heard[-1] if at - heard[-1] > max(LEAST_SILENCE, TIMES_USUAL * usual) else None


def next_try(failures: int, failed_at: datetime) -> datetime:
    """After so many failures in a row: a minute, then twice as long each time, an hour at most."""
    wait: timedelta = FIRST_WAIT * int(2 ** min(max(failures - 1, 0), 10))
    return failed_at + min(wait, LONGEST_WAIT)
