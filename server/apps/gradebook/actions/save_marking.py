"""Two people score one work, neither seeing what the other gave; the second may make the score of it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from fractions import Fraction

import pghistory
from unvo_core.grading.second import met

from apps.courses.public import Course, can_see_student, membership, students
from apps.gradebook.actions.cells import graded_item, lock_cell
from apps.gradebook.actions.save_score import ScoreWish, read_wish, save_score
from apps.gradebook.marks import points
from apps.gradebook.models import Cell, Marking, Score
from apps.gradebook.queries import score_row
from apps.kernel.public import Actor, Refused, now, record, require
from apps.layout.public import item_row


def save_marking(actor: Actor, course: Course, item_id: int, wish: ScoreWish) -> Score | None:
    """Keep one grader's points of an attempt. Where the other's are near, both make the score; otherwise they look at
    it together, and either gives it."""
    enrolment = students(course).filter(person_id=wish.person_id).first()
    require(can_see_student(membership(actor, course), enrolment.section_id if enrolment else None))
    graded = graded_item(course, item_id)
    if not graded.two_graders or actor.person_id is None:
        raise Refused("marking.not_here")
    raw, by = read_wish(course, item_id, wish)
    cell, _ = Cell.objects.get_or_create(graded_item=graded, person_id=wish.person_id)
    lock_cell(cell)
    if score_row(item_id, wish.person_id, wish.attempt):
        raise Refused("marking.settled", status=409)
    fields = {"raw": raw, "comment": wish.comment, "measured": by, "at": now()}
    with pghistory.context(actor=actor.person_id, name=actor.name):
        Marking.objects.update_or_create(cell=cell, attempt=wish.attempt, by_id=actor.person_id, defaults=fields)
    after = {"raw": str(raw), "comment": wish.comment, "person": wish.person_id, "attempt": wish.attempt}
    record(actor, "score.mark", ("item", item_id), course_id=course.pk, after=after)
    return _meet(actor, course, item_id, wish, list(Marking.objects.filter(cell=cell, attempt=wish.attempt)))


def _meet(actor: Actor, course: Course, item_id: int, wish: ScoreWish, both: Sequence[Marking]) -> Score | None:
    possible = item_row(course, item_id).points
    if len(both) < 2 or possible is None:
        return None
    first, second = both[0], both[1]
    raw = met(Fraction(first.raw), Fraction(second.raw), Fraction(possible))
    if raw is None:
        return None
    words = "\n\n".join(dict.fromkeys(one.comment.strip() for one in (first, second) if one.comment.strip()))
    whole = replace(wish, raw=str(points(raw)), comment=words, chosen=None, rubric_id=None, seen_version=0, above=True)
    return save_score(actor, course, item_id, whole, first.measured if first.measured == second.measured else None)
