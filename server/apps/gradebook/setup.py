"""How a course grades, read once for each version of the course."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from fractions import Fraction
from functools import cached_property

from unvo_core.grading import totals as core
from unvo_core.grading.conversion import ConversionTable, Due, chosen
from unvo_core.grading.item_rules import FIRST_RULES, ItemRules
from unvo_core.grading.late import LateRule
from unvo_core.grading.scale import Band, Rounding

from apps.courses.public import ByVersion, Course
from apps.gradebook import queries
from apps.gradebook.facts import bands_of, core_category, rounding_of, rules_of, table_of
from apps.gradebook.models import Category, GradedItem, GradingScheme
from apps.layout.public import LaidItem, Layout, layout


@dataclass(frozen=True)
class Setup:
    """Rows that readers share and nobody changes; graded items by item id."""

    scheme: GradingScheme
    categories: tuple[Category, ...]
    graded: dict[int, GradedItem]
    laid: Layout
    tables: tuple[ConversionTable, ...] = ()

    def is_graded(self, item_id: int) -> bool:
        return item_id in self.graded

    def category_of(self, item_id: int) -> int | None:
        row = self.graded.get(item_id)
        return row.category_id if row else None

    def category(self, row: Category, items: Iterable[LaidItem]) -> core.Category:
        """A category as the core reads it, with these items as what counts in it, none of them scored."""
        return core_category(row, [self.entry(item, core.Standing.OPEN) for item in items])

    def entry(
        self,
        item: LaidItem,
        standing: core.Standing,
        points: Fraction | None = None,
        reachable: Fraction | None = None,
    ) -> core.Entry:
        row = self.graded[item.id]
        return core.Entry(
            item_id=item.id,
            possible=item.possible,
            standing=standing,
            points=points,
            reachable=reachable,
            extra_credit=row.extra_credit,
            never_dropped=row.never_dropped,
        )

    @property
    def rules(self) -> dict[int, ItemRules]:
        """Of somebody who is in no group."""
        return self.rules_in(frozenset())

    def rules_of_person(self, person_id: int) -> dict[int, ItemRules]:
        return self.rules_in(self.alike(person_id))

    def alike(self, person_id: int) -> frozenset[int]:
        """Of their groups, those that conversion tables tell apart."""
        return self.laid.groups.get(person_id, frozenset()) & self._told_apart

    def item_rules(self, item_id: int, person_id: int) -> ItemRules:
        return self.rules_of_person(person_id).get(item_id, FIRST_RULES)

    def rules_in(self, groups: frozenset[int]) -> dict[int, ItemRules]:
        """By item; the same for all who are alike to the conversion tables."""
        alike = groups & self._told_apart
        if alike not in self._rules:
            self._rules[alike] = {i: rules_of(row, self._table(i, row, alike)) for i, row in self.graded.items()}
        return self._rules[alike]

    @cached_property
    def _rules(self) -> dict[frozenset[int], dict[int, ItemRules]]:
        return {}

    @cached_property
    def _told_apart(self) -> frozenset[int]:
        return frozenset(t.group for t in self.tables if t.group is not None)

    def _table(self, item_id: int, row: GradedItem, groups: frozenset[int]) -> ConversionTable | None:
        """By when the item is due for the course: an allowance changes nothing of it."""
        item = self.laid.items.get(item_id)
        if not self.tables or item is None:
            return None
        return chosen(self.tables, row.category_id, groups, self.due_of(item))

    def due_of(self, item: LaidItem) -> Due:
        """For the course."""
        if item.span.due is None:
            return Due()
        day = self.laid.calendar.day_of(item.span.due)
        week = self.laid.calendar.week_of(day)
        return Due(week.number if week else None, day)

    @cached_property
    def bands(self) -> tuple[Band, ...]:
        return bands_of(self.scheme)

    @cached_property
    def rounding(self) -> Rounding:
        return rounding_of(self.scheme)

    @cached_property
    def counting(self) -> dict[int, list[int]]:
        """By category, the items that count of what students see, in path order; practice is left out."""
        found: dict[int, list[int]] = {category.pk: [] for category in self.categories}
        for item in self.laid.student_items.values():
            row = self.graded.get(item.id)
            if row is not None and row.category_id is not None and item.points is not None and not item.practice:
                found[row.category_id].append(item.id)
        return found


setups: ByVersion[Setup] = ByVersion(64)


def setup(course: Course) -> Setup:
    return setups.get(course, lambda: _read(course))


def _read(course: Course) -> Setup:
    scheme, categories, tables = queries.scheme_rows(course)
    graded = queries.graded_items(course)
    return Setup(scheme, tuple(categories), graded, layout(course), tuple(table_of(row) for row in tables))


def late_rule(course: Course, item_id: int) -> LateRule | None:
    """The late rule of an item; None where late costs nothing."""
    rules = setup(course).rules.get(item_id)
    return rules.late_rule if rules else None
