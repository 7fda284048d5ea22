"""Where somebody is on the path, and since when they have stood there."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta

from unvo_core.path.conditions import named_items
from unvo_core.path.evaluate import WITH_GRADER, CourseState
from unvo_core.path.model import PathItem, PathModule

LONG = timedelta(days=7)
"""Standing at one item for longer than this is being stuck; common practice, no source."""
MANY_OVERDUE = 3
"""So many required items past due at once are more than a bad week; common practice, no source."""


@dataclass(frozen=True, slots=True)
class Position:
    """`item_id`: the first open, required item not done that does not lie with its grader. `since`: when the
    person could begin it; None where nothing tells. `overdue`: required items past their due moment that are not
    done and still can be, in path order."""

    item_id: int | None
    since: datetime | None
    overdue: tuple[int, ...]

    def stuck(self, now: datetime) -> bool:
        return bool(self.overdue) or (self.since is not None and now - self.since > LONG)

    @property
    def drifting(self) -> bool:
        """Falling behind the whole course, and not at one item only."""
        return len(self.overdue) >= MANY_OVERDUE


def position(modules: Sequence[PathModule], course: CourseState) -> Position:
    """One person's position on their path, from its evaluation."""
    late = (course.items[i.id] for m in modules for i in m.items if i.required)
    overdue = tuple(s.item_id for s in late if s.overdue and s.open)
    for module in modules:
        before: PathItem | None = None
        for item in module.items:
            state = course.items[item.id]
            if item.required and state.open and not state.done and state.state not in WITH_GRADER:
                return Position(item.id, _since(item, module, before, course), overdue)
            if item.required:
                before = item
    return Position(None, None, overdue)


def _since(item: PathItem, module: PathModule, before: PathItem | None, course: CourseState) -> datetime | None:
    """The last of what let the person begin: the item opened, what it waited for was done, the one before too."""
    waited = [i for i in named_items(item.whens) if i in course.items]
    if before is not None:
        waited.append(before.id)
    done = [course.items[i].done_at for i in waited]
    return max((m for m in (*done, item.span.opens, module.opens) if m is not None), default=None)
