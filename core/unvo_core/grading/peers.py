"""Students read each other's work: who reads whom, and what the readers' points come to."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction

FAR_APART = Fraction(1, 4)
"""Of the possible points: readers who differ by more are worth a look; common practice, no source."""


@dataclass(frozen=True, slots=True)
class Work:
    """One piece of work, and whose it is: more than one where a group did it."""

    id: int
    owners: frozenset[int]


def draw(works: Sequence[Work], reading: Mapping[int, frozenset[int]], each: int) -> dict[int, tuple[int, ...]]:
    """What everybody reads who reads nothing yet, by person.

    `works`: all there are, in an order that was drawn by lot. `reading`: what is read already, by reader. `each`: how
    many works one reads, or as many as there are of others.

    The works stand in a circle, and everybody reads those that come after their own: nobody reads their own, and as
    long as everybody works alone each work has as many readers as everybody reads. Who comes later reads the others who
    came late first, then what has the fewest readers.
    """
    fresh = [work for work in works if not work.owners & reading.keys()]
    read = Counter(one for some in reading.values() for one in some)
    found: dict[int, tuple[int, ...]] = {}
    for place, work in enumerate(fresh):
        for n, person in enumerate(sorted(work.owners)):
            found[person] = _after(fresh, place, n, each)
            read.update(found[person])
    for person, theirs in found.items():
        others = [w.id for w in works if person not in w.owners and w.id not in theirs]
        least = sorted(others, key=lambda one: read[one])[: each - len(theirs)]
        read.update(least)
        found[person] = (*theirs, *least)
    return found


def _after(circle: Sequence[Work], place: int, n: int, each: int) -> tuple[int, ...]:
    """The works that follow the one at `place`; the n-th of its owners goes on where the one before ended."""
    others = len(circle) - 1
    most = min(each, others)
    return tuple(circle[(place + 1 + (n * most + step) % others) % len(circle)].id for step in range(most))


def mean(points: Sequence[Fraction]) -> Fraction | None:
    """What the readers gave on average; None without any."""
    return sum(points, Fraction()) / len(points) if points else None


def far_apart(points: Sequence[Fraction], possible: Fraction) -> bool:
    return bool(points) and max(points) - min(points) > possible * FAR_APART
