"""Many cells of the gradebook at once, as they are typed, pasted, filled down or set back."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import UTC, datetime
from decimal import Decimal

import pghistory
from unvo_core.grading.attempts import attempt_to_score
from unvo_core.grading.typed import Word, read_cell
from unvo_core.problems import Problem

from apps.courses.public import Course, Membership, can_see_student, membership, students
from apps.gradebook.actions.cells import graded_items_of, locked_cells, refusal_of, refuse_alone, refuse_if_changed
from apps.gradebook.actions.tell_scores import tell_scores
from apps.gradebook.marks import points
from apps.gradebook.models import Cell, GradedItem, Score
from apps.gradebook.queries import last_versions
from apps.kernel.public import Actor, AuditRecord, Refused, now, record, require
from apps.layout.public import layout

SHEET = "score.sheet"
MOST_CELLS = 5_000
Place = tuple[int, int]
"""Item and person."""


@dataclass(frozen=True, slots=True, kw_only=True)
class CellWish:
    """`text`: as it was typed. `seen_version` and `seen_excused`: what whoever typed it looked at; `above`: more points
    than the item has are meant so."""

    item_id: int
    person_id: int
    text: str
    seen_version: int = 0
    seen_excused: bool = False
    above: bool = False

    @property
    def place(self) -> Place:
        return self.item_id, self.person_id


@dataclass(frozen=True, slots=True)
class Work:
    """The last attempt that was handed in, and when."""

    attempt: int
    at: datetime


@dataclass(frozen=True, slots=True)
class CellsPut:
    """`record`: of what changed, by which it is set back; None where nothing did."""

    record: AuditRecord | None
    refused: Sequence[tuple[Place, Refused]]


@dataclass
class Writing:
    """What is to be written, gathered so that a block of any size is a few statements."""

    at: datetime
    actor: Actor
    made: list[Score] = field(default_factory=list)
    changed: list[Score] = field(default_factory=list)
    gone: list[Score] = field(default_factory=list)
    cells: list[Cell] = field(default_factory=list)
    told: list[dict[str, object]] = field(default_factory=list)
    out: dict[int, dict[int, int]] = field(default_factory=dict)

    def put(self, score: Score) -> None:
        """Its points are new."""
        score.graded_by_id, score.graded_at, score.version = self.actor.person_id, self.at, score.version + 1
        (self.made if score.pk is None else self.changed).append(score)

    def keep(self) -> None:
        Score.objects.filter(pk__in=[s.pk for s in self.gone]).delete()
        Score.objects.bulk_create(self.made)
        fields = ["raw", "comment", "measured", "handed_in_at", "graded_by", "graded_at", "released_at", "version"]
        Score.objects.bulk_update(self.changed, fields)
        Cell.objects.bulk_update(self.cells, ["excused"])


def put_cells(actor: Actor, course: Course, wishes: Sequence[CellWish], work: Mapping[Place, Work]) -> CellsPut:
    """Keep what can be kept, in one go and under one record; each of the others comes back with its reason. `work`:
    what was handed in; a score goes to the last attempt, or to the last that has one."""
    if len(wishes) > MOST_CELLS:
        raise Refused("score.too_many_cells", most=MOST_CELLS)
    refused: list[tuple[Place, Refused]] = []
    member = membership(actor, course)
    wanted = _read(member, course, wishes, refused)
    graded = graded_items_of(course, sorted({wish.item_id for wish, _ in wanted}))
    cells = locked_cells(graded, [wish.place for wish, _ in wanted])
    standing, versions = scores_in(cells.values()), last_versions(cells.values())
    writing = Writing(now(), actor)
    for wish, read in wanted:
        cell, done = cells[wish.place], work.get(wish.place)
        own = standing.get(cell.pk, {})
        attempt = attempt_to_score(done.attempt if done else 0, own)
        try:
            _refuse_meanwhile(course, cell, own.get(attempt), wish)
            refuse_alone(member, cell, graded[wish.item_id], attempt, own.get(attempt))
        except Refused as error:
            refused.append((wish.place, error))
            continue
        score = own.get(attempt) or Score(cell=cell, attempt=attempt, version=versions.get((cell.pk, attempt), 0))
        if score.pk is None and done is not None and done.attempt == attempt:
            score.handed_in_at = done.at
        _set(writing, graded[wish.item_id], wish.place, cell, score, read)
    return CellsPut(_kept(writing, course), refused)


def _read(
    member: Membership, course: Course, wishes: Sequence[CellWish], refused: list[tuple[Place, Refused]]
) -> list[tuple[CellWish, Decimal | Word]]:
    """What each of them says. Raises for students of sections that are not the actor's."""
    laid = layout(course)
    sections = dict(students(course).values_list("person_id", "section_id"))
    found: list[tuple[CellWish, Decimal | Word]] = []
    for wish in {wish.place: wish for wish in wishes}.values():
        item = laid.items.get(wish.item_id)
        if wish.person_id not in sections or item is None:
            refused.append((wish.place, Refused("score.not_in_course", status=404)))
            continue
        require(can_see_student(member, sections[wish.person_id]))
        read = read_cell(wish.text, points(item.possible), above=wish.above)
        if isinstance(read, Problem):
            refused.append((wish.place, refusal_of(read)))
        else:
            found.append((wish, read))
    return found


def _refuse_meanwhile(course: Course, cell: Cell, before: Score | None, wish: CellWish) -> None:
    refuse_if_changed(course, before, wish.seen_version)
    if cell.excused != wish.seen_excused:
        raise Refused("score.excused_meanwhile" if cell.excused else "score.not_excused_any_more", status=409)
    if before is None and wish.seen_version:
        raise Refused("score.taken_away_meanwhile", status=409)


def _set(writing: Writing, graded: GradedItem, place: Place, cell: Cell, score: Score, read: Decimal | Word) -> None:
    before = told(place, cell, score)
    excused = read is Word.EXCUSED
    if isinstance(read, Decimal) and (score.pk is None or score.raw != read):
        score.raw = read
        _stamp(writing, graded, place, score)
    gone = read is Word.CLEARED and score.pk is not None
    if gone:
        writing.gone.append(score)
    if cell.excused != excused:
        cell.excused = excused
        writing.cells.append(cell)
    after = told(place, cell, Score() if gone else score)
    if before != after:
        writing.told.append({"before": before, "after": after})


def _stamp(writing: Writing, graded: GradedItem, place: Place, score: Score) -> None:
    if score.released_at is None and not graded.hold:
        score.released_at = writing.at
        writing.out.setdefault(place[0], {})[place[1]] = score.attempt
    writing.put(score)


def told(place: Place, cell: Cell, score: Score) -> dict[str, object]:
    """What stands in a cell, whole enough to be set back."""
    there = score.raw is not None

    def moment(at: datetime | None) -> str | None:
        return at.astimezone(UTC).isoformat() if there and at is not None else None

    return {
        "item": place[0],
        "person": place[1],
        "excused": cell.excused,
        "attempt": score.attempt if there else None,
        "raw": f"{score.raw:.2f}" if there else None,
        "comment": score.comment if there else "",
        "measured": score.measured if there else None,
        "handed_in_at": moment(score.handed_in_at),
        "released_at": moment(score.released_at),
    }


def scores_in(cells: Collection[Cell]) -> dict[int, dict[int, Score]]:
    """Cell -> attempt -> score; one query."""
    found: dict[int, dict[int, Score]] = {}
    rows = Score.objects.filter(cell_id__in=[cell.pk for cell in cells]).select_related("graded_by")
    for score in rows.order_by("attempt"):
        found.setdefault(score.cell_id, {})[score.attempt] = score
    return found


def _kept(writing: Writing, course: Course) -> AuditRecord | None:
    if not writing.told:
        return None
    with pghistory.context(actor=writing.actor.person_id, name=writing.actor.name):
        writing.keep()
    for item_id, attempts in writing.out.items():
        tell_scores(course, item_id, attempts)
    return record(writing.actor, SHEET, ("course", course.pk), course_id=course.pk, after={"cells": writing.told})
