"""How a course grades, read once for each version of the course."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from fractions import Fraction
from functools import cached_property

from unvo_core.grading import totals as core
from unvo_core.grading.late import LateRule
from unvo_core.grading.scale import Band, Rounding

from apps.courses.public import ByVersion, Course
from apps.gradebook import queries
from apps.gradebook.facts import ItemRules, bands_of, core_category, rounding_of, rules_of
from apps.gradebook.models import Category, GradedItem, GradingScheme
from apps.layout.public import LaidItem, Layout, layout


@dataclass(frozen=True)
class Setup:
    """Rows that readers share and nobody changes; graded items by item id."""

    scheme: GradingScheme
    categories: tuple[Category, ...]
    graded: dict[int, GradedItem]
    laid: Layout

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

    @cached_property
    def rules(self) -> dict[int, ItemRules]:
        return {item_id: rules_of(row) for item_id, row in self.graded.items()}

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
    scheme, categories = queries.scheme_and_categories(course)
    return Setup(scheme, tuple(categories), queries.graded_items(course), layout(course))


def late_rule(course: Course, item_id: int) -> LateRule | None:
    """The late rule of an item; None where late costs nothing."""
    rules = setup(course).rules.get(item_id)
    return rules.late_rule if rules else None
