"""What is checked, and what a finding says."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import datetime, time
from enum import StrEnum
from fractions import Fraction
from functools import cached_property

from unvo_core.schedule.calendar import Calendar
from unvo_core.schedule.spans import NO_SPAN, Span
from unvo_core.schedule.written_dates import Order


class Severity(StrEnum):
    """'wrong' is a contradiction; 'doubtful' is likely a slip; 'notice' may well be meant."""

    WRONG = "wrong"
    DOUBTFUL = "doubtful"
    NOTICE = "notice"


@dataclass(frozen=True, slots=True)
class Place:
    """Where a finding belongs: 'item', 'module', 'category', 'course', 'week', 'graded', 'text'."""

    kind: str
    id: int


@dataclass(frozen=True, slots=True)
class Fix:
    """A change that settles a finding. `kind` names it, `values` are its particulars.

    set_moments {name: aware instant or None}; publish; drop_condition {on: item id};
    practice; set_weights {category id: percent}; set_category {category_id}; drop_graded;
    set_drops {lowest, highest}; rename {title}; set_place {place};
    move_item {module: id, week} with its dates; replace_text {start, end, text}.
    """

    kind: str
    place: Place
    values: Mapping[str, object] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Finding:
    """`params` fill the sentence that the caller keeps for `code`."""

    code: str
    severity: Severity
    place: Place
    params: Mapping[str, object] = field(default_factory=dict)
    fix: Fix | None = None


@dataclass(frozen=True, slots=True)
class CheckedItem:
    """`counts`: it has a place in the gradebook and is not practice. `exam`: held at a set time, on paper or live."""

    id: int
    title: str
    module_id: int
    kind: str
    span: Span = NO_SPAN
    published: bool = True
    required: bool = True
    practice: bool = False
    points: Fraction | None = None
    counts: bool = False
    category_id: int | None = None
    after: tuple[int, ...] = ()
    minutes: int = 0
    exam: bool = False
    place: str = ""
    system_due: datetime | None = None
    unresolved: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class CheckedModule:
    id: int
    title: str
    week: int | None
    published: bool = True


@dataclass(frozen=True, slots=True)
class CheckedCategory:
    id: int
    name: str
    weight: Fraction | None
    drops: int = 0
    extra_credit: bool = False


@dataclass(frozen=True, slots=True)
class Link:
    """A link in a text, by character. `item_id` when it leads to an item; `gone` when to nothing."""

    start: int
    end: int
    item_id: int | None = None
    gone: bool = False


@dataclass(frozen=True, slots=True)
class Prose:
    """A text that readers see, plain, with its links; `item_id` is the item that it belongs to."""

    id: int
    item_id: int
    title: str
    text: str
    links: tuple[Link, ...] = ()


@dataclass(frozen=True, slots=True)
class Ghost:
    """Graded, but on no path: `item_id` is gone or was taken off."""

    graded_id: int
    title: str
    has_scores: bool


@dataclass(frozen=True)
class CheckedCourse:
    """Everything the date check reads. `items` in path order.

    `earlier`: the term of the course that this one was copied from, and with it its texts.
    """

    calendar: Calendar
    items: tuple[CheckedItem, ...]
    modules: tuple[CheckedModule, ...]
    categories: tuple[CheckedCategory, ...] = ()
    proses: tuple[Prose, ...] = ()
    ghosts: tuple[Ghost, ...] = ()
    default_due_time: time = time(23, 59)
    credits: Fraction = Fraction(0)
    date_order: Order = "month_first"
    earlier: Calendar | None = None

    @cached_property
    def item_by_id(self) -> dict[int, CheckedItem]:
        return {i.id: i for i in self.items}

    def is_shown(self, item: CheckedItem) -> bool:
        """Whether students see it: it is published, and so is its module."""
        return item.published and self.module_by_id[item.module_id].published

    @cached_property
    def module_by_id(self) -> dict[int, CheckedModule]:
        return {m.id: m for m in self.modules}
