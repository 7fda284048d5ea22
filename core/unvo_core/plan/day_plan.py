"""What to do on which day: earliest due date first, on a person's daily minutes.

Preemptive earliest-due-date with release dates minimises the greatest lateness (Horn 1974, 'Some
simple scheduling algorithms', Naval Research Logistics Quarterly 21(1)). Order enters by taking each
item's deadline no later than those of the items behind it; the rule then keeps the order by itself
among what is open. What waits for another item is released no earlier than it. A project that is
open already is not held back by a reading before it on the path that opens only next week.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta
from heapq import heappop, heappush

LONGEST_PLAN_DAYS = 400


@dataclass(frozen=True, slots=True, kw_only=True)
class Work:
    """One thing left to do. `chain`: works of one chain are done in the order given, as far as they are open.

    `after`: keys of works that must be finished first; those that are not given hold nothing back.

    `due` None: whenever there is room. `due_minutes`: how many minutes of the due day lie before the
    deadline.
    """

    key: int
    minutes: int
    release: date
    due: date | None
    chain: int
    due_minutes: int = 24 * 60
    after: tuple[int, ...] = ()


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
    ready = _in_order(works, today)
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


def _in_order(works: Sequence[Work], today: date) -> list[Work]:
    """The works so that none stands before one that it waits for, with the releases and deadlines that follow."""
    given = {w.key: w for w in works}
    waits = {w.key: [k for k in w.after if k in given] for w in works}
    order = _topological(waits)
    releases: dict[int, date] = {}
    for key in order:
        releases[key] = max([given[key].release, today, *(releases[k] for k in waits[key])])
    dues: dict[int, date] = {}
    earliest: dict[int, date] = {}
    behind: dict[int, date] = {}
    for key in reversed(order):
        work = given[key]
        due = min(work.due or date.max, earliest.get(work.chain, date.max), behind.get(key, date.max))
        earliest[work.chain] = dues[key] = due
        for k in waits[key]:
            behind[k] = min(due, behind.get(k, date.max))
    return [
        replace(given[key], release=releases[key], due=None if dues[key] == date.max else dues[key]) for key in order
    ]


def _topological(waits: Mapping[int, Sequence[int]]) -> list[int]:
    """Keys in the order given, but for those that must come later. Circles are refused where conditions are set."""
    found: dict[int, None] = {}

    def place(key: int, around: frozenset[int]) -> None:
        for k in waits[key]:
            if k not in found and k not in around:
                place(k, around | {k})
        found[key] = None

    for key in waits:
        if key not in found:
            place(key, frozenset({key}))
    return list(found)


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
