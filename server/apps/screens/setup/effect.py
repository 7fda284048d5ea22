"""Whom other rules of grading would move, and by how much."""

from __future__ import annotations

from datetime import datetime

from unvo_core.grading.effect import Effect, Move
from unvo_core.grading.scale import rounded

from apps.courses.public import Course, Enrolment, students
from apps.gradebook.public import GradingRulesIn, plan_grading, planned_setup, wish_of
from apps.kernel.public import Lane
from apps.screens.class_totals import effect_of
from apps.screens.setup import schemas as out

MOST_ROWS = 200
_lane: Lane[Effect] = Lane(busy="grading.effect_busy", kept=1)
"""A class of 2,000 takes seconds."""


def grading_effect(course: Course, payload: GradingRulesIn, now: datetime) -> out.GradingEffect:
    planned = planned_setup(course, plan_grading(course, wish_of(payload)))
    # Scores come in all the while, so nothing that was made is given again.
    found = _lane.get(object(), lambda: effect_of(course, planned, now))
    shown = found.moves[:MOST_ROWS]
    rows = students(course).select_related("person", "section").filter(person_id__in=[m.person_id for m in shown])
    by_person = {row.person_id: row for row in rows}
    return out.GradingEffect(
        students=found.students,
        moved=len(found.moves),
        up=found.up,
        down=found.down,
        bands=found.bands,
        without=found.without,
        rows=[_moved(m, by_person[m.person_id]) for m in shown],
    )


def _moved(move: Move, who: Enrolment) -> out.Moved:
    return out.Moved(
        person_id=move.person_id,
        name=who.person.name,
        section=who.section.name if who.section else "",
        before=None if move.before.shown is None else str(move.before.shown),
        after=None if move.after.shown is None else str(move.after.shown),
        band_before=move.before.band,
        band_after=move.after.band,
        by=None if move.by is None else str(rounded(move.by, 2)),
    )
