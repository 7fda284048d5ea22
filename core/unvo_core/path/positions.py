"""Where each of a class stands: what `stuck.position` finds in an evaluation, found from what was done alone.

`evaluate` tells the state, lock and reason of every item; over a class only the first open item, what is overdue and
how much is done are shown. What is the same for all who have one path is looked up once, in `PathNow`.
"""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from fractions import Fraction
from typing import NamedTuple

from unvo_core.path.conditions import Known, Scored, missing, named_items
from unvo_core.path.evaluate import FULL
from unvo_core.path.facts import NO_FACTS, NO_MARK
from unvo_core.path.model import PathItem, PathModule
from unvo_core.path.stuck import Position
from unvo_core.schedule.spans import is_closed, is_late


class Brief(NamedTuple):
    """What one person did, in item ids; items that are not on their path do no harm.

    `done`: by their rule, a teacher's tick or an excusal. `in_full`: the ticked and the excused. `with_grader`:
    handed in or scored in secret, and no score that they see. `percents`: released, of the items that matter.
    """

    done: frozenset[int] = frozenset()
    in_full: frozenset[int] = frozenset()
    with_grader: frozenset[int] = frozenset()
    let_in: frozenset[int] = frozenset()
    percents: Mapping[int, Fraction] = {}
    given_back: frozenset[int] = frozenset()
    """Theirs again, to be done once more."""


@dataclass(frozen=True, slots=True)
class _Step:
    """A required item. `awaits`: the one before it, where the module is in order. `since`: what `Position.since`
    counts from: what it waited for, and when it and its module opened."""

    item: PathItem
    late: bool
    past_doing: bool
    not_yet: bool
    awaits: int | None
    waited: tuple[int, ...]
    opened: datetime | None


@dataclass(frozen=True, slots=True)
class PathNow:
    """One path at one instant: all that does not depend on who walks it."""

    now: datetime
    steps: tuple[_Step, ...]
    closed: Mapping[int, bool]
    percents: Mapping[int, Fraction | None]
    at_once: frozenset[int]
    required: frozenset[int]


@dataclass(frozen=True, slots=True)
class BriefPosition:
    """`waited` and `opened`: what the person's being there counts from, as soon as one asks for its moments."""

    item_id: int | None
    overdue: tuple[int, ...]
    done: int
    required: int
    waited: tuple[int, ...] = ()
    opened: datetime | None = None

    def position(self, done_at: Mapping[int, datetime]) -> Position:
        """`done_at`: when the person did what was `waited` for; what they have not done is not in it."""
        moments = (self.opened, *(done_at.get(i) for i in self.waited))
        return Position(self.item_id, max((m for m in moments if m is not None), default=None), self.overdue)


def path_now(modules: Sequence[PathModule], now: datetime) -> PathNow:
    items = [i for m in modules for i in m.items]
    closed = {i.id: is_closed(i.span, now) for i in items}
    return PathNow(
        now=now,
        steps=tuple(step for m in modules for step in _steps(m, closed, now)),
        closed=closed,
        percents={pk: FULL if shut else None for pk, shut in closed.items()},
        at_once=frozenset(i.id for i in items if i.done_rule.met(NO_FACTS, NO_MARK)),
        required=frozenset(i.id for i in items if i.required),
    )


def _steps(module: PathModule, closed: Mapping[int, bool], now: datetime) -> list[_Step]:
    found: list[_Step] = []
    for item in module.items:
        if not item.required:
            continue
        before = found[-1].item.id if found else None
        opens = max((at for at in (item.span.opens, module.opens) if at is not None), default=None)
        waited = tuple(i for i in named_items(item.whens) if i in closed)
        found.append(
            _Step(
                item=item,
                late=is_late(now, item.span.due),
                past_doing=closed[item.id],
                not_yet=opens is not None and now < opens,
                awaits=before if module.in_order else None,
                waited=waited if before is None else (*waited, before),
                opened=opens,
            )
        )
    return found


def judged_by_score(modules: Sequence[PathModule]) -> frozenset[int]:
    """The items whose percentage decides whether others open."""
    whens = (w for m in modules for i in m.items for w in i.whens)
    return frozenset(c.item for w in whens for c in w.of if isinstance(c, Scored))


def brief_position(path: PathNow, brief: Brief) -> BriefPosition:
    """Equal to `stuck.position(modules, evaluate(modules, facts, now))`, and the counts of its modules."""
    done = (brief.done | path.at_once) & path.closed.keys()
    through = {**path.closed, **dict.fromkeys(done | brief.given_back, True)}
    percents = {**path.percents, **_reached(path, brief)}
    at: _Step | None = None
    overdue = []
    for step in path.steps:
        pk = step.item.id
        if pk in done or step.past_doing or step.not_yet or (at is not None and not step.late):
            continue
        if pk in brief.with_grader or not _opens(step, Known(through, percents, path.now, pk in brief.let_in)):
            continue
        at = at or step
        if step.late:
            overdue.append(pk)
    counts = len(path.required & done), len(path.required)
    if at is None:
        return BriefPosition(None, tuple(overdue), *counts)
    return BriefPosition(at.item.id, tuple(overdue), *counts, tuple(i for i in at.waited if i in done), at.opened)


def _reached(path: PathNow, brief: Brief) -> dict[int, Fraction]:
    """What is closed keeps the full marks that it counts as."""
    reached: dict[int, Fraction] = {**brief.percents, **dict.fromkeys(brief.in_full, FULL)}
    return {pk: percent for pk, percent in reached.items() if path.closed.get(pk) is False}


def _opens(step: _Step, known: Known) -> bool:
    if step.awaits is not None and not known.through[step.awaits]:
        return False
    return not step.item.whens or missing(step.item.whens, known).nothing


def only_module(modules: Sequence[PathModule], module_id: int) -> tuple[PathModule, ...]:
    """As much of a path as decides the states of one module: its items, and what they wait for elsewhere."""
    wanted: Collection[int] = {pk for m in modules if m.id == module_id for i in m.items for pk in named_items(i.whens)}
    return tuple(
        m if m.id == module_id else PathModule(m.id, tuple(i for i in m.items if i.id in wanted)) for m in modules
    )
