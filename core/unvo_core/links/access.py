"""Access to a linked system: whether somebody has it, until when, what it blocks, and when that is told."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date, datetime
from enum import StrEnum
from zoneinfo import ZoneInfo

from unvo_core.schedule.zones import require_aware

AHEAD_DAYS = (7, 2)
"""So many days before access runs out it is announced, to the student and to those who teach."""


class Kind(StrEnum):
    """How one has access. `UNKNOWN`: nobody has said yet; nothing is held against it."""

    UNKNOWN = "unknown"
    NONE = "none"
    TRIAL = "trial"
    PAID = "paid"
    CODE = "code"


@dataclass(frozen=True, slots=True, kw_only=True)
class Access:
    """`until`: the instant from which it is over; None for one without an end."""

    kind: Kind = Kind.UNKNOWN
    until: datetime | None = None

    def __post_init__(self) -> None:
        require_aware(self.until)

    def holds(self, at: datetime) -> bool:
        """Whether one gets in at this instant, as far as is known."""
        if self.kind is Kind.NONE:
            return False
        return self.until is None or at < self.until


@dataclass(frozen=True, slots=True, kw_only=True)
class Wanted:
    """Work that needs access: from `opens` (None: open already) to `last`, the last instant at which it can be done
    (None: any time)."""

    item_id: int
    opens: datetime | None
    due: datetime | None
    last: datetime | None
    done: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Blocked:
    """What somebody without access (or without it from `ends` on) can't do, in the order of the path. `matters`: the
    first due moment that it would cost, None where nothing blocked has one."""

    items: tuple[int, ...]
    ends: datetime | None
    matters: datetime | None


def blocked(access: Access, wanted: Iterable[Wanted], at: datetime) -> Blocked | None:
    """What is blocked now or will be; None when access holds through all of it."""
    ends = None if not access.holds(at) else access.until
    if ends is None and access.holds(at):
        return None
    over = ends or at
    hit = [w for w in wanted if not w.done and (w.last is None or w.last >= over) and not _over(w, at)]
    if not hit:
        return None
    dues = [w.due for w in hit if w.due is not None and w.due >= over]
    return Blocked(items=tuple(w.item_id for w in hit), ends=ends, matters=min(dues, default=None))


def _over(wanted: Wanted, at: datetime) -> bool:
    return wanted.last is not None and wanted.last < at


def days_left(access: Access, at: datetime, zone: ZoneInfo) -> int | None:
    """Whole days of the calendar to the day on which it runs out; None for one without an end, or that is over."""
    if access.until is None or not access.holds(at):
        return None
    return (access.until.astimezone(zone).date() - at.astimezone(zone).date()).days


def announced_on(access: Access, at: datetime, zone: ZoneInfo, said: Sequence[int] = ()) -> int | None:
    """Which announcement is due now: 7 or 2, the nearest that is reached and was not `said`; None when none is.

    Who comes to have five days left is told once, of the seven; one that was missed is not made up for by the other.
    """
    left = days_left(access, at, zone)
    if left is None:
        return None
    reached = [n for n in AHEAD_DAYS if left <= n]
    nearest = min(reached, default=None)
    return None if nearest is None or any(n <= nearest for n in said) else nearest


def last_day(access: Access, zone: ZoneInfo) -> date | None:
    """The last day on which it holds all or a part of the day."""
    return None if access.until is None else access.until.astimezone(zone).date()
