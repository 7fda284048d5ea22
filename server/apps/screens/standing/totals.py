"""One student's scores as the core reads them: every entry, every total."""

from __future__ import annotations

from dataclasses import replace
from datetime import datetime
from fractions import Fraction
from typing import NamedTuple

from unvo_core.grading import totals as core
from unvo_core.grading.late import LateRule, apply_late
from unvo_core.path.evaluate import ItemState
from unvo_core.schedule.spans import is_closed, is_late

from apps.courses.public import Course
from apps.gradebook.public import (
    Category,
    CellScores,
    Counted,
    GradedItem,
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


class StandingOf:
    """Everything read once, then every figure computed by the core.

    `walked`: the progress of a made-up student, and the scores that they were given on the walk.
    """

    def __init__(self, course: Course, person_id: int, now: datetime, walked: Walked | None = None) -> None:
        self.course, self.now, self.setup = course, now, setup(course)
        self.laid: Layout = walked.progress.laid if walked else person_layout(course, person_id)
        self.cells = walked.cells if walked else cells_of_person(course, person_id)
        self.counts = counts_from(course, self.laid, self.cells)
        known = marks_from(self.laid, self.cells, self.counts)
        self.progress = walked.progress if walked else progress(course, self.laid, person_id, now, known)
        self._entries = [core_category(c, [self._entry(i) for i in self.counting(c)]) for c in self.setup.categories]

    def total(self, kind: core.Kind) -> core.Total:
        return core.total(kind, self._entries, self.setup.bands, self.setup.rounding)

    def counting(self, category: Category) -> list[LaidItem]:
        return [self.laid.student_items[i] for i in self.setup.counting[category.pk]]

    def score(self, item: LaidItem) -> Counted | None:
        return self.counts.get(item.id)

    def graded(self, item: LaidItem) -> GradedItem:
        return self.setup.graded[item.id]

    def late_rule(self, item: LaidItem) -> LateRule | None:
        return self.setup.rules[item.id].late_rule

    def state(self, item: LaidItem) -> ItemState:
        return self.progress.course.items[item.id]

    def missing_points(self, full: Fraction) -> Fraction | None:
        """What missing work counts; None where the course leaves it blank."""
        scheme = self.setup.scheme
        if scheme.missing == "blank":
            return None
        if scheme.missing == "percent":
            return full * Fraction(str(scheme.missing_percent)) / 100
        return Fraction(0)

    def _entry(self, item: LaidItem) -> core.Entry:
        what, cell = self.score(item), self.cells.get(item.id)
        standing, value, reachable = core.Standing.OPEN, None, None
        if item.excused or (cell is not None and cell.excused):
            standing = core.Standing.EXCUSED
        elif what is not None:
            standing, value = core.Standing.SCORED, what.result.counts
        elif cell is not None and cell.held:
            standing = core.Standing.HELD
        else:
            standing, value, reachable = self._unscored(item)
        return replace(self.setup.entry(item), standing=standing, points=value, reachable=reachable)

    def _unscored(self, item: LaidItem) -> tuple[core.Standing, Fraction | None, Fraction | None]:
        full = item.possible
        if not item.takes_hand_ins:
            return core.Standing.OPEN, None, full
        facts = self.progress.facts.facts.get(item.id)
        handed_in = facts.handed_in_at if facts else None
        best = apply_late(self.late_rule(item), full, full, handed_in or self.now, item.span.due).counts
        if handed_in is not None:
            return core.Standing.WAITING, None, best
        if not is_late(self.now, item.span.due):
            return core.Standing.OPEN, None, best
        given = self.missing_points(full)
        still = (given or Fraction(0)) if is_closed(item.span, self.now) else best
        return core.Standing.MISSING, given, still
