"""The week to come as one reads it on the evening before it: made of the same day plan as Today."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from unvo_core.plan.day_plan import Stint, Work, day_plan

WEEK_DAYS = 7


@dataclass(frozen=True, slots=True)
class DigestDay:
    """`stints` in the order in which to do them; `due`: keys of what is due that day, in the order given."""

    day: date
    stints: tuple[Stint, ...]
    due: tuple[int, ...]

    @property
    def minutes(self) -> int:
        return sum(s.minutes for s in self.stints)


@dataclass(frozen=True, slots=True)
class Digest:
    """`overdue`: was due before the evening; `tonight`: is due in what is left of it, or can't be done after it; both
    as keys in order of their dates. `days`: the seven that follow; what is for tonight is not planned into them, what
    is overdue is."""

    overdue: tuple[int, ...]
    tonight: tuple[int, ...]
    days: tuple[DigestDay, ...]

    @property
    def minutes(self) -> int:
        return sum(d.minutes for d in self.days)

    @property
    def is_empty(self) -> bool:
        return not (self.overdue or self.tonight or any(d.stints or d.due for d in self.days))


def digest(
    works: Sequence[Work], evening: date, minute: int, budget_minutes: Sequence[int], ending: Collection[int] = ()
) -> Digest:
    """`works`: what is left to do on that evening, `minute` minutes after its midnight; `ending`: keys of what can't be
    done after it; `budget_minutes`: seven figures, Monday first.

    Raises ValueError when the budget has not seven figures.
    """
    dated = sorted((w for w in works if w.due), key=lambda w: (w.due or date.max, w.due_minutes))
    is_due = {w.key for w in dated if w.due == evening and w.due_minutes >= minute}
    kept = is_due | set(ending)
    tonight = tuple(w.key for w in [*dated, *(w for w in works if not w.due)] if w.key in kept)
    first = evening + timedelta(days=1)
    plan = day_plan([w for w in works if w.key not in kept], first, budget_minutes)
    days = (first + timedelta(days=n) for n in range(WEEK_DAYS))
    return Digest(
        overdue=tuple(w.key for w in dated if w.due and w.due <= evening and w.key not in kept),
        tonight=tonight,
        days=tuple(
            DigestDay(day, tuple(plan.days.get(day, ())), tuple(w.key for w in dated if w.due == day)) for day in days
        ),
    )
