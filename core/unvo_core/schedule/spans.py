"""An item's four moments and what they mean at an instant."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Literal, get_args

from unvo_core.problems import Problem
from unvo_core.schedule.zones import require_aware

MomentName = Literal["opens", "start_by", "due", "closes"]
MOMENTS: tuple[MomentName, ...] = get_args(MomentName)


@dataclass(frozen=True, slots=True)
class Span:
    """opens <= start by <= due <= closes; any may be absent. All are aware instants."""

    opens: datetime | None = None
    start_by: datetime | None = None
    due: datetime | None = None
    closes: datetime | None = None

    def __post_init__(self) -> None:
        require_aware(self.opens, self.start_by, self.due, self.closes)


NO_SPAN = Span()
_MINUTE = timedelta(minutes=1)


def span_problems(span: Span) -> list[Problem]:
    """Each moment that comes before the nearest earlier one that is set, named with both."""
    found = []
    before: tuple[str, datetime] | None = None
    for name in MOMENTS:
        moment: datetime | None = getattr(span, name)
        if moment is None:
            continue
        if before is not None and moment < before[1]:
            found.append(Problem("span.out_of_order", name, {"before": name, "after": before[0]}))
        else:
            before = (name, moment)
    return found


def end_of(deadline: datetime) -> datetime:
    """The first instant that is too late: a deadline of 23:59 runs to 23:59:59.999 (common practice)."""
    return deadline.replace(second=0, microsecond=0) + _MINUTE


def is_late(at: datetime, due: datetime | None) -> bool:
    return due is not None and _is_over(due, at)


def _is_over(deadline: datetime, at: datetime) -> bool:
    """`at >= end_of(deadline)`; what is a minute or more away is told without it, for whole classes."""
    if at <= deadline:
        return False
    return at - deadline >= _MINUTE or at >= end_of(deadline)


def seconds_late(at: datetime, due: datetime | None) -> int:
    """Whole seconds since the deadline's last instant; 0 in time."""
    if due is None or not is_late(at, due):
        return 0
    return max(1, int((at - end_of(due)).total_seconds()))


BEFORE_DUE, AFTER_DUE = timedelta(days=1), timedelta(days=2)


def is_near_due(span: Span, now: datetime) -> bool:
    """A day before its due moment to two after, as long as it is not closed: what is begun and not handed in then is
    worth a word."""
    if span.due is None or is_closed(span, now):
        return False
    return span.due - BEFORE_DUE <= now <= span.due + AFTER_DUE


def is_closed(span: Span, now: datetime) -> bool:
    return span.closes is not None and _is_over(span.closes, now)
