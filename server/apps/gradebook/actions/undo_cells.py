"""A change of many cells set back; set back again, it is done anew."""

from __future__ import annotations

from datetime import datetime
from decimal import Decimal
from typing import Any

import pghistory
from django.utils.translation import gettext as _

from apps.courses.public import Course, can_see_student, membership, students
from apps.gradebook.actions.cells import graded_items_of, locked_cells
from apps.gradebook.actions.put_cells import SHEET, Writing, scores_in, told
from apps.gradebook.models import Cell, Score
from apps.gradebook.queries import last_versions
from apps.kernel.public import Actor, AuditRecord, Refused, now, record, require


def undo_cells(actor: Actor, course: Course, record_id: int) -> AuditRecord:
    """Set all of its cells back; refused as a whole where one of them was changed or released since. Returns the record
    by which that is undone in its turn."""
    member = membership(actor, course)
    sections = dict(students(course).values_list("person_id", "section_id"))
    rows = AuditRecord.objects.select_for_update().filter(course_id=course.pk, action=SHEET, undone=False)
    change = rows.filter(pk=record_id).first()
    if change is None:
        raise Refused("score.nothing_to_undo", status=409)
    moves = [(cell["before"], cell["after"]) for cell in (change.after or {})["cells"]]
    for before, _after in moves:
        require(can_see_student(member, sections.get(before["person"])))
    places = [(before["item"], before["person"]) for before, _after in moves]
    cells = locked_cells(graded_items_of(course, sorted({item for item, _person in places})), places)
    standing, versions = scores_in(cells.values()), last_versions(cells.values())
    writing = Writing(now(), actor)
    in_the_way = []
    for place, (before, after) in zip(places, moves, strict=True):
        cell = cells[place]
        attempt = after["attempt"] or before["attempt"] or 1
        score = standing.get(cell.pk, {}).get(attempt)
        if not _stands(told(place, cell, score or Score()), after):
            in_the_way.append(place)
            continue
        version = versions.get((cell.pk, attempt), 0)
        _set_back(writing, cell, score or Score(cell=cell, attempt=attempt, version=version), before)
        writing.told.append({"before": after, "after": before})
    if in_the_way:
        first = cells[in_the_way[0]]
        who, title = first.person.sort_name, first.graded_item.item.title
        raise Refused("score.undo_in_the_way", status=409, n=len(in_the_way), who=who, title=title)
    with pghistory.context(actor=actor.person_id, name=actor.name, why=_("undone")):
        writing.keep()
    AuditRecord.objects.filter(pk=change.pk).update(undone=True)
    return record(
        actor, SHEET, ("course", course.pk), course_id=course.pk, after={"cells": writing.told}, why=_("undone")
    )


def _stands(cell: dict[str, Any], after: dict[str, Any]) -> bool:
    """Whether a cell is as a record left it; of what the record does not tell, it says nothing."""
    return all(cell[name] == value for name, value in after.items())


def _set_back(writing: Writing, cell: Cell, score: Score, before: dict[str, Any]) -> None:
    if cell.excused != before["excused"]:
        cell.excused = before["excused"]
        writing.cells.append(cell)
    if before["raw"] is None:
        if score.pk is not None:
            writing.gone.append(score)
        return
    score.raw, score.comment, score.measured = Decimal(before["raw"]), before["comment"], before.get("measured")
    score.handed_in_at, score.released_at = _moment(before["handed_in_at"]), _moment(before["released_at"])
    writing.put(score)


def _moment(text: str | None) -> datetime | None:
    return None if text is None else datetime.fromisoformat(text)
