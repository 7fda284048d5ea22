from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import datetime
from decimal import Decimal
from fractions import Fraction
from typing import Any

import pghistory
from unvo_core.grading.rubrics import raw_of
from unvo_core.grading.typed import read_points
from unvo_core.problems import Problem

from apps.courses.public import Course, can_see_student, membership, students
from apps.gradebook.actions.cells import graded_item, lock_cell, refusal_of, refuse_alone, refuse_if_changed
from apps.gradebook.actions.tell_scores import tell_scores
from apps.gradebook.marks import points
from apps.gradebook.models import Cell, GradedItem, PartMeasured, Rubric, Score
from apps.gradebook.queries import last_versions, score_row
from apps.gradebook.rubrics import Chosen, item_rubric, measured, rubric_of
from apps.kernel.public import Actor, Refused, now, record, require
from apps.layout.public import item_row

LONGEST_COMMENT = 20_000


@dataclass(frozen=True)
class ScoreWish:
    """`seen_version`: the version that the grader looked at, 0 for none; guards against overwriting.
    `above`: more points than the item has are meant so."""

    person_id: int
    attempt: int
    raw: str
    comment: str
    handed_in_at: datetime | None
    seen_version: int
    above: bool = False
    chosen: Sequence[Chosen] | None = None
    """Of the rubric that was looked at, `rubric_id`; None: as it stands."""
    rubric_id: int | None = None
    why: str = ""
    """For the record."""


def save_score(actor: Actor, course: Course, item_id: int, wish: ScoreWish, by: Any = None) -> Score:
    """Keep one attempt's score and comment. Held or out at once, as the item says. `by`: the rubric as it was chosen
    already, where nothing is chosen now."""
    enrolment = students(course).filter(person_id=wish.person_id).first()
    if enrolment is None:
        require(can_see_student(membership(actor, course), None))
        raise Refused("score.not_in_course", status=404)
    member = membership(actor, course)
    require(can_see_student(member, enrolment.section_id))
    graded = graded_item(course, item_id)
    raw, chosen = read_wish(course, item_id, wish)
    cell, _ = Cell.objects.get_or_create(graded_item=graded, person_id=wish.person_id)
    lock_cell(cell)
    graded.refresh_from_db(fields=["hold"])
    before = score_row(item_id, wish.person_id, wish.attempt)
    refuse_if_changed(course, before, wish.seen_version)
    refuse_alone(member, cell, graded, wish.attempt, before)
    with pghistory.context(actor=actor.person_id, name=actor.name, why=wish.why):
        kept = by or (before and before.measured) if wish.chosen is None else chosen
        score = _kept(actor, cell, graded, before, raw, wish, kept)
    PartMeasured.objects.filter(cell=cell, attempt=wish.attempt).delete()
    if score.released_at == score.graded_at:
        tell_scores(course, item_id, {wish.person_id: wish.attempt})
    record(
        actor,
        "score.save",
        ("score", score.pk),
        course_id=course.pk,
        before=None if before is None else {"raw": str(before.raw), "comment": before.comment},
        after={"raw": str(raw), "comment": wish.comment, "person": wish.person_id, "item": item_id},
    )
    return score


def read_wish(course: Course, item_id: int, wish: ScoreWish) -> tuple[Decimal, Any]:
    """The points, and the rubric as it was chosen; None where nothing of it was looked at."""
    item, rubric = item_row(course, item_id), _rubric(course, item_id, wish)
    raw = _checked(_with_points(rubric, wish, item.points), item.points)
    if len(wish.comment) > LONGEST_COMMENT:
        raise Refused("text.too_long", field="The comment", length=len(wish.comment), most=LONGEST_COMMENT)
    return raw, measured(rubric, wish.chosen) if rubric and wish.chosen is not None else None


def _rubric(course: Course, item_id: int, wish: ScoreWish) -> Rubric | None:
    """The one that was looked at; refused where the item is measured by another by now."""
    if wish.chosen is None:
        return None
    row = item_rubric(course, item_id)
    if row is None or row.pk != wish.rubric_id:
        raise Refused("rubric.changed_meanwhile", status=409)
    return row


def _with_points(rubric: Rubric | None, wish: ScoreWish, possible: Decimal | None) -> ScoreWish:
    """No points typed, and every criterion of the rubric has its level: then these give the points."""
    if wish.raw.strip() or rubric is None or not wish.chosen or possible is None:
        return wish
    levels = {one.criterion: one.level for one in wish.chosen if one.level is not None}
    raw = raw_of(rubric_of(rubric), levels, Fraction(possible))
    if raw is None:
        raise Refused("rubric.open")
    return replace(wish, raw=str(points(raw)))


def _checked(wish: ScoreWish, possible: Decimal | None) -> Decimal:
    raw = read_points(wish.raw, possible, above=wish.above)
    if isinstance(raw, Problem):
        raise refusal_of(raw)
    return raw


def _kept(
    actor: Actor, cell: Cell, graded: GradedItem, before: Score | None, raw: Decimal, wish: ScoreWish, by: Any
) -> Score:
    """`by`: the rubric, and what was chosen of it."""
    version = 0 if before else last_versions([cell]).get((cell.pk, wish.attempt), 0)
    score = before or Score(cell=cell, attempt=wish.attempt, version=version)
    fields = {
        "raw": raw,
        "comment": wish.comment,
        "measured": by,
        "handed_in_at": wish.handed_in_at,
        "graded_by_id": actor.person_id,
        "graded_at": now(),
        "version": score.version + 1,
    }
    if not graded.hold and score.released_at is None:
        fields["released_at"] = fields["graded_at"]
    for name, value in fields.items():
        setattr(score, name, value)
    score.save(update_fields=None if before is None else fields)
    return score
