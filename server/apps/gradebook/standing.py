"""One student's standing: every total with its arithmetic, every item with its state."""

from __future__ import annotations

from datetime import datetime
from fractions import Fraction

from unvo_core.grading import totals as core
from unvo_core.grading.late import LateRule, apply_late
from unvo_core.grading.scale import rounded
from unvo_core.grading.stats import FEWEST_SHOWN, class_stats
from unvo_core.path.evaluate import ItemState, State
from unvo_core.schedule.spans import is_closed, is_late

from apps.courses.public import Course, LaidItem, Layout, layout, progress
from apps.gradebook import queries
from apps.gradebook.api import schemas as out
from apps.gradebook.facts import Counted, bands_of, counted, late_rule_of, rounding_of
from apps.gradebook.marks import counts_from, marks_from, points
from apps.gradebook.models import Category, GradedItem
from apps.gradebook.setup import setup


class StandingOf:
    """Everything read once, then every figure computed by the core."""

    def __init__(self, course: Course, person_id: int, now: datetime) -> None:
        self.course, self.now, found = course, now, setup(course)
        self.laid: Layout = layout(course)
        self.cells = queries.cells_of_person(course, person_id)
        self.counts = counts_from(course, self.cells)
        known = marks_from(course, self.cells, self.counts)
        self.progress = progress(course, self.laid, person_id, now, known)
        self.scheme, self.categories, self.graded = found.scheme, found.categories, found.graded
        self._entries = [self._category(c) for c in self.categories]

    def total(self, kind: core.Kind) -> core.Total:
        return core.total(kind, self._entries, bands_of(self.scheme), rounding_of(self.scheme))

    def counting(self, category: Category) -> list[tuple[LaidItem, GradedItem]]:
        """The category's items that students see, in path order; practice is left out."""
        return [
            (item, graded)
            for item in self.laid.student_items.values()
            if (graded := self.graded.get(item.id)) is not None
            and graded.category_id == category.pk
            and item.points is not None
            and not item.practice
        ]

    def score(self, item: LaidItem) -> Counted | None:
        return self.counts.get(item.id)

    def late_rule(self, graded: GradedItem) -> LateRule | None:
        return late_rule_of(graded.late_rule)

    def state(self, item: LaidItem) -> ItemState:
        return self.progress.course.items[item.id]

    def _category(self, row: Category) -> core.Category:
        return core.Category(
            id=row.pk,
            name=row.name,
            weight=None if row.weight is None else Fraction(str(row.weight)),
            entries=tuple(self._entry(i, g) for i, g in self.counting(row)),
            drop_lowest=row.drop_lowest,
            drop_highest=row.drop_highest,
            equal_items=row.equal_items,
            extra_credit=row.extra_credit,
        )

    def _entry(self, item: LaidItem, graded: GradedItem) -> core.Entry:
        what = self.score(item)
        cell = self.cells.get(item.id)
        standing, value, reachable = core.Standing.OPEN, None, None
        if cell is not None and cell.excused:
            standing = core.Standing.EXCUSED
        elif what is not None:
            standing = core.Standing.SCORED if what.released else core.Standing.HELD
            value = what.result.counts
        else:
            standing, value, reachable = self._unscored(item, graded)
        return core.Entry(item.id, item.possible, standing, value, reachable, graded.extra_credit, graded.never_dropped)

    def _unscored(self, item: LaidItem, graded: GradedItem) -> tuple[core.Standing, Fraction | None, Fraction | None]:
        facts = self.progress.facts.facts.get(item.id)
        handed_in = facts.handed_in_at if facts else None
        full = item.possible
        best = apply_late(self.late_rule(graded), full, full, handed_in or self.now, item.span.due).counts
        if not item.takes_hand_ins or handed_in is not None or not is_late(self.now, item.span.due):
            return core.Standing.OPEN, None, best if item.takes_hand_ins else full
        given = self._missing_points(full)
        return (
            core.Standing.MISSING,
            given,
            (given or Fraction(0)) if is_closed(item.span, self.now) else best,
        )

    def _missing_points(self, full: Fraction) -> Fraction | None:
        if self.scheme.missing == "blank":
            return None
        if self.scheme.missing == "percent":
            return full * Fraction(str(self.scheme.missing_percent)) / 100
        return Fraction(0)


def standing(course: Course, person_id: int, person_name: str, now: datetime) -> out.Standing:
    known = StandingOf(course, person_id, now)
    now_total = known.total("current")
    current = {r.category_id: r for r in now_total.rows}
    return out.Standing(
        person=person_name,
        zone=course.zone,
        now=now,
        bands=[out.Band(name=n, lower=float(lower)) for n, lower in known.scheme.bands],
        decimals=known.scheme.decimals,
        letters_on_rounded=known.scheme.letters_on_rounded,
        weighted=all(c.weight is not None for c in known.categories),
        current=_total(now_total),
        floor=_total(known.total("floor")),
        ceiling=_total(known.total("ceiling")),
        categories=[_category(known, c, current[c.pk]) for c in known.categories],
    )


def _total(total: core.Total) -> out.Total:
    return out.Total(
        value=None if total.shown is None else str(total.shown),
        exact=None if total.value is None else str(rounded(total.value, 4)),
        band=total.band,
        share=str(rounded(total.weight_scored, 0)),
        rows=[_arithmetic(r) for r in total.rows],
    )


def _arithmetic(row: core.CategoryRow) -> out.Arithmetic:
    return out.Arithmetic(
        category_id=row.category_id,
        name=row.name,
        numerator=str(points(row.numerator)),
        denominator=str(points(row.denominator)),
        percent=None if row.percent is None else str(rounded(row.percent, 2)),
        weight=None if row.weight is None else str(points(row.weight)),
        effective_weight=str(rounded(row.effective_weight, 1)),
        contribution=str(rounded(row.contribution, 2)),
        of_items=sum(i.role != "out" for i in row.items),
    )


def _category(known: StandingOf, category: Category, row: core.CategoryRow) -> out.CategoryRow:
    roles = {i.item_id: i.role for i in row.items}
    return out.CategoryRow(
        id=category.pk,
        name=category.name,
        drop_lowest=category.drop_lowest,
        drop_highest=category.drop_highest,
        extra_credit=category.extra_credit,
        arithmetic=_arithmetic(row),
        items=[_item(known, i, g, roles.get(i.id, "out")) for i, g in known.counting(category)],
    )


def _item(known: StandingOf, item: LaidItem, graded: GradedItem, role: str) -> out.ItemRow:
    state = known.state(item)
    what = known.score(item)
    visible = what if what is not None and what.released else None
    missing = state.state == State.MISSING and known.scheme.missing != "blank"
    score = points(visible.result.counts) if visible else None
    if missing and score is None:
        score = points(known._missing_points(item.possible) or Fraction(0))
    rule = known.late_rule(graded)
    module = known.laid.module_by_id[item.module_id]
    return out.ItemRow(
        id=item.id,
        title=item.title,
        step=module.key,
        due=item.span.due,
        closes=item.span.closes,
        state=state.state.value,
        open=state.open,
        waits_for=[known.laid.student_items[i].title for i in state.waits_for],
        opens_at=state.opens_at,
        started=known.progress.details.get((item.id, "started"), {}),
        late_seconds=state.late_seconds,
        late_percent=None if rule is None else str(points(rule.percent)),
        late_per=None if rule is None else rule.per,
        role=role,
        score=None if score is None else str(score),
        given=None if visible is None else str(points(visible.result.given)),
        deduction=None if visible is None else str(points(visible.result.deduction)),
        late_units=visible.result.units if visible else 0,
        possible=str(points(item.possible)),
        comment=visible.comment if visible else "",
        hold=graded.hold,
        attempts=visible.attempts if visible else 0,
        counting=graded.counting,
    )


def class_strips(course: Course) -> list[out.Strip]:
    """Class statistics of every item with enough released scores, in points."""
    laid = layout(course)
    strips = []
    for item_id, cells in queries.released_scores(course).items():
        item = laid.student_items.get(item_id)
        if item is None:
            continue
        figures = [
            c.result.counts for cell in cells.values() if (c := counted(cell, item.possible, item.span.due)) is not None
        ]
        stats = class_stats(figures)
        if stats is None or stats.n < FEWEST_SHOWN:
            continue
        strips.append(
            out.Strip(
                item_id=item_id,
                n=stats.n,
                mean=float(rounded(stats.mean, 2)),
                median=float(stats.median),
                low=float(stats.low),
                high=float(stats.high),
                lower_quartile=float(stats.lower_quartile),
                upper_quartile=float(stats.upper_quartile),
            )
        )
    return strips
