"""What is said or done to the work of one, and of all who handed it in with them."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from datetime import datetime

from django.db.models import Exists, OuterRef
from unvo_core.grading.together import goes_along

from apps.assignments.actions.whose import Whose
from apps.assignments.models import HandIn
from apps.assignments.queries import came_with
from apps.courses.public import Course, can_see_student, membership, students
from apps.gradebook.public import PartWish, ScoreWish, measure_part, save_marking, save_score, score_row
from apps.kernel.public import Actor, Allowed


@dataclass(frozen=True, slots=True)
class Apart:
    """Of a group: who has a score of their own for it, that was not given with that of the others."""

    person_id: int
    name: str
    raw: str


def people(
    actor: Actor, course: Course, whose: Whose, attempt: int, together: bool, given_back: bool | None = None
) -> list[Whose]:
    """The one, and with `together` those of their group whose last attempt this is too, as far as they are students
    of the teacher. `given_back`: only those of them whose work is, or is not."""
    others = set(_others(actor, course, whose, attempt)) if together else set()
    if given_back is not None:
        back = HandIn.objects.filter(item_id=whose.item_id, attempt=attempt, given_back__isnull=False)
        there = set(back.filter(person_id__in=others).values_list("person_id", flat=True))
        others = there if given_back else others - there
    return [Whose(whose.item_id, person_id) for person_id in sorted({whose.person_id, *others})]


def score(actor: Actor, course: Course, item_id: int, wish: ScoreWish, together: bool) -> Sequence[Apart]:
    """The same score to all who handed it in together, as far as they had the same before: who was scored apart is
    left as they are, and told."""
    came = {wish.person_id: wish.handed_in_at}
    if together:
        came |= _others(actor, course, Whose(item_id, wish.person_id), wish.attempt)
    before = score_row(item_id, wish.person_id, wish.attempt)
    apart = []
    for person_id in sorted(came):
        one = replace(wish, person_id=person_id, handed_in_at=came[person_id])
        theirs = score_row(item_id, person_id, wish.attempt)
        if person_id != wish.person_id:
            if theirs and not goes_along(before and (before.raw, before.comment), (theirs.raw, theirs.comment)):
                apart.append(Apart(person_id, _name(course, person_id), str(theirs.raw.normalize())))
                continue
            one = replace(one, seen_version=theirs.version if theirs else 0)
        save_score(actor, course, item_id, one)
    return apart


def measure(actor: Actor, course: Course, item_id: int, wish: PartWish, together: bool) -> None:
    """The level of one criterion, for all who handed it in together but for those who were scored apart."""
    came = _others(actor, course, Whose(item_id, wish.person_id), wish.attempt) if together else {}
    before = score_row(item_id, wish.person_id, wish.attempt)
    measure_part(actor, course, item_id, wish)
    for person_id in sorted(came):
        theirs = score_row(item_id, person_id, wish.attempt)
        if theirs and not goes_along(before and (before.raw, before.comment), (theirs.raw, theirs.comment)):
            continue
        one = replace(wish, person_id=person_id, handed_in_at=came[person_id], sure=True)
        measure_part(actor, course, item_id, one)


def mark(actor: Actor, course: Course, item_id: int, wish: ScoreWish, together: bool) -> None:
    """One grader's points, for all who handed it in together."""
    came = {wish.person_id: wish.handed_in_at}
    if together:
        came |= _others(actor, course, Whose(item_id, wish.person_id), wish.attempt)
    for person_id in sorted(came):
        if person_id != wish.person_id and score_row(item_id, person_id, wish.attempt):
            continue  # Theirs was given apart.
        save_marking(actor, course, item_id, replace(wish, person_id=person_id, handed_in_at=came[person_id]))


def _others(actor: Actor, course: Course, whose: Whose, attempt: int) -> dict[int, datetime | None]:
    row = HandIn.objects.filter(item_id=whose.item_id, person_id=whose.person_id, attempt=attempt)
    work = row.exclude(handed_in_at=None).first()
    if work is None:
        return {}
    its = {"item_id": whose.item_id, "person_id": OuterRef("person_id"), "attempt__gt": attempt}
    rows = came_with(work).filter(~Exists(HandIn.objects.filter(**its, handed_in_at__isnull=False)))
    there = dict(rows.values_list("person_id", "handed_in_at"))
    return {person_id: there[person_id] for person_id in reached(actor, course, there)}


def reached(actor: Actor, course: Course, people: Iterable[int]) -> list[int]:
    """Those of them who are students of the teacher."""
    member = membership(actor, course)
    rows = students(course).filter(person_id__in=list(people)).values_list("person_id", "section_id")
    return [person for person, section in rows if isinstance(can_see_student(member, section), Allowed)]


def _name(course: Course, person_id: int) -> str:
    return str(students(course).values_list("person__name", flat=True).get(person_id=person_id))
