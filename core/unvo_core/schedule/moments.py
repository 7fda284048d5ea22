"""Moments as rules, resolved to instants through the term."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime, time, timedelta

from unvo_core.schedule.term import Term, Week
from unvo_core.schedule.zones import instant_of


@dataclass(frozen=True, slots=True)
class Absolute:
    """A wall time in the course's zone."""

    wall: datetime


@dataclass(frozen=True, slots=True)
class InWeek:
    """`weekday` (Monday = 0) of the week with this number, at a wall time."""

    week: int
    weekday: int
    at: time


Rule = Absolute | InWeek


def resolve(rule: Rule, term: Term, all_weeks: tuple[Week, ...]) -> datetime | None:
    """The instant that a rule means in this term; None when the term has no such week."""
    if isinstance(rule, Absolute):
        return instant_of(rule.wall, term.zone)
    week = next((w for w in all_weeks if w.number == rule.week), None)
    if week is None:
        return None
    day = week.first_day + timedelta(days=(rule.weekday - week.first_day.weekday()) % 7)
    return instant_of(datetime.combine(day, rule.at), term.zone)


def rule_for(wall: datetime, all_weeks: tuple[Week, ...]) -> Rule:
    """The rule that keeps its place when the term moves: by week where there is one, else absolute."""
    for week in all_weeks:
        if week.number is not None and week.first_day <= wall.date() <= week.last_day:
            return InWeek(week.number, wall.weekday(), wall.time())
    return Absolute(wall)
