"""The current totals of a whole class at once, and whom other rules would move."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Sequence
from datetime import datetime
from decimal import Decimal
from fractions import Fraction

import numpy as np
from unvo_core.grading.bulk import arranged, class_figures
from unvo_core.grading.columns import columns_of
from unvo_core.grading.effect import Effect, Figure, Shown, effect

from apps.courses.public import Course, students
from apps.gradebook.public import Setup, cells_of_people
from apps.gradebook.public import setup_of as setup
from apps.layout.public import layout, layout_for
from apps.path.public import hand_in_times
from apps.screens.class_read import ClassRead, read_class
from apps.screens.totals import TotalsOf

STEP = 10**9
"""Totals are told apart by what is more than a billionth of a per cent."""


def totals_now(course: Course, people: list[int], now: datetime) -> dict[int, Shown]:
    """How these students stand, to the digit that is shown."""
    present = setup(course)
    found, unsure = _figures(course, present, read_class(course, people, sorted(present.graded), now))
    return found | _explained(course, present, sorted(unsure), now)


def effect_of(course: Course, planned: Setup, now: datetime) -> Effect:
    """What other rules would make of every student's current total; six queries at the most, whatever the size of the
    class."""
    people = list(students(course).values_list("person_id", flat=True))
    present = setup(course)
    read = read_class(course, people, sorted(present.graded.keys() | planned.graded.keys()), now)
    before, near = _figures(course, present, read)
    after, near_after = _figures(course, planned, read)
    unsure = {*near, *near_after, *(pk for pk in people if _on_a_tie(before[pk], after[pk]))}
    for rules, into in ((present, before), (planned, after)):
        into.update(_explained(course, rules, sorted(unsure), now))
    return effect(before, after)


def _figures(course: Course, rules: Setup, read: ClassRead) -> tuple[dict[int, Shown], set[int]]:
    """By student, and of whom it can't be told for sure at once."""
    found: dict[int, Shown] = {}
    unsure: set[int] = set()
    laid = layout(course)
    known = [rules.category(c, [laid.student_items[i] for i in rules.counting[c.pk]]) for c in rules.categories]
    bands = sorted(rules.bands, key=lambda b: b.lower)
    missing = {"zero": Fraction(0), "percent": Fraction(str(rules.scheme.missing_percent))}.get(rules.scheme.missing)
    for group, rows in _alike(rules, read.people).items():
        columns = columns_of(known, rules.rules_in(group))
        scores = arranged(read.scores, read.ids, columns)
        figures = class_figures(columns, scores, missing, bands, rules.rounding)
        for row in rows:
            pk, nothing = read.people[row], np.isnan(figures.value[row])
            shown = Decimal(int(figures.shown[row])).scaleb(-rules.rounding.decimals)
            band = bands[figures.band[row]].name if figures.band[row] >= 0 else None
            value = None if nothing else Fraction(round(float(figures.value[row]) * STEP), STEP)
            found[pk] = Figure(value, None if nothing else shown, None if nothing else band)
        unsure |= {read.people[row] for row in rows if figures.unsure[row]}
    return found, unsure


def _alike(rules: Setup, people: Sequence[int]) -> dict[frozenset[int], list[int]]:
    """Rows of those who are alike to the conversion tables."""
    found: dict[frozenset[int], list[int]] = defaultdict(list)
    for row, pk in enumerate(people):
        found[rules.alike(pk)].append(row)
    return found


def _on_a_tie(before: Shown, after: Shown) -> bool:
    """By how much somebody moves is shown to two digits: near a half of the last, only the exact figure tells."""
    if before.value is None or after.value is None or before.value == after.value:
        return False
    rest = abs(after.value - before.value) * 100 % 1
    return abs(rest - Fraction(1, 2)) < Fraction(1, 10**6)


def _explained(course: Course, rules: Setup, people: Sequence[int], now: datetime) -> dict[int, Shown]:
    if not people:
        return {}
    laid, cells, handed_in = layout(course), cells_of_people(course, list(people)), hand_in_times(course, people)
    return {
        pk: TotalsOf(
            rules, rules.rules_of_person(pk), layout_for(laid, pk), cells.get(pk, {}), handed_in.get(pk, {}), now
        ).total("current")
        for pk in people
    }
