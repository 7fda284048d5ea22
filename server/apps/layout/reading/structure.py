"""A course's layout as frozen values, loaded once for each version of it."""

from __future__ import annotations

from collections.abc import Callable, Hashable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date, datetime, time
from fractions import Fraction
from functools import cached_property
from threading import RLock
from typing import Any
from zoneinfo import ZoneInfo

from cachetools import LRUCache
from unvo_core.path.conditions import For, From, When, surely_awaited
from unvo_core.path.facts import Mark
from unvo_core.path.model import PathModule
from unvo_core.schedule.allowances import Allowance, Effective
from unvo_core.schedule.calendar import Calendar
from unvo_core.schedule.effort import Task, latest_starts
from unvo_core.schedule.load import minutes_by_day
from unvo_core.schedule.moments import Key, Rule
from unvo_core.schedule.spans import Span, end_of
from unvo_core.schedule.term import Term, Week
from unvo_core.schedule.zones import instant_of
from unvo_core.talk.wants import Want

from apps.layout.kinds import kind_of


@dataclass(frozen=True)
class LaidItem:
    """`number` counts along the module as its students see it; `span` holds what was entered.

    `wants`: what it asks of each person, posts and replies. `conditions`: the item's own as stored; `whens`: those
    of its part and module too. `unresolved`: moments whose rule has no place in the term. `allowed`: what allowances
    made of the item for the person whose layout this is.
    """

    id: int
    module_id: int
    part_id: int | None
    kind: str
    title: str
    required: bool
    published: bool
    practice: bool
    takes_hand_ins: bool
    effort_minutes: int
    points: float | None
    possible: Fraction
    done_rule: str
    done_percent: float | None
    done_parts: tuple[dict[str, Any], ...]
    moments: dict[str, Any]
    conditions: dict[str, Any]
    whens: tuple[When, ...]
    hint: str
    read_first: tuple[int, ...]
    length_seconds: int | None
    pages: int | None
    address: str
    file_id: int | None
    asked_edition: int
    span: Span
    number: int
    wants: tuple[Want, ...] = ()
    place: str = ""
    unresolved: tuple[str, ...] = ()
    allowed: Effective | None = None

    @property
    def after(self) -> tuple[int, ...]:
        """The items without which it never opens."""
        return surely_awaited(self.whens)

    @property
    def is_heading(self) -> bool:
        return kind_of(self.kind).heading

    def asks_for(self, rule: str) -> bool:
        """Whether this is the done rule, or one of those it joins."""
        return self.done_rule == rule or any(p["rule"] == rule for p in self.done_parts)

    @property
    def talks(self) -> bool:
        """People post in it."""
        return kind_of(self.kind).talks

    @property
    def counts(self) -> bool:
        """Its points enter the total; practice never does."""
        return bool(self.points) and not self.practice

    @property
    def held_at_a_set_time(self) -> bool:
        """An exam: work on paper, done when it is held and not when it fits."""
        return kind_of(self.kind).takes_hand_ins and not self.takes_hand_ins

    @property
    def excused(self) -> bool:
        return self.allowed is not None and self.allowed.excused


@dataclass(frozen=True, slots=True)
class GivenAllowance:
    """An allowance and whom it is for: exactly one of person, group and section."""

    allowance: Allowance
    person_id: int | None
    group_id: int | None
    section_id: int | None
    why: str


@dataclass(frozen=True)
class LaidPart:
    id: int
    title: str
    conditions: dict[str, Any]


@dataclass(frozen=True)
class LaidModule:
    id: int
    title: str
    week: int | None
    key: str
    in_order: bool
    published: bool
    objectives: tuple[str, ...]
    parts: tuple[LaidPart, ...]
    items: tuple[LaidItem, ...]
    conditions: dict[str, Any]


class Variants:
    """Layouts made of one layout, by what they differ in; those used last are kept."""

    def __init__(self, size: int = 512) -> None:
        self._made: LRUCache[Hashable, Layout] = LRUCache(size)
        self._lock = RLock()

    def get(self, key: Hashable, make: Callable[[], Layout]) -> Layout:
        with self._lock:
            kept = self._made.get(key)
        if kept is None:
            made = make()
            with self._lock:
                kept = self._made.setdefault(key, made)
        return kept


@dataclass(frozen=True, eq=False)
class Layout:
    """`students`: what students are shown, with its path; `all`: what teachers lay out.

    `calendars`: by section, for those that meet at times of their own. `allowances`,
    `groups` and `sections` (by student) are what `apps.layout.reading.persons` makes one person's layout from.
    `syllabus_id`: the item whose text is the course's syllabus.
    """

    calendar: Calendar
    all: tuple[LaidModule, ...]
    students: tuple[LaidModule, ...]
    path: tuple[PathModule, ...] = field(repr=False)
    rules: Mapping[Key, Rule] = field(default_factory=dict, repr=False)
    calendars: Mapping[int, Calendar] = field(default_factory=dict, repr=False)
    allowances: tuple[GivenAllowance, ...] = ()
    groups: Mapping[int, frozenset[int]] = field(default_factory=dict, repr=False)
    sections: Mapping[int, int | None] = field(default_factory=dict, repr=False)
    syllabus_id: int | None = None

    @property
    def zone(self) -> ZoneInfo:
        return self.calendar.zone

    @property
    def term(self) -> Term | None:
        return self.calendar.term

    @property
    def weeks(self) -> tuple[Week, ...]:
        return self.calendar.weeks

    # What is computed of a layout is kept by it, but is no field of it: `replace` would hand it on to another.
    @cached_property
    def _starts(self) -> dict[tuple[int, ...], dict[int, datetime]]:
        return {}

    @cached_property
    def _loads(self) -> dict[bool, dict[date, int]]:
        return {}

    @cached_property
    def variants(self) -> Variants:
        """The layouts of persons made of this one."""
        return Variants()

    def modules(self, teaching: bool) -> tuple[LaidModule, ...]:
        return self.all if teaching else self.students

    @cached_property
    def allowances_by(self) -> dict[tuple[str, int], tuple[GivenAllowance, ...]]:
        """By whom they are for: ('person' or 'group' or 'section', id)."""
        found: dict[tuple[str, int], tuple[GivenAllowance, ...]] = {}
        for given in self.allowances:
            whom = {"person": given.person_id, "group": given.group_id, "section": given.section_id}
            for level, pk in whom.items():
                if pk is not None:
                    found[(level, pk)] = (*found.get((level, pk), ()), given)
        return found

    @cached_property
    def audiences(self) -> tuple[frozenset[int], frozenset[int]]:
        """The groups and the sections that conditions tell apart."""
        found = [c for m in self.all for i in m.items for w in i.whens for c in w.of if isinstance(c, For)]
        none: frozenset[int] = frozenset()
        return none.union(*(c.groups for c in found)), none.union(*(c.sections for c in found))

    @cached_property
    def items(self) -> dict[int, LaidItem]:
        return _by_id(self.all)

    @cached_property
    def student_items(self) -> dict[int, LaidItem]:
        return _by_id(self.students)

    @cached_property
    def module_by_id(self) -> dict[int, LaidModule]:
        return {m.id: m for m in self.all}

    @cached_property
    def excused(self) -> dict[int, Mark]:
        """The items from which an allowance excuses, with the mark that says so."""
        return {pk: Mark(excused=True) for pk, item in self.student_items.items() if item.excused}

    @cached_property
    def instants(self) -> tuple[datetime, ...]:
        """Every instant at which an evaluation of the path can turn out otherwise, in order."""
        found = {m.opens for m in self.path}
        for item in (i for m in self.path for i in m.items):
            ends = (end_of(at) for at in (item.span.due, item.span.closes) if at is not None)
            dates = (c.at for w in item.whens for c in w.of if isinstance(c, From))
            found |= {item.span.opens, *ends, *dates}
        return tuple(sorted(at for at in found if at is not None))

    @cached_property
    def order(self) -> tuple[int, ...]:
        return tuple(self.student_items)

    def proposed_starts(self, budget: Sequence[int]) -> dict[int, datetime]:
        """When to start each item at these minutes a weekday, module by module; never before it opens."""
        key = tuple(budget)
        if key not in self._starts:
            self._starts[key] = {k: at for m in self.all for k, at in self._starts_in(m, key)}
        return self._starts[key]

    def _starts_in(self, module: LaidModule, budget: tuple[int, ...]) -> Iterator[tuple[int, datetime]]:
        tasks = [
            Task(i.id, i.effort_minutes, i.span.due.astimezone(self.zone))
            for i in module.items
            if i.span.due is not None and i.effort_minutes and i.required
        ]
        for key, day in latest_starts(tasks, budget).items():
            at, opens = instant_of(datetime.combine(day, time()), self.zone), self.items[key].span.opens
            yield key, max(at, opens) if opens else at

    @cached_property
    def class_minutes_by_day(self) -> dict[date, int]:
        return minutes_by_day((m.day, int((m.end - m.start).total_seconds() // 60)) for m in self.calendar.meetings)

    def class_minutes(self, week: Week) -> int:
        """Minutes of class in a week."""
        return sum(self.class_minutes_by_day.get(day, 0) for day in week.days)

    def load_by_day(self, teaching: bool) -> dict[date, int]:
        """Minutes of class and of required work that is due, on each day that has any."""
        if teaching not in self._loads:
            items = (i for m in self.modules(teaching) for i in m.items if i.required and i.span.due)
            due = ((self.calendar.day_of(i.span.due), i.effort_minutes) for i in items if i.span.due)
            self._loads[teaching] = minutes_by_day([*self.class_minutes_by_day.items(), *due])
        return self._loads[teaching]

    def step(self, key: str) -> Week | None:
        return next((w for w in self.weeks if w.key == key), None)


def _by_id(modules: Sequence[LaidModule]) -> dict[int, LaidItem]:
    return {i.id: i for m in modules for i in m.items}
