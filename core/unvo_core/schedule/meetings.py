"""When a course meets: on weekdays, or on day types that rotate over the school days."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime, time, timedelta

from unvo_core.problems import Problem
from unvo_core.schedule.term import Term, days_off
from unvo_core.schedule.zones import exists, instant_of, require_aware

ALL_TYPES = "*"
"""The day type of a day on which all classes meet."""


@dataclass(frozen=True, slots=True)
class Slot:
    """A class from `start` to `end`, wall times. `on`: a weekday (Monday = 0) or a day type's name."""

    on: int | str
    start: time
    end: time
    place: str = ""


@dataclass(frozen=True, slots=True)
class Rotation:
    """Named day types in turn over the school days (Monday = 0).

    `waits`: a day off takes no place in the turn, so the type waits for the next school day;
    otherwise the turn runs on through days off.
    """

    types: tuple[str, ...]
    school_days: frozenset[int] = frozenset(range(5))
    waits: bool = True


@dataclass(frozen=True, slots=True)
class DayException:
    """One day that differs: no class (`day_type` None and no slots), another day type, or slots of its own.

    A day of another type keeps its place in the turn of the rotation.
    """

    day: date
    day_type: str | None = None
    slots: tuple[Slot, ...] = ()
    why: str = ""


@dataclass(frozen=True, slots=True)
class Pattern:
    slots: tuple[Slot, ...]
    rotation: Rotation | None = None
    exceptions: tuple[DayException, ...] = ()


NO_PATTERN = Pattern(())


@dataclass(frozen=True, slots=True, kw_only=True)
class Meeting:
    """One class, numbered from 1 through the term. `moved_by_clock`: its wall time does not exist that night."""

    number: int
    day: date
    start: datetime
    end: datetime
    place: str = ""
    day_type: str = ""
    moved_by_clock: bool = False

    def __post_init__(self) -> None:
        require_aware(self.start, self.end)


def pattern_problems(pattern: Pattern) -> list[Problem]:
    found = []
    for n, slot in enumerate(pattern.slots):
        if slot.end <= slot.start:
            found.append(Problem("meeting.backwards", f"slots.{n}", {"start": slot.start, "end": slot.end}))
        clash = any(s.on == slot.on and s.start < slot.end and slot.start < s.end for s in pattern.slots[:n])
        if clash:
            found.append(Problem("meeting.overlaps", f"slots.{n}", {"start": slot.start}))
        if pattern.rotation is not None and slot.on not in pattern.rotation.types:
            found.append(Problem("meeting.day_type", f"slots.{n}", {"on": slot.on}))
        if pattern.rotation is None and slot.on not in range(7):
            found.append(Problem("meeting.weekday", f"slots.{n}", {"on": slot.on}))
    if pattern.rotation is not None and not (pattern.rotation.types and pattern.rotation.school_days):
        found.append(Problem("meeting.empty_rotation", "rotation"))
    return [*found, *_exception_problems(pattern)]


def _exception_problems(pattern: Pattern) -> Iterator[Problem]:
    known = {None, ALL_TYPES, *(pattern.rotation.types if pattern.rotation else ())}
    days: set[date] = set()
    for n, exception in enumerate(pattern.exceptions):
        path = f"exceptions.{n}"
        if exception.day in days:
            yield Problem("meeting.day_twice", path, {"day": exception.day})
        days.add(exception.day)
        if exception.day_type not in known:
            yield Problem("meeting.day_type", path, {"on": exception.day_type})
        for slot in exception.slots:
            if slot.end <= slot.start:
                yield Problem("meeting.backwards", path, {"start": slot.start, "end": slot.end})


def day_types(term: Term, pattern: Pattern) -> dict[date, str]:
    """The day type of every school day of the term; empty without a rotation."""
    rotation = pattern.rotation
    if rotation is None or not rotation.types:
        return {}
    off, changed = days_off(term), {e.day: e for e in pattern.exceptions}
    found: dict[date, str] = {}
    turn = 0
    for day in _days(term):
        if day.weekday() not in rotation.school_days:
            continue
        exception = changed.get(day)
        no_school = day in off or (exception is not None and exception.day_type is None and not exception.slots)
        if not no_school:
            given = exception.day_type if exception is not None else None
            found[day] = given or rotation.types[turn % len(rotation.types)]
        if not (no_school and rotation.waits):
            turn += 1
    return found


def meetings(term: Term, pattern: Pattern) -> tuple[Meeting, ...]:
    """All classes of the term in order, days off left out."""
    off, changed, types = days_off(term), {e.day: e for e in pattern.exceptions}, day_types(term, pattern)
    found: list[Meeting] = []
    for day in _days(term):
        if day in off:
            continue
        for slot in sorted(_slots(day, pattern, changed, types), key=lambda s: s.start):
            found.append(_meeting(len(found) + 1, day, slot, term, types.get(day, "")))
    return tuple(found)


def _slots(
    day: date, pattern: Pattern, changed: Mapping[date, DayException], types: Mapping[date, str]
) -> Sequence[Slot]:
    exception = changed.get(day)
    if exception is not None and exception.slots:
        return exception.slots
    if exception is not None and exception.day_type is None:
        return ()
    if pattern.rotation is None:
        return [s for s in pattern.slots if s.on == day.weekday()]
    kind = exception.day_type if exception is not None else types.get(day)
    return [s for s in pattern.slots if kind in (ALL_TYPES, s.on)]


def _meeting(number: int, day: date, slot: Slot, term: Term, day_type: str) -> Meeting:
    begins = datetime.combine(day, slot.start)
    return Meeting(
        number=number,
        day=day,
        start=instant_of(begins, term.zone),
        end=instant_of(datetime.combine(day, slot.end), term.zone),
        place=slot.place,
        day_type=day_type,
        moved_by_clock=not exists(begins, term.zone),
    )


def _days(term: Term) -> Iterator[date]:
    for n in range((term.last_day - term.first_day).days + 1):
        yield term.first_day + timedelta(days=n)
