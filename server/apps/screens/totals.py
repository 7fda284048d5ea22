"""One student's scores as the core reads them: every entry, every total."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from fractions import Fraction
from functools import cached_property
from typing import NamedTuple

from unvo_core.grading import totals as core
from unvo_core.grading.late import LateRule, apply_late
from unvo_core.grading.unscored import unscored
from unvo_core.path.evaluate import ItemState
from unvo_core.schedule.spans import is_closed, is_late

from apps.courses.public import Course
from apps.gradebook.public import (
    Category,
    CellScores,
    Counted,
    GradedItem,
    ItemRules,
    Setup,
    cells_of_person,
    core_category,
    counts_from,
    marks_from,
)
from apps.gradebook.public import setup_of as setup
from apps.layout.public import LaidItem, Layout, person_layout
from apps.path.public import Progress, progress


class Walked(NamedTuple):
    progress: Progress
    cells: dict[int, CellScores]
    groups: frozenset[int]


@dataclass(frozen=True)
class TotalsOf:
    """One student's scores under the rules of a set-up. `rules`: those that hold for them; `laid`: their own layout;
    `handed_in`: when, by item."""

    setup: Setup
    rules: Mapping[int, ItemRules]
    laid: Layout
    cells: Mapping[int, CellScores]
    handed_in: Mapping[int, datetime]
    now: datetime

    def total(self, kind: core.Kind) -> core.Total:
        return core.total(kind, self.categories, self.setup.bands, self.setup.rounding)

    @cached_property
    def counts(self) -> dict[int, Counted]:
        return counts_from(self.rules, self.laid, self.cells)

    @cached_property
    def categories(self) -> list[core.Category]:
        return [core_category(c, [self._entry(i) for i in self.counting(c)]) for c in self.setup.categories]

    def counting(self, category: Category) -> list[LaidItem]:
        return [self.laid.student_items[i] for i in self.setup.counting[category.pk]]

    def missing_points(self, full: Fraction) -> Fraction | None:
        """What missing work counts; None where the course leaves it blank."""
        scheme = self.setup.scheme
        if scheme.missing == "blank":
            return None
        if scheme.missing == "percent":
            return full * Fraction(str(scheme.missing_percent)) / 100
        return Fraction(0)

    def late_rule(self, item: LaidItem) -> LateRule | None:
        return self.rules[item.id].late_rule

    def _entry(self, item: LaidItem) -> core.Entry:
        what, cell = self.counts.get(item.id), self.cells.get(item.id)
        standing, value, reachable = core.Standing.OPEN, None, None
        if item.excused or (cell is not None and cell.excused):
            standing = core.Standing.EXCUSED
        elif what is not None:
            standing, value = core.Standing.SCORED, what.result.counts
        elif cell is not None and cell.held:
            standing, reachable = core.Standing.HELD, self._full(item)
        else:
            standing, value, reachable = self._unscored(item)
        return self.setup.entry(item, standing, value, reachable)

    def _unscored(self, item: LaidItem) -> tuple[core.Standing, Fraction | None, Fraction | None]:
        full, handed_in = self._full(item), self.handed_in.get(item.id)
        standing = unscored(
            takes_hand_ins=item.takes_hand_ins,
            handed_in=handed_in is not None,
            late=is_late(self.now, item.span.due),
        )
        if not item.takes_hand_ins:
            return standing, None, full
        best = apply_late(self.late_rule(item), full, item.possible, handed_in or self.now, item.span.due).counts
        if standing is not core.Standing.MISSING:
            return standing, None, best
        given = self.missing_points(item.possible)
        still = (given or Fraction(0)) if is_closed(item.span, self.now) else best
        return core.Standing.MISSING, given, still

    def _full(self, item: LaidItem) -> Fraction:
        """What all its points are recorded as."""
        return self.rules[item.id].recorded(item.possible, item.possible)


class StandingOf:
    """Everything read once, then every figure computed by the core.

    `walked`: the progress of a made-up student, and the scores that they were given on the walk.
    """

    def __init__(self, course: Course, person_id: int, now: datetime, walked: Walked | None = None) -> None:
        self.course, self.person_id, self.setup = course, person_id, setup(course)
        self.laid: Layout = walked.progress.laid if walked else person_layout(course, person_id)
        cells = walked.cells if walked else cells_of_person(course, person_id)
        rules = self.setup.rules_in(walked.groups) if walked else self.setup.rules_of_person(person_id)
        known = marks_from(self.laid, cells, counts_from(rules, self.laid, cells))
        self.progress = walked.progress if walked else progress(course, self.laid, person_id, now, known)
        facts = self.progress.facts.facts
        handed_in = {i: at for i, known in facts.items() if (at := known.handed_in_at) is not None}
        self.totals = TotalsOf(self.setup, rules, self.laid, cells, handed_in, now)

    def total(self, kind: core.Kind) -> core.Total:
        return self.totals.total(kind)

    def score(self, item: LaidItem) -> Counted | None:
        return self.totals.counts.get(item.id)

    def graded(self, item: LaidItem) -> GradedItem:
        return self.setup.graded[item.id]

    def state(self, item: LaidItem) -> ItemState:
        return self.progress.course.items[item.id]
