"""To another term by rule: every rule is kept, absolute dates become the best rule of the old term first."""

from __future__ import annotations

from collections.abc import Callable, Collection, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from typing import Literal

from unvo_core.schedule.calendar import Calendar
from unvo_core.schedule.moments import (
    Absolute,
    AtClass,
    FromMoment,
    InWeek,
    Key,
    Rule,
    best_rule,
    resolve_all,
    rule_for,
)
from unvo_core.schedule.spans import MOMENTS
from unvo_core.schedule.term import Week

Landing = Literal["previous", "next", "keep"]
Note = Literal["clamped", "off", "no_class", "landed", "ordered"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Moved:
    """One moment before and after. `notes`: stable codes of what was done to it besides moving.

    'off' it falls on a break or holiday, 'no_class' on a day without class where it was on one;
    'landed' it was moved to a class day; 'clamped' the new term has no such week or class;
    'ordered' it was moved to keep the span in order.
    """

    key: Key
    before: datetime | None
    after: datetime | None
    rule: Rule
    notes: tuple[Note, ...] = ()


def redate(rules: Mapping[Key, Rule], old: Calendar, new: Calendar, landing: Landing = "keep") -> tuple[Moved, ...]:
    """Every moment in the new term, in the order given; nothing outside it, every span in order."""
    before = resolve_all(rules, old).instants
    notes: dict[Key, list[Note]] = {key: [] for key in rules}
    kept = {key: _rule(rule, old, new, notes[key]) for key, rule in rules.items()}
    instants = dict(resolve_all(kept, new).instants)
    for key, at in list(instants.items()):
        landed = _land(key, before.get(key), at, (old, new), landing, notes[key])
        if landed != at:
            instants[key] = landed
            kept[key] = rule_for(_wall(landed, new), new)
    for item in dict.fromkeys(item for item, _ in rules):
        _order(item, instants, kept, new, notes)
    return tuple(
        Moved(
            key=key,
            before=before.get(key),
            after=instants.get(key),
            rule=kept[key],
            notes=tuple(dict.fromkeys(notes[key])),
        )
        for key in rules
    )


def same_day(day: date, old: Calendar, new: Calendar) -> date | None:
    """The day that stands in `new` where `day` stood in `old`: that of the same class, else the same weekday of the
    same week. None where either term has no such place."""
    classes = [m.number for m in old.meetings if m.day == day]
    if classes:
        meeting = new.meeting(classes[0])
        return meeting.day if meeting else None
    return same_weekday(day, old.weeks, new.weeks)


def same_weekday(day: date, old: Sequence[Week], new: Sequence[Week]) -> date | None:
    """The same weekday of the week with the same number; None where either term has no such week."""
    number = next((w.number for w in old if w.first_day <= day <= w.last_day), None)
    there = next((w for w in new if number is not None and w.number == number), None)
    return next((d for d in there.days if d.weekday() == day.weekday()), None) if there else None


def _wall(at: datetime, calendar: Calendar) -> datetime:
    return at.astimezone(calendar.zone).replace(tzinfo=None)


def _rule(rule: Rule, old: Calendar, new: Calendar, notes: list[Note]) -> Rule:
    """The rule for the new term: absolute ones turned, weeks and classes that it lacks clamped to its last."""
    if isinstance(rule, Absolute):
        rule = best_rule(rule.wall, old)
    if isinstance(rule, InWeek) and rule.week not in new.week_by_number and new.week_by_number:
        notes.append("clamped")
        numbers = sorted(new.week_by_number)
        return InWeek(min(max(rule.week, numbers[0]), numbers[-1]), rule.weekday, rule.at)
    if isinstance(rule, AtClass) and new.meeting(rule.number) is None:
        notes.append("clamped")
        if new.meetings:
            return AtClass(len(new.meetings), rule.edge, rule.minutes)
        at = resolve_all({(0, ""): rule}, old).instants.get((0, ""))
        return _rule(rule_for(_wall(at, old), old), old, new, notes) if at else rule
    if isinstance(rule, Absolute):
        return _shifted(rule, old, new)
    return rule


def _shifted(rule: Absolute, old: Calendar, new: Calendar) -> Rule:
    """A date outside the old term's numbered weeks keeps its distance from the week before it, or from the term."""
    if old.term is None or new.term is None:
        return rule
    day = rule.wall.date()
    before = [w for w in old.weeks if w.number is not None and w.last_day < day and w.number in new.week_by_number]
    if before and old.term.first_day <= day <= old.term.last_day:
        week = before[-1]
        moved = new.week_by_number[week.number or 0].first_day - week.first_day
    elif day > old.term.last_day:
        moved = new.term.last_day - old.term.last_day
    else:
        moved = new.term.first_day - old.term.first_day
    return Absolute(rule.wall + moved)


def _land(
    key: Key,
    before: datetime | None,
    at: datetime,
    calendars: tuple[Calendar, Calendar],
    landing: Landing,
    notes: list[Note],
) -> datetime:
    """The instant after the landing rule and clamped into the term."""
    old, new = calendars
    day = new.day_of(at)
    if day in new.days_off:
        notes.append("off")
    elif new.class_days and before is not None and old.day_of(before) in old.class_days and day not in new.class_days:
        notes.append("no_class")
    target = day
    if notes and notes[-1] in ("off", "no_class") and landing != "keep":
        target = new.nearest_class_day(day, landing == "next") or day
        if target != day:
            notes.append("landed")
    clamped = _inside(target, new)
    if clamped != target:
        notes.append("clamped")
    return at if clamped == day else new_instant(at, clamped, new)


def _inside(day: date, calendar: Calendar) -> date:
    """The day, or the nearest one in the term's weeks."""
    if not calendar.weeks:
        return day
    return min(max(day, calendar.weeks[0].first_day), calendar.weeks[-1].last_day)


def new_instant(at: datetime, day: date, calendar: Calendar) -> datetime:
    """The same wall time on another day."""
    wall = datetime.combine(day, _wall(at, calendar).time())
    return resolve_all({(0, ""): Absolute(wall)}, calendar).instants[(0, "")]


def _order(
    item: int, instants: dict[Key, datetime], kept: dict[Key, Rule], new: Calendar, notes: dict[Key, list[Note]]
) -> None:
    """From the due moment (or the last one) backwards nothing is later than what follows it; closes not before."""
    set_here = [name for name in MOMENTS if (item, name) in instants]
    anchor = set_here.index("due") if "due" in set_here else len(set_here) - 1
    for at in range(anchor - 1, -1, -1):
        _keep(item, set_here[at], min, set_here[at + 1], instants, kept, new, notes)
    for at in range(anchor + 1, len(set_here)):
        _keep(item, set_here[at], max, set_here[at - 1], instants, kept, new, notes)


def _keep(
    item: int,
    name: str,
    bound: Callable[[datetime, datetime], datetime],
    other: str,
    instants: dict[Key, datetime],
    kept: dict[Key, Rule],
    new: Calendar,
    notes: dict[Key, list[Note]],
) -> None:
    right = bound(instants[(item, name)], instants[(item, other)])
    if right != instants[(item, name)]:
        instants[(item, name)] = right
        kept[(item, name)] = rule_for(_wall(right, new), new)
        notes[(item, name)].append("ordered")


def shifted(
    rules: Mapping[Key, Rule], calendar: Calendar, items: Collection[int], days: int = 0, classes: int = 0
) -> dict[Key, Rule]:
    """The moments of `items` so many days later, or so many classes; `rules` are those of the whole course.

    Moments by class keep to classes; others move by the days between the first class at or after
    them and the one that many classes on. What follows a moment that moves comes along by itself.
    """
    instants = resolve_all(rules, calendar).instants
    found: dict[Key, Rule] = {}
    for key, rule in rules.items():
        if key[0] not in items:
            continue
        if isinstance(rule, FromMoment) and rule.item_id in items:
            found[key] = rule
        elif isinstance(rule, AtClass) and classes:
            found[key] = AtClass(rule.number + classes, rule.edge, rule.minutes)
        elif key in instants:
            move = timedelta(days=days or _class_days(instants[key], calendar, classes))
            found[key] = rule_for(_wall(instants[key], calendar) + move, calendar)
    return found


def _class_days(at: datetime, calendar: Calendar, classes: int) -> int:
    day = calendar.day_of(at)
    here = next((m.number for m in calendar.meetings if m.day >= day), len(calendar.meetings) + 1)
    there = calendar.meeting(here + classes)
    first = calendar.meeting(here)
    return (there.day - first.day).days if there and first else 0
