"""What is checked, and what a finding says."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import datetime, time
from enum import StrEnum
from fractions import Fraction
from functools import cached_property

from unvo_core.grading.totals import Category
from unvo_core.path.conditions import surely_awaited
from unvo_core.path.model import PathItem
from unvo_core.schedule.calendar import Calendar
from unvo_core.schedule.spans import Span
from unvo_core.terms.written_dates import Order


class Severity(StrEnum):
    """'wrong' is a contradiction; 'doubtful' is likely a slip; 'notice' may well be meant."""

    WRONG = "wrong"
    DOUBTFUL = "doubtful"
    NOTICE = "notice"


@dataclass(frozen=True, slots=True)
class Place:
    """Where a finding belongs: 'item', 'module', 'category', 'course', 'week', 'graded', 'text', 'announcement'."""

    kind: str
    id: int


@dataclass(frozen=True, slots=True)
class Fix:
    """A change that settles a finding. `kind` names it, `values` are its particulars.

    set_moments {name: aware instant or None}; publish; drop_condition {on: item id};
    practice; set_done_rule {rule}; set_weights {category id: percent}; set_category {category_id}; drop_graded;
    set_drops {lowest, highest}; rename {title}; set_place {place};
    move_items {module: id, items: ids, titles, week, minutes: what is left} with their dates;
    replace_text {start, end, text}; section_due {section_id, section, due}.
    """

    kind: str
    place: Place
    values: Mapping[str, object] = field(default_factory=dict)


@dataclass(frozen=True, slots=True, kw_only=True)
class Finding:
    """`params` fill the sentence that the caller keeps for `code`."""

    code: str
    severity: Severity
    place: Place
    params: Mapping[str, object] = field(default_factory=dict)
    fix: Fix | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class SystemDue:
    """What a linked system says of an item's due moment in one section, beside the course's own for that section; or,
    with `section_id` None, for the whole course."""

    item_id: int
    section_id: int | None = None
    section: str = ""
    ours: datetime | None
    theirs: datetime


@dataclass(frozen=True, slots=True, kw_only=True)
class CheckedItem:
    """An item as it stands on the path, with what its readers see of it.

    `counts`: it has a place in the gradebook and is not practice. `live`: held as a class.
    `exam`: held at a set time, on paper or live. `doable`: somebody can meet its done rule.
    """

    path: PathItem
    title: str
    kind: str
    published: bool = True
    points: Fraction | None = None
    counts: bool = False
    minutes: int = 0
    live: bool = False
    exam: bool = False
    place: str = ""
    unresolved: tuple[str, ...] = ()
    doable: bool = True

    @property
    def id(self) -> int:
        return self.path.id

    @property
    def module_id(self) -> int:
        return self.path.module_id

    @property
    def span(self) -> Span:
        return self.path.span

    @property
    def required(self) -> bool:
        return self.path.required

    @property
    def awaited(self) -> tuple[int, ...]:
        """The items without which it never opens."""
        return surely_awaited(self.path.whens)


@dataclass(frozen=True, slots=True)
class CheckedModule:
    id: int
    title: str
    week: int | None
    published: bool = True


@dataclass(frozen=True, slots=True)
class Link:
    """A link in a text, by character. `item_id` when it leads to an item; `gone` when to nothing."""

    start: int
    end: int
    item_id: int | None = None
    gone: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Prose:
    """A text that readers see, plain, with its links: `kind` 'text', of the item with this id, or 'announcement', one
    that was not said yet."""

    id: int
    title: str
    text: str
    links: tuple[Link, ...] = ()
    kind: str = "text"


@dataclass(frozen=True, slots=True)
class Stray:
    """A place for scores that a linked system made by itself; it stands at no item."""

    id: int
    label: str
    system: str


@dataclass(frozen=True, slots=True)
class Ghost:
    """Graded, but on no path: `item_id` is gone or was taken off."""

    graded_id: int
    title: str
    has_scores: bool


@dataclass(frozen=True, kw_only=True)
class CheckedCourse:
    """Everything the date check reads. `items` in path order; `categories` with an entry for each item that counts in
    them.

    `earlier`: the term of the course that this one was copied from, and with it its texts.
    """

    calendar: Calendar
    items: tuple[CheckedItem, ...]
    modules: tuple[CheckedModule, ...]
    categories: tuple[Category, ...] = ()
    proses: tuple[Prose, ...] = ()
    ghosts: tuple[Ghost, ...] = ()
    strays: tuple[Stray, ...] = ()
    stated: tuple[SystemDue, ...] = ()
    sections: int = 0
    """How many the course has."""
    unlinked: frozenset[int] = frozenset()
    """Items that are worked in a linked system, and that none stands behind."""
    shut: Mapping[int, str] = field(default_factory=dict)
    """Items whose linked system is not put to use in the course, with its name."""
    default_due_time: time = time(23, 59)
    credits: Fraction = Fraction(0)
    date_order: Order = "month_first"
    earlier: Calendar | None = None
    peopled: frozenset[tuple[str, int]] | None = None
    """The groups ('group', id) and sections ('section', id) that somebody is in; None when nobody looked."""

    @cached_property
    def category_of(self) -> dict[int, int]:
        """Item -> the category in which it counts."""
        return {e.item_id: c.id for c in self.categories for e in c.entries}

    @cached_property
    def item_by_id(self) -> dict[int, CheckedItem]:
        return {i.id: i for i in self.items}

    def is_shown(self, item: CheckedItem) -> bool:
        """Whether students see it: it is published, and so is its module."""
        return item.published and self.module_by_id[item.module_id].published

    @cached_property
    def module_by_id(self) -> dict[int, CheckedModule]:
        return {m.id: m for m in self.modules}
