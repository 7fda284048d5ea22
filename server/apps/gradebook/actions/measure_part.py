"""Work is measured criterion by criterion: one criterion for the whole class, then the next."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from fractions import Fraction
from typing import Any

from unvo_core.grading.rubrics import raw_of

from apps.courses.public import Course, can_see_student, membership, students
from apps.gradebook.actions.cells import graded_item, lock_cell
from apps.gradebook.actions.save_score import ScoreWish, save_score
from apps.gradebook.marks import points
from apps.gradebook.models import Cell, PartMeasured, Rubric, Score
from apps.gradebook.queries import score_row
from apps.gradebook.rubrics import Chosen, item_rubric, measured, rubric_of
from apps.kernel.public import Actor, Refused, now, record, require
from apps.layout.public import item_row


@dataclass(frozen=True, slots=True, kw_only=True)
class PartWish:
    """`chosen`: of one criterion of the rubric that was looked at, `rubric_id`. `seen`: the level of it that the grader
    saw, None for none; where `sure`, whatever stands."""

    person_id: int
    attempt: int
    chosen: Chosen
    rubric_id: int
    handed_in_at: datetime | None
    seen: int | None = None
    sure: bool = False


def measure_part(actor: Actor, course: Course, item_id: int, wish: PartWish) -> Score | None:
    """Keep the level of one criterion. When all have theirs they make the score, which a later one changes; what is
    measured in words alone waits for its points."""
    enrolment = students(course).filter(person_id=wish.person_id).first()
    require(can_see_student(membership(actor, course), enrolment.section_id if enrolment else None))
    graded, rubric = graded_item(course, item_id), item_rubric(course, item_id)
    if graded.two_graders:
        raise Refused("rubric.two_graders")
    if rubric is None or rubric.pk != wish.rubric_id:
        raise Refused("rubric.changed_meanwhile", status=409)
    cell, _ = Cell.objects.get_or_create(graded_item=graded, person_id=wish.person_id)
    lock_cell(cell)
    score = score_row(item_id, wish.person_id, wish.attempt)
    part = PartMeasured.objects.filter(cell=cell, attempt=wish.attempt).first()
    before = _stands(rubric, score.measured if score else part.measured if part else None)
    there = before.get(wish.chosen.criterion)
    if not wish.sure and (there.level if there else None) != wish.seen:
        raise Refused("rubric.measured_meanwhile", status=409, also={"level": there.level if there else None})
    every = list((before | {wish.chosen.criterion: wish.chosen}).values())
    by = measured(rubric, every)
    after = {"criterion": wish.chosen.criterion, "level": wish.chosen.level, "person": wish.person_id}
    record(actor, "score.measure", ("item", item_id), course_id=course.pk, after=after)
    raw = _raw(course, item_id, rubric, every)
    if score is not None or raw is not None:
        return save_score(actor, course, item_id, _whole(wish, every, score, raw))
    fields = {"measured": by, "by_id": actor.person_id, "at": now()}
    if by is None:
        PartMeasured.objects.filter(cell=cell, attempt=wish.attempt).delete()
    else:
        PartMeasured.objects.update_or_create(cell=cell, attempt=wish.attempt, defaults=fields)
    return None


def _stands(rubric: Rubric, kept: Mapping[str, Any] | None) -> dict[int, Chosen]:
    """By criterion, as far as the rubric still has it."""
    if kept is None or kept["id"] != rubric.pk:
        return {}
    there = {c.id: c for c in rubric_of(rubric).criteria}
    return {
        one["id"]: Chosen(one["id"], one["level"], one["remark"])
        for one in kept["criteria"]
        if one["id"] in there and (one["level"] is None or there[one["id"]].level(one["level"]) is not None)
    }


def _raw(course: Course, item_id: int, rubric: Rubric, every: Sequence[Chosen]) -> Fraction | None:
    possible = item_row(course, item_id).points
    levels = {one.criterion: one.level for one in every if one.level is not None}
    return None if possible is None else raw_of(rubric_of(rubric), levels, Fraction(possible))


def _whole(wish: PartWish, every: Sequence[Chosen], score: Score | None, raw: Fraction | None) -> ScoreWish:
    kept = "" if score is None else str(score.raw)
    return ScoreWish(
        person_id=wish.person_id,
        attempt=wish.attempt,
        raw=kept if raw is None else str(points(raw)),
        comment=score.comment if score else "",
        handed_in_at=wish.handed_in_at,
        seen_version=score.version if score else 0,
        above=True,
        chosen=every,
        rubric_id=wish.rubric_id,
    )
