"""What the evaluation reads of a course: its items in path order."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from unvo_core.path.conditions import When
from unvo_core.path.done import DoneRule
from unvo_core.schedule.spans import NO_SPAN, Span
from unvo_core.schedule.zones import require_aware


@dataclass(frozen=True, slots=True, kw_only=True)
class PathItem:
    """One item in path order. `whens`: the conditions of the item, its part and its module; all must hold."""

    id: int
    module_id: int
    done_rule: DoneRule
    required: bool = True
    span: Span = NO_SPAN
    whens: tuple[When, ...] = ()
    handed_in: bool = False
    """Whether something is asked for by its due moment, a hand-in or posts: only then can it be missing."""
    in_parts: bool = False
    """What is asked for comes bit by bit: with some of it there it is begun, not missing."""
    practice: bool = False


@dataclass(frozen=True, slots=True)
class PathModule:
    """`items` in path order. In order: each item waits for the required one before it."""

    id: int
    items: tuple[PathItem, ...]
    in_order: bool = False
    opens: datetime | None = None

    def __post_init__(self) -> None:
        require_aware(self.opens)
