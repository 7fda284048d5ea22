"""A weekly pattern of items, stamped over a term."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import time
from typing import Literal

from unvo_core.problems import Problem
from unvo_core.schedule.calendar import Calendar
from unvo_core.schedule.moments import AtClass, InWeek, Rule
from unvo_core.schedule.spans import MOMENTS


@dataclass(frozen=True, slots=True)
class OnDay:
    """`plus` weeks from the step's week, on a weekday (Monday = 0) at a wall time."""

    weekday: int
    at: time
    plus: int = 0


@dataclass(frozen=True, slots=True)
class OnClass:
    """`minutes` from the start or end of the step's class, or for weeks of its `nth` class."""

    nth: int = 1
    edge: Literal["start", "end"] = "start"
    minutes: int = 0


StepRule = OnDay | OnClass


@dataclass(frozen=True, slots=True, kw_only=True)
class Beat:
    """One item of the pattern. `title`: '{n}' stands for the step's label, '{topic}' for its topic."""

    key: str
    kind: str
    title: str
    moments: Mapping[str, StepRule] = field(default_factory=dict)
    part: str = ""
    minutes: int = 0
    points: int | None = None
    category: str = ""
    done_rule: str = ""
    required: bool = True


@dataclass(frozen=True, slots=True)
class Step:
    """One turn of the pattern: a week, or a section of the text taught in a class of that week."""

    label: str
    week: int
    topic: str = ""
    class_number: int | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Stamped:
    """An item as the pattern makes it. (beat, step) names it for ever, so a second stamp finds it."""

    beat: str
    step: str
    week: int
    kind: str
    title: str
    part: str
    minutes: int
    points: int | None
    category: str
    done_rule: str
    required: bool
    rules: Mapping[str, Rule]


@dataclass(frozen=True, slots=True, kw_only=True)
class Stamping:
    """What stamping does: new items, changed ones, those left alone because a hand changed them."""

    new: tuple[Stamped, ...]
    changed: tuple[Stamped, ...]
    kept_by_hand: tuple[Stamped, ...]
    same: tuple[Stamped, ...]
    problems: tuple[Problem, ...] = ()


def week_steps(calendar: Calendar, first: int, last: int) -> tuple[Step, ...]:
    """One step for each numbered week from `first` to `last`."""
    return tuple(Step(str(n), n) for n in sorted(calendar.week_by_number) if first <= n <= last)


def section_steps(calendar: Calendar, sections: Sequence[tuple[str, str]], first_class: int = 1) -> tuple[Step, ...]:
    """One step for each (label, topic), one class after the other from `first_class` on."""
    found = []
    for n, (label, topic) in enumerate(sections):
        meeting = calendar.meeting(first_class + n)
        week = calendar.week_of(meeting.day) if meeting else None
        if meeting is not None and week is not None and week.number is not None:
            found.append(Step(label, week.number, topic, meeting.number))
    return tuple(found)


def rhythm_problems(beats: Sequence[Beat]) -> list[Problem]:
    found = []
    if not beats:
        found.append(Problem("rhythm.empty", "beats"))
    for n, beat in enumerate(beats):
        if not beat.title.strip():
            found.append(Problem("rhythm.title", f"beats.{n}.title"))
        elif "{n}" not in beat.title and "{topic}" not in beat.title:
            found.append(Problem("rhythm.title_same", f"beats.{n}.title", {"title": beat.title}))
    return found


def stamp(
    beats: Sequence[Beat],
    steps: Sequence[Step],
    calendar: Calendar,
    there: Mapping[tuple[str, str], tuple[Stamped, bool]],
) -> Stamping:
    """Lay the pattern over the steps.

    `there`: what earlier stamps made, as they made it, with True where a hand has changed it since.
    Those are left alone; the others follow the pattern as it is now. Nothing is made twice.
    """
    problems: list[Problem] = []
    new, changed, by_hand, same = [], [], [], []
    for step in steps:
        for beat in beats:
            made = _made(beat, step, calendar, problems)
            earlier = there.get((beat.key, step.label))
            if earlier is None:
                new.append(made)
            elif earlier[0] == made:
                same.append(made)
            elif earlier[1]:
                by_hand.append(made)
            else:
                changed.append(made)
    return Stamping(
        new=tuple(new), changed=tuple(changed), kept_by_hand=tuple(by_hand), same=tuple(same), problems=tuple(problems)
    )


def _made(beat: Beat, step: Step, calendar: Calendar, problems: list[Problem]) -> Stamped:
    rules: dict[str, Rule] = {}
    for name in MOMENTS:
        wanted = beat.moments.get(name)
        if wanted is None:
            continue
        rule = _rule(wanted, step, calendar)
        if rule is None:
            problems.append(Problem("rhythm.no_place", name, {"title": _title(beat.title, step), "week": step.week}))
        else:
            rules[name] = rule
    return Stamped(
        beat=beat.key,
        step=step.label,
        week=step.week,
        kind=beat.kind,
        title=_title(beat.title, step),
        part=beat.part,
        minutes=beat.minutes,
        points=beat.points,
        category=beat.category,
        done_rule=beat.done_rule,
        required=beat.required,
        rules=rules,
    )


def _title(pattern: str, step: Step) -> str:
    return pattern.replace("{n}", step.label).replace("{topic}", step.topic).strip().rstrip(":").strip()


def _rule(wanted: StepRule, step: Step, calendar: Calendar) -> Rule | None:
    """The step's rule in the term; None where its week or class does not exist."""
    if isinstance(wanted, OnDay):
        week = step.week + wanted.plus
        return InWeek(week, wanted.weekday, wanted.at) if week in calendar.week_by_number else None
    number = step.class_number
    if number is None:
        here = calendar.week_by_number.get(step.week)
        own = [m.number for m in calendar.meetings if here and here.first_day <= m.day <= here.last_day]
        number = own[wanted.nth - 1] if len(own) >= wanted.nth else None
    if number is None:
        return None
    return AtClass(number, wanted.edge, wanted.minutes)
