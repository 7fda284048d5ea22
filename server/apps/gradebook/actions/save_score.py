from __future__ import annotations

import re
from dataclasses import dataclass
from datetime import datetime
from decimal import ROUND_HALF_UP, Decimal, InvalidOperation

import pghistory

from apps.courses.public import Course, can_see_student, membership, moment, students
from apps.gradebook.actions.tell_scores import tell_scores
from apps.gradebook.models import Cell, GradedItem, Score
from apps.gradebook.queries import score_row
from apps.kernel.public import Actor, Refused, now, record, require
from apps.layout.public import item_row, layout

LONGEST_COMMENT = 20_000
CENT = Decimal("0.01")
GROUPED = re.compile(r"\d{1,3}(,\d{3})+")
"""A comma before three digits: a thousand to some, a fraction to others."""


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


def save_score(actor: Actor, course: Course, item_id: int, wish: ScoreWish) -> Score:
    """Keep one attempt's score and comment. Held or out at once, as the item says."""
    enrolment = students(course).filter(person_id=wish.person_id).first()
    if enrolment is None:
        require(can_see_student(membership(actor, course), None))
        raise Refused("score.not_in_course", status=404)
    require(can_see_student(membership(actor, course), enrolment.section_id))
    item = item_row(course, item_id)
    graded = graded_item(course, item_id)
    raw = _checked(wish, item.points)
    if len(wish.comment) > LONGEST_COMMENT:
        raise Refused("text.too_long", field="The comment", length=len(wish.comment), most=LONGEST_COMMENT)
    cell, _ = Cell.objects.get_or_create(graded_item=graded, person_id=wish.person_id)
    lock_cell(cell)
    graded.refresh_from_db(fields=["hold"])
    before = score_row(item_id, wish.person_id, wish.attempt)
    _refuse_if_changed(course, before, wish.seen_version)
    with pghistory.context(actor=actor.person_id, name=actor.name):
        score = _kept(actor, cell, graded, before, raw, wish)
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


def lock_cell(cell: Cell) -> None:
    """Those who grade the same cell wait for each other until the transaction ends."""
    Cell.objects.select_for_update().get(pk=cell.pk)


def lock_cells(graded: GradedItem) -> None:
    """Whoever grades any cell of the item is waited for; in the order of rows, so that no two wait for each other."""
    list(Cell.objects.select_for_update().filter(graded_item=graded).order_by("pk").values_list("pk"))


def graded_item(course: Course, item_id: int) -> GradedItem:
    """The item's row in the gradebook, made with the first score if it was never set up, and put back with it."""
    row, _ = GradedItem.objects.select_related("late_rule").get_or_create(item_id=item_id, defaults={"course": course})
    if row.removed:
        row.removed = False
        row.save(update_fields=["removed"])
    return row


def _checked(wish: ScoreWish, possible: Decimal | None) -> Decimal:
    if not possible:
        raise Refused("score.no_points")
    text = wish.raw.strip()
    if GROUPED.fullmatch(text):
        raise Refused("score.two_readings", text=text[:40])
    try:
        raw = Decimal(text.replace(",", ".")).quantize(CENT, ROUND_HALF_UP)
    except InvalidOperation:
        raise Refused("score.unreadable", text=text[:40]) from None
    if not raw.is_finite():
        raise Refused("score.unreadable", text=text[:40])
    if raw < 0:
        raise Refused("score.below_zero")
    if raw > 2 * possible:
        raise Refused("score.above", raw=raw, possible=possible)
    if raw > possible and not wish.above:
        raise Refused("score.more_than_possible", also={"above": True}, raw=raw, more=raw - possible, possible=possible)
    return raw


def _refuse_if_changed(course: Course, before: Score | None, seen: int) -> None:
    if before is not None and before.version != seen:
        raise Refused(
            "score.changed_meanwhile",
            status=409,
            also={"version": before.version, "raw": str(before.raw), "comment": before.comment},
            who=before.graded_by.name if before.graded_by else "Unvo",
            raw=before.raw,
            when=moment(before.graded_at, layout(course).zone),
        )


def _kept(actor: Actor, cell: Cell, graded: GradedItem, before: Score | None, raw: Decimal, wish: ScoreWish) -> Score:
    score = before or Score(cell=cell, attempt=wish.attempt, version=0)
    fields = {
        "raw": raw,
        "comment": wish.comment,
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
