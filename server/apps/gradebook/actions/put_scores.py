"""Scores that no person gives: those of quizzes, which are reckoned from what was answered, and those that linked
systems send."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from decimal import Decimal

import pghistory

from apps.courses.public import Course
from apps.gradebook.actions.cells import graded_item, locked_cells
from apps.gradebook.actions.tell_scores import tell_scores
from apps.gradebook.models import GradedItem, Score
from apps.kernel.public import Actor, now, record

PUT = ("raw", "handed_in_at", "comment", "released_at", "graded_by", "graded_at", "version")


@dataclass(frozen=True, slots=True, kw_only=True)
class Earned:
    """The points of one attempt. `held`: nobody is to see them yet. `comment`: what goes with them, None to leave what
    stands there."""

    person_id: int
    attempt: int
    raw: Decimal
    handed_in_at: datetime
    held: bool = False
    comment: str | None = None


def put_scores(
    actor: Actor, course: Course, item_id: int, earned: Sequence[Earned], why: str = "", *, over_people: bool = False
) -> frozenset[int]:
    """Keep these points, with one record of what changed. Returns the people whose score a person has given since:
    theirs stands, unless it is to give way (`over_people`). What is out stays out; where the item's scores are held
    they are held."""
    if not earned:
        return frozenset()
    graded = graded_item(course, item_id)
    places = [(item_id, person_id) for person_id in sorted({one.person_id for one in earned})]
    cells = {place[1]: cell.pk for place, cell in locked_cells({item_id: graded}, places).items()}
    standing = {(s.cell_id, s.attempt): s for s in Score.objects.filter(cell_id__in=cells.values())}
    changed: list[dict[str, object]] = []
    out: dict[int, int] = {}
    kept: set[int] = set()
    new: list[Score] = []
    with pghistory.context(actor=actor.person_id, name=actor.name):
        for one in earned:
            score = standing.get((cells[one.person_id], one.attempt))
            if score is not None and score.graded_by_id is not None and not over_people:
                kept.add(one.person_id)
            elif (put := _put(graded, cells[one.person_id], score, one)) is not None:
                new.append(put)
                changed.append(_change(one, score))
                if put.released_at is not None and (score is None or score.released_at is None):
                    out[one.person_id] = one.attempt
        Score.objects.bulk_create(
            new, batch_size=500, update_conflicts=True, unique_fields=["cell", "attempt"], update_fields=PUT
        )
    if changed:
        record(actor, "score.reckoned", ("item", item_id), course_id=course.pk, after={"scores": changed}, why=why)
    if out:
        tell_scores(course, item_id, out)
    return frozenset(kept)


def _put(graded: GradedItem, cell_id: int, before: Score | None, one: Earned) -> Score | None:
    """The row as it is to be; None where nothing changes."""
    at, stands = now(), before or Score(cell_id=cell_id, attempt=one.attempt, version=0)
    release = stands.released_at is None and not one.held and not graded.hold
    given_by = None if before is None else before.graded_by_id
    said = one.comment is not None and one.comment != stands.comment
    if before is not None and before.raw == one.raw and not release and not said and given_by is None:
        return None
    return Score(
        cell_id=cell_id,
        attempt=one.attempt,
        raw=one.raw,
        handed_in_at=one.handed_in_at,
        comment=stands.comment if one.comment is None else one.comment,
        released_at=at if release else stands.released_at,
        graded_by=None,
        graded_at=at,
        version=stands.version + 1,
    )


def _change(one: Earned, before: Score | None) -> dict[str, object]:
    return {
        "person": one.person_id,
        "attempt": one.attempt,
        "raw": str(one.raw),
        "before": None if before is None else str(before.raw),
    }
