"""Rubrics of a course: written, changed, taken out, and given to an item. Each is a change of its history."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal
from typing import Any

from unvo_core.grading.rubrics import rubric_problems

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.gradebook.models import GradedItem, Rubric
from apps.gradebook.rubrics import core_rubric, titles_using
from apps.kernel.public import Actor, AuditRecord, Refused, not_found, on_one_line, refuse_problems, require
from apps.layout.changes import Edit, apply_edits
from apps.layout.public import item_row

LONGEST_NAME, LONGEST_WORDS = 100, 1_000


@dataclass(frozen=True, slots=True, kw_only=True)
class LevelWish:
    """`id` 0: a new one."""

    id: int
    name: str
    words: str
    points: Decimal | None


@dataclass(frozen=True, slots=True, kw_only=True)
class CriterionWish:
    """`id` 0: a new one."""

    id: int
    name: str
    words: str
    levels: Sequence[LevelWish]


def keep_rubric(
    actor: Actor, course: Course, rubric_id: int | None, name: str, criteria: Sequence[CriterionWish]
) -> Rubric:
    """A new one for None. What is new in it gets an id of its own; what was given by it stays as it was given."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    row = Rubric(course=course) if rubric_id is None else _row(course, rubric_id)
    ids = _Ids(row)
    name, kept = _line(name), _kept(criteria, ids)
    refuse_problems(rubric_problems(core_rubric(name, kept)))
    row.last_id = ids.last
    if rubric_id is None:
        row.name, row.criteria = name, kept
        row.save()
        apply_edits(actor, course, "make_rubric", [Edit("rubric", row, made=True)])
        return row
    row.save(update_fields=["last_id"])
    apply_edits(actor, course, "change_rubric", [Edit("rubric", row, {"name": name, "criteria": kept})])
    return row


def remove_rubric(actor: Actor, course: Course, rubric_id: int) -> AuditRecord:
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    row = _row(course, rubric_id)
    if titles := titles_using([row.pk]).get(row.pk):
        raise Refused("rubric.used", status=409, name=row.name, n=len(titles), first=titles[0])
    return apply_edits(actor, course, "remove_rubric", [Edit("rubric", row, {"removed": True})])


def use_rubric(actor: Actor, course: Course, item_id: int, rubric_id: int | None) -> AuditRecord:
    """None: the item is measured by none."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    item_row(course, item_id)
    rubric = None if rubric_id is None else _row(course, rubric_id)
    graded, made = GradedItem.objects.get_or_create(item_id=item_id, defaults={"course": course})
    edits = [Edit("graded_item", graded, made=True)] if made else []
    edits.append(Edit("graded_item", graded, {"rubric_id": rubric.pk if rubric else None, "removed": False}))
    return apply_edits(actor, course, "use_rubric", edits, ("item", item_id))


def _row(course: Course, rubric_id: int) -> Rubric:
    row = Rubric.objects.filter(course=course, pk=rubric_id, removed=False).first()
    if row is None:
        raise not_found("rubric")
    return row


def _kept(criteria: Sequence[CriterionWish], ids: _Ids) -> list[dict[str, Any]]:
    return [
        {"id": ids.of(c.id), "name": _line(c.name), "words": _words(c.words), "levels": _levels(c.levels, ids)}
        for c in criteria
    ]


def _levels(levels: Sequence[LevelWish], ids: _Ids) -> list[dict[str, Any]]:
    return [
        {
            "id": ids.of(level.id),
            "name": _line(level.name),
            "words": _words(level.words),
            "points": None if level.points is None else f"{level.points.normalize():f}",
        }
        for level in levels
    ]


class _Ids:
    """Those of a rubric, each once: what is new, or comes a second time, gets one that nothing in it ever had."""

    def __init__(self, row: Rubric) -> None:
        self.last = row.last_id
        self.free = {i for c in row.criteria for i in (c["id"], *(level["id"] for level in c["levels"]))}

    def of(self, wished: int) -> int:
        if wished in self.free:
            self.free.remove(wished)
            return wished
        self.last += 1
        return self.last


def _line(text: str) -> str:
    """An empty one is said by the core, with its place."""
    line = on_one_line(text)
    if len(line) > LONGEST_NAME:
        raise Refused("text.too_long", field="The name", length=len(line), most=LONGEST_NAME)
    return line


def _words(text: str) -> str:
    if len(text) > LONGEST_WORDS:
        raise Refused("text.too_long", field="The words", length=len(text), most=LONGEST_WORDS)
    return text.strip()
