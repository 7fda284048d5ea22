"""Moments as rules, resolved to instants through the calendar."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime, time, timedelta
from graphlib import CycleError, TopologicalSorter
from typing import Literal

from unvo_core.problems import Problem
from unvo_core.schedule.calendar import Calendar
from unvo_core.schedule.meetings import Meeting
from unvo_core.schedule.zones import instant_of

NEAR_A_CLASS = timedelta(days=1)


@dataclass(frozen=True, slots=True)
class Absolute:
    """A wall time in the course's zone; naive, whatever zone that is."""

    wall: datetime

    def __post_init__(self) -> None:
        if self.wall.tzinfo is not None:
            raise ValueError("a wall time carries no zone")


@dataclass(frozen=True, slots=True)
class InWeek:
    """`weekday` (Monday = 0) of the week with this number, at a wall time."""

    week: int
    weekday: int
    at: time


@dataclass(frozen=True, slots=True)
class AtClass:
    """`minutes` after (or before) the start or end of the class with this number."""

    number: int
    edge: Literal["start", "end"] = "start"
    minutes: int = 0


@dataclass(frozen=True, slots=True, kw_only=True)
class FromMoment:
    """Days or classes from a moment of an item; `at` sets the wall time of a rule by days.

    By classes it is the start of that class: the n-th that begins after the moment, or before it.
    """

    item_id: int
    moment: str
    days: int = 0
    classes: int = 0
    at: time | None = None


Rule = Absolute | InWeek | AtClass | FromMoment
Key = tuple[int, str]
"""An item and the name of one of its moments."""


@dataclass(frozen=True, slots=True)
class Resolved:
    """Each moment's instant. A rule that has no place in this term is left out and listed."""

    instants: Mapping[Key, datetime]
    problems: tuple[Problem, ...] = ()


def resolve_all(rules: Mapping[Key, Rule], calendar: Calendar) -> Resolved:
    """Resolve every rule, those that follow others after them.

    Moments in a circle are left out, as one problem that lists the moments around it.
    """
    problems = circle_problems(rules)
    in_circle = {key for p in problems for key in _around(p)}
    instants: dict[Key, datetime] = {}
    for key in _order({k: r for k, r in rules.items() if k not in in_circle}):
        at = resolve(rules[key], calendar, instants)
        if at is None:
            problems.append(Problem("moment.nowhere", f"item:{key[0]}.{key[1]}", {"rule": rules[key]}))
        else:
            instants[key] = at
    return Resolved(instants, tuple(problems))


def resolve(rule: Rule, calendar: Calendar, known: Mapping[Key, datetime] | None = None) -> datetime | None:
    """The instant that a rule means; None when the term has no such week, class or moment."""
    if isinstance(rule, Absolute):
        return instant_of(rule.wall, calendar.zone)
    if isinstance(rule, InWeek):
        week = calendar.week_by_number.get(rule.week)
        if week is None:
            return None
        day = week.first_day + timedelta(days=(rule.weekday - week.first_day.weekday()) % 7)
        return instant_of(datetime.combine(day, rule.at), calendar.zone)
    if isinstance(rule, AtClass):
        meeting = calendar.meeting(rule.number)
        if meeting is None:
            return None
        return (meeting.start if rule.edge == "start" else meeting.end) + timedelta(minutes=rule.minutes)
    return _from_moment(rule, calendar, known or {})


def _from_moment(rule: FromMoment, calendar: Calendar, known: Mapping[Key, datetime]) -> datetime | None:
    base = known.get((rule.item_id, rule.moment))
    if base is None:
        return None
    if rule.classes:
        meeting = calendar.meeting_from(base, rule.classes)
        return meeting.start if meeting else None
    wall = base.astimezone(calendar.zone).replace(tzinfo=None) + timedelta(days=rule.days)
    if rule.at is not None:
        wall = datetime.combine(wall.date(), rule.at)
    return instant_of(wall, calendar.zone)


def circle_problems(rules: Mapping[Key, Rule]) -> list[Problem]:
    """One circle of moments that follow each other, spelled out in order; empty when there is none."""
    graph: TopologicalSorter[Key] = TopologicalSorter(
        {k: [(r.item_id, r.moment)] for k, r in rules.items() if isinstance(r, FromMoment)}
    )
    try:
        graph.prepare()
    except CycleError as error:
        around: list[Key] = error.args[1]
        rest = {k: r for k, r in rules.items() if k not in around}
        return [Problem("moment.circle", f"item:{around[0][0]}", {"moments": tuple(around)}), *circle_problems(rest)]
    return []


def _around(problem: Problem) -> tuple[Key, ...]:
    return problem.params["moments"]  # type: ignore[return-value]


def _order(rules: Mapping[Key, Rule]) -> list[Key]:
    following = {k: (r.item_id, r.moment) for k, r in rules.items() if isinstance(r, FromMoment)}
    if not following:
        return list(rules)
    graph = TopologicalSorter({k: [base] for k, base in following.items()})
    ordered = [k for k in graph.static_order() if k in following]
    return [*(k for k in rules if k not in following), *ordered]


def rule_for(wall: datetime, calendar: Calendar) -> Rule:
    """The rule that keeps its place when the term moves: by week where there is one, else absolute."""
    week = calendar.week_of(wall.date())
    if week is None or week.number is None:
        return Absolute(wall)
    return InWeek(week.number, wall.weekday(), wall.time())


def best_rule(wall: datetime, calendar: Calendar) -> Rule:
    """As `rule_for`, but by class where the moment lies within a day of one; the nearer edge counts."""
    at = instant_of(wall, calendar.zone)
    edges = [
        (abs(at - instant), edge == "end", AtClass(m.number, edge, round((at - instant).total_seconds() / 60)))
        for m in calendar.meetings
        for edge, instant in _edges(m)
        if abs(at - instant) <= NEAR_A_CLASS
    ]
    return min(edges, key=lambda found: found[:2])[2] if edges else rule_for(wall, calendar)


def _edges(meeting: Meeting) -> tuple[tuple[Literal["start", "end"], datetime], ...]:
    return ("start", meeting.start), ("end", meeting.end)
