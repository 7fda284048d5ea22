"""A course evaluated for one person at one instant: states, locks, progress, the next item."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from enum import StrEnum
from fractions import Fraction
from typing import NamedTuple

from unvo_core.path.conditions import NOTHING_MISSING, Choice, Known, Missing, joined, missing
from unvo_core.path.done import done_at, is_done
from unvo_core.path.facts import NO_FACTS, NO_MARK, ItemFacts, Mark, PersonFacts
from unvo_core.path.model import PathItem, PathModule
from unvo_core.schedule.spans import Span, is_closed, is_late, seconds_late


class State(StrEnum):
    """Stable codes of the state words that students read."""

    LOCKED = "locked"
    NOT_OPEN = "not_open"
    TO_DO = "to_do"
    STARTED = "started"
    GIVEN_BACK = "given_back"
    HANDED_IN = "handed_in"
    BEING_GRADED = "being_graded"
    SCORED = "scored"
    DONE = "done"
    MISSING = "missing"
    CLOSED = "closed"
    EXCUSED = "excused"


FULL = Fraction(100)
SETTLED = frozenset({State.HANDED_IN, State.BEING_GRADED, State.SCORED, State.DONE, State.EXCUSED, State.CLOSED})
"""States in which nothing is left to do."""
WITH_GRADER = frozenset({State.HANDED_IN, State.BEING_GRADED})


class ItemState(NamedTuple):
    """`waits_for`: the items that must all be done, or scored in, to open this one, nearest first.

    `choices`: those of which some must be done besides, whichever. `scores`: those of `waits_for` that ask for
    a percentage. `by_hand`: a teacher opens it. `or_at`: it opens then anyway. A tuple, because one is made for
    each item and person.
    """

    item_id: int
    state: State
    done: bool
    open: bool
    done_at: datetime | None = None
    opens_at: datetime | None = None
    waits_for: tuple[int, ...] = ()
    scores: tuple[tuple[int, Fraction], ...] = ()
    by_hand: bool = False
    or_at: datetime | None = None
    late_seconds: int = 0
    overdue: bool = False
    choices: tuple[Choice, ...] = ()

    @property
    def shut(self) -> bool:
        """Locked, or yet to open."""
        return bool(self.waits_for or self.choices or self.by_hand or self.opens_at)


@dataclass(frozen=True, slots=True)
class ModuleState:
    """`held_open_by`: the required items not done, in path order; empty when complete."""

    module_id: int
    required: int
    required_done: int
    held_open_by: tuple[int, ...]

    @property
    def complete(self) -> bool:
        return not self.held_open_by


@dataclass(frozen=True, slots=True)
class CourseState:
    items: dict[int, ItemState]
    modules: dict[int, ModuleState]
    next_item_id: int | None

    @property
    def complete(self) -> bool:
        """Every module is; a course without any required item never is."""
        return all(m.complete for m in self.modules.values()) and any(m.required for m in self.modules.values())


class _Known(NamedTuple):
    """One item with what is known of it before any lock is looked at; one is made for each item and person."""

    item: PathItem
    facts: ItemFacts
    mark: Mark
    done: bool
    closed: bool
    blocks: bool
    scored: Fraction | None
    """The percentage reached, for conditions on scores; full marks where nothing can be reached any more."""


def evaluate(modules: Sequence[PathModule], person: PersonFacts, now: datetime) -> CourseState:
    """Evaluate a whole course. Items that conditions name but the path lacks hold nothing back.

    An item holds others back while it is required or named, undone, and can still be done: one
    that has closed can't be, so it would lock what follows for good. What was handed in and given back holds
    nothing back that it had opened.
    """
    known = {i.id: _know(i, person, now) for m in modules for i in m.items}
    through = {pk: not one.blocks for pk, one in known.items()}
    percents = {pk: one.scored for pk, one in known.items()}
    judged = {let_in: Known(through, percents, now, let_in) for let_in in (False, True)}
    items: dict[int, ItemState] = {}
    states: dict[int, ModuleState] = {}
    for module in modules:
        before: int | None = None
        for item in module.items:
            one = known[item.id]
            lacks = missing(item.whens, judged[one.facts.let_in_at is not None]) if item.whens else NOTHING_MISSING
            if module.in_order and before is not None and known[before].blocks and before not in lacks.items:
                lacks = joined((Missing((before,)), lacks))
            items[item.id] = _state(one, lacks, _later(item.span.opens, module.opens), now)
            if item.required:
                before = item.id
        states[module.id] = _module_state(module, known)
    return CourseState(items, states, next_item([i for m in modules for i in m.items], items))


def steps_to_open(item_id: int, course: CourseState, order: Sequence[int]) -> tuple[int, ...]:
    """Everything undone that must be done before the item opens, in path order (nearest first).

    Of a choice, all that may be chosen.
    """
    wanted: set[int] = set()
    waiting = [item_id]
    while waiting:
        state = course.items[waiting.pop()]
        nearer = {*state.waits_for, *(i for choice in state.choices for i in choice.items)} - wanted
        wanted |= nearer
        waiting.extend(nearer)
    return tuple(i for i in order if i in wanted)


def _know(item: PathItem, person: PersonFacts, now: datetime) -> _Known:
    facts = person.facts.get(item.id, NO_FACTS)
    mark = person.marks.get(item.id, NO_MARK)
    done = is_done(item.done_rule, facts, mark)
    closed = is_closed(item.span, now)
    excused = closed or mark.excused or facts.ticked_by_teacher
    blocks = not done and not closed and facts.given_back_at is None
    return _Known(item, facts, mark, done, closed, blocks, FULL if excused else mark.percent)


def _later(a: datetime | None, b: datetime | None) -> datetime | None:
    return max(a, b) if a is not None and b is not None else a or b


def _state(known: _Known, lacks: Missing, opens: datetime | None, now: datetime) -> ItemState:
    span, facts = known.item.span, known.facts
    opens = _later(opens, lacks.until)
    waits = () if lacks is NOTHING_MISSING else tuple(dict.fromkeys((*lacks.items, *(i for i, _ in lacks.scores))))
    not_open = opens is not None and now < opens
    closed = known.closed
    locked = (bool(waits or lacks.choices) or lacks.by_hand) and not known.done
    overdue = not known.done and is_late(now, span.due)
    came = facts.handed_in_at or facts.posted_at
    late = seconds_late(came, span.due) if came else 0
    state = _settled(known, overdue) or _unsettled(known, locked, not_open, closed, overdue)
    return ItemState(
        item_id=known.item.id,
        state=state,
        done=known.done,
        open=not locked and not not_open and not closed,
        done_at=done_at(facts) if known.done else None,
        opens_at=opens if not_open else None,
        waits_for=waits if locked else (),
        scores=lacks.scores if locked else (),
        by_hand=lacks.by_hand and locked,
        or_at=lacks.or_at if locked else None,
        late_seconds=late,
        overdue=overdue and state not in WITH_GRADER,
        choices=lacks.choices if locked else (),
    )


def _settled(known: _Known, overdue: bool) -> State | None:
    if known.mark.excused:
        return State.EXCUSED
    if known.facts.given_back_at is not None and not overdue and not known.closed:
        return State.GIVEN_BACK
    if known.mark.percent is not None:
        return State.SCORED
    if known.mark.held and known.facts.given_back_at is None:
        return State.BEING_GRADED
    if known.facts.handed_in_at is not None:
        return State.HANDED_IN
    return State.DONE if known.done else None


def _unsettled(known: _Known, locked: bool, not_open: bool, closed: bool, overdue: bool) -> State:
    if not_open:
        return State.NOT_OPEN
    begun = known.item.in_parts and known.facts.started_at is not None
    if known.item.handed_in and (overdue or closed) and not begun:
        return State.MISSING
    if closed:
        return State.CLOSED
    if locked:
        return State.LOCKED
    return State.STARTED if known.facts.started_at is not None else State.TO_DO


def _module_state(module: PathModule, known: dict[int, _Known]) -> ModuleState:
    required = [i.id for i in module.items if i.required]
    holding = tuple(i for i in required if not known[i].done)
    return ModuleState(module.id, len(required), len(required) - len(holding), holding)


def is_left(state: ItemState, span: Span, now: datetime) -> bool:
    """Something is left for the person to do with it, now or once it opens: what has closed undone is past doing."""
    return _undone(state) and state.state not in SETTLED and not is_closed(span, now)


def _undone(state: ItemState) -> bool:
    """What was given back is to be done, though it may have the points that its rule asks for."""
    return not state.done or state.state == State.GIVEN_BACK


def next_item(order: Sequence[PathItem], items: dict[int, ItemState]) -> int | None:
    """The first open, required, undone item of `order`; after it the first optional one.

    Work that was handed in and is not scored yet waits for its grader, and not for the person.
    """
    waiting = [i for i in order if items[i.id].open and _undone(items[i.id]) and items[i.id].state not in WITH_GRADER]
    required = (i.id for i in waiting if i.required)
    return next(required, next((i.id for i in waiting), None))
