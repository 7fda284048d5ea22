"""Changes for one student, group or section, laid over the spans that hold for all."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from datetime import datetime, timedelta
from enum import IntEnum
from fractions import Fraction

from unvo_core.problems import Problem
from unvo_core.schedule.spans import MOMENTS, Span
from unvo_core.schedule.zones import require_aware

ONE = Fraction(1)


class Level(IntEnum):
    """The more specific the higher."""

    SECTION = 1
    GROUP = 2
    PERSON = 3


@dataclass(frozen=True, slots=True, kw_only=True)
class Allowance:
    """`shift_minutes` moves moments that are set; `instants` replaces them.

    `item_id` None holds for every item of the course. `time_factor` multiplies time limits.
    """

    id: int
    level: Level
    item_id: int | None = None
    shift_minutes: Mapping[str, int] = field(default_factory=dict)
    instants: Mapping[str, datetime] = field(default_factory=dict)
    time_factor: Fraction = ONE
    extra_attempts: int = 0
    excused: bool = False

    def __post_init__(self) -> None:
        require_aware(*self.instants.values())


@dataclass(frozen=True, slots=True, kw_only=True)
class Effective:
    """A span after allowances, and `before` them. `made_by`: moment -> the allowance that made it what it is."""

    span: Span
    before: Span
    made_by: Mapping[str, int] = field(default_factory=dict)
    time_factor: Fraction = ONE
    extra_attempts: int = 0
    excused: bool = False
    terms_by: Mapping[str, int] = field(default_factory=dict)


def allowance_problems(allowance: Allowance) -> list[Problem]:
    found = []
    if not Fraction(1, 2) <= allowance.time_factor <= 10:
        found.append(Problem("allowance.time_factor", "time_factor"))
    if not 0 <= allowance.extra_attempts <= 100:
        found.append(Problem("allowance.attempts", "extra_attempts"))
    moves = any(allowance.shift_minutes.values()) or allowance.instants
    if not moves and allowance.time_factor == 1 and not allowance.extra_attempts and not allowance.excused:
        found.append(Problem("allowance.nothing", "moments"))
    return found


def effective(span: Span, allowances: Iterable[Allowance], item_id: int) -> Effective:
    """Each moment by the most specific allowance that speaks of it; at one level by the kinder.

    Within a level an allowance for this item wins over one for the whole course. A due moment that
    moves past the closing one takes it along, so that the work can be handed in until it is due;
    an allowed due moment before the start-by leaves no start-by.
    """
    fitting = [a for a in allowances if a.item_id in (None, item_id)]
    if not fitting:
        return Effective(span=span, before=span)
    moments: dict[str, datetime | None] = {name: getattr(span, name) for name in MOMENTS}
    made_by: dict[str, int] = {}
    for name in MOMENTS:
        found = _moment(name, moments[name], fitting)
        if found is not None and found[0] != moments[name]:
            moments[name], made_by[name] = found
    _keep_order(moments, made_by)
    more = [a for a in fitting if a.extra_attempts or a.excused or (a.time_factor is not ONE and a.time_factor != ONE)]
    if not more:
        return Effective(span=Span(**moments), before=span, made_by=made_by)
    terms = {
        "time_factor": _most(more, lambda a: a.time_factor, ONE),
        "extra_attempts": _most(more, lambda a: Fraction(a.extra_attempts), Fraction(0)),
        "excused": _most(more, lambda a: Fraction(a.excused), Fraction(0)),
    }
    return Effective(
        span=Span(**moments),
        before=span,
        made_by=made_by,
        time_factor=terms["time_factor"][0],
        extra_attempts=int(terms["extra_attempts"][0]),
        excused=bool(terms["excused"][0]),
        terms_by={name: by for name, (_, by) in terms.items() if by is not None},
    )


def _moment(name: str, base: datetime | None, fitting: list[Allowance]) -> tuple[datetime, int] | None:
    """The instant that the most specific allowance gives, and which one it is."""
    given = []
    for a in fitting:
        if name not in a.instants and name not in a.shift_minutes:
            continue
        at = a.instants.get(name)
        if at is None and base is not None and a.shift_minutes.get(name):
            at = base + timedelta(minutes=a.shift_minutes[name])
        if at is not None:
            kinder = -at.timestamp() if name == "opens" else at.timestamp()
            given.append(((a.level, a.item_id is not None, kinder), at, a.id))
    if not given:
        return None
    _, at, by = max(given, key=lambda g: g[0])
    return at, by


def _keep_order(moments: dict[str, datetime | None], made_by: dict[str, int]) -> None:
    due, closes, start_by, opens = moments["due"], moments["closes"], moments["start_by"], moments["opens"]
    if due is not None and closes is not None and due > closes and "due" in made_by:
        moments["closes"], made_by["closes"] = due, made_by["due"]
    if start_by is not None and made_by and ((due and start_by > due) or (opens and start_by < opens)):
        moments["start_by"] = None
        made_by["start_by"] = made_by.get("due") or made_by.get("opens") or made_by["start_by"]


def _most(fitting: list[Allowance], of: object, none: Fraction) -> tuple[Fraction, int | None]:
    """The figure of the most specific allowance that changes it; the greater at one level."""
    speaking = [(a.level, a.item_id is not None, of(a), a.id) for a in fitting if of(a) != none]  # type: ignore[operator]
    if not speaking:
        return none, None
    best = max(speaking, key=lambda s: s[:3])
    return best[2], best[3]
