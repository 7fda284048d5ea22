"""What is usual: slots of the week that come again, and names that most modules have."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable
from datetime import datetime, time
from fractions import Fraction

LEAST_TIMES = 2
SHARE_OF_MOMENTS = Fraction(1, 4)
SHARE_OF_MODULES = Fraction(1, 2)
"""From which share on something is called usual; common practice, no source."""


def usual_slots(walls: Iterable[datetime]) -> list[tuple[int, time]]:
    """(weekday, time) at which at least a quarter of the wall times fall, and two of them, in order of the week."""
    found = Counter((w.weekday(), w.time().replace(second=0, microsecond=0)) for w in walls)
    least = max(Fraction(LEAST_TIMES), found.total() * SHARE_OF_MOMENTS)
    return sorted(slot for slot, n in found.items() if n >= least)


def usual_names(modules: Iterable[Iterable[str]]) -> list[str]:
    """Names that at least half of the modules have, in the order in which they come first."""
    every = [list(dict.fromkeys(names)) for names in modules]
    found = Counter(name for names in every for name in names)
    return [name for name, n in found.items() if n >= len(every) * SHARE_OF_MODULES]
