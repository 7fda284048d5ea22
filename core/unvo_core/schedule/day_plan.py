"""What to do on which day: earliest due date first, on a person's daily minutes.

Preemptive earliest-due-date with release dates minimises the greatest lateness (Horn 1974, 'Some
simple scheduling algorithms', Naval Research Logistics Quarterly 21(1)). Path order inside a module
enters by taking each item's deadline no later than those of the items behind it, and its release no
earlier than those before it; the rule then keeps the order by itself.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta
from heapq import heappop, heappush

LONGEST_PLAN_DAYS = 400


@dataclass(frozen=True, slots=True)
class Work:
    """One thing left to do. `chain`: works of one chain are done in the order in which they are given.

    `due` None: whenever there is room. `due_minutes`: how many minutes of the due day lie before the
    deadline.
    """

    key: int
    minutes: int
    release: date
    due: date | None
    chain: int
    due_minutes: int = 24 * 60


@dataclass(frozen=True, slots=True)
class Stint:
    """`minutes` of one work on one day; `last` when it is finished with it."""

    key: int
    minutes: int
    last: bool


@dataclass(frozen=True, slots=True)
class Overflow:
    """Work due on `day` for which `minutes` do not fit before it is due."""

    day: date
    minutes: int
    keys: tuple[int, ...]


@dataclass(frozen=True, slots=True)
class DayPlan:
    """Stints by day in the order in which to do them; `budget`: the minutes of each day of the plan."""

    days: Mapping[date, tuple[Stint, ...]]
    overflows: tuple[Overflow, ...]
    unplaced: tuple[int, ...] = ()

    def minutes_on(self, day: date) -> int:
        return sum(s.minutes for s in self.days.get(day, ()))


def day_plan(
    works: Sequence[Work],
    today: date,
    budget_minutes: Sequence[int],
    spent_today: int = 0,
    days: int = LONGEST_PLAN_DAYS,
) -> DayPlan:
    """Lay `works` out from `today` on; `budget_minutes` holds seven figures, Monday first.

    Work that is overdue comes first of all. `spent_today`: minutes of today's budget already used.
    Works for which `days` days do not suffice are listed as unplaced.
    """
    if len(budget_minutes) != 7:
        raise ValueError("a budget has seven weekdays")
    ready = _in_chains(works, today)
    found: dict[date, tuple[Stint, ...]] = {}
    left = {w.key: w.minutes for w in works}
    waiting = sorted(range(len(ready)), key=lambda n: (ready[n].release, n))
    heap: list[tuple[date, int]] = []
    day, next_in = today, 0
    while (heap or next_in < len(waiting)) and (day - today).days < days:
        if not heap and ready[waiting[next_in]].release > day:
            day = ready[waiting[next_in]].release
        while next_in < len(waiting) and ready[waiting[next_in]].release <= day:
            n = waiting[next_in]
            heappush(heap, (ready[n].due or date.max, n))
            next_in += 1
        room = budget_minutes[day.weekday()] - (spent_today if day == today else 0)
        if stints := _fill(heap, ready, left, room):
            found[day] = stints
        day += timedelta(days=1)
    unplaced = tuple(w.key for w in works if left[w.key] > 0)
    return DayPlan(found, _overflows(works, found, left), unplaced)


def _in_chains(works: Sequence[Work], today: date) -> list[Work]:
    """Releases no earlier than those before on the chain, deadlines no later than those behind."""
    given = [replace(w, release=max(w.release, today)) for w in works]
    latest: dict[int, date] = {}
    for n, work in enumerate(given):
        release = max(work.release, latest.get(work.chain, today))
        latest[work.chain] = release
        given[n] = replace(work, release=release)
    earliest: dict[int, date] = {}
    for n in range(len(given) - 1, -1, -1):
        work = given[n]
        due = min(work.due or date.max, earliest.get(work.chain, date.max))
        earliest[work.chain] = due
        given[n] = replace(work, due=None if due == date.max else due)
    return given


def _fill(heap: list[tuple[date, int]], ready: Sequence[Work], left: dict[int, int], room: int) -> tuple[Stint, ...]:
    """Take from the heap what fits into the day; work without minutes takes no room."""
    stints = []
    while heap and (room > 0 or left[ready[heap[0][1]].key] == 0):
        key = ready[heap[0][1]].key
        taken = min(max(0, room), left[key])
        left[key] -= taken
        room -= taken
        stints.append(Stint(key, taken, left[key] == 0))
        if left[key] == 0:
            heappop(heap)
    return tuple(stints)


def _overflows(
    works: Sequence[Work], days: Mapping[date, tuple[Stint, ...]], left: Mapping[int, int]
) -> tuple[Overflow, ...]:
    """By due day: the minutes that its works get only after it, and which works those are."""
    by_key = {w.key: w for w in works}
    late: dict[int, int] = {key: minutes for key, minutes in left.items() if minutes}
    for day, stints in days.items():
        used = 0
        for stint in stints:
            used += stint.minutes
            work = by_key[stint.key]
            if work.due is None:
                continue
            if day > work.due:
                late[work.key] = late.get(work.key, 0) + stint.minutes
            elif day == work.due and used > work.due_minutes:
                late[work.key] = late.get(work.key, 0) + min(stint.minutes, used - work.due_minutes)
    found: dict[date, list[int]] = {}
    for work in works:
        if work.due is not None and late.get(work.key):
            found.setdefault(work.due, []).append(work.key)
    return tuple(Overflow(day, sum(late[k] for k in keys), tuple(keys)) for day, keys in sorted(found.items()))
