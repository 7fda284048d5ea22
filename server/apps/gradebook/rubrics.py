"""Rubrics as rows, as core values, and as they stand with a score."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal
from fractions import Fraction
from typing import Any

from unvo_core.grading.rubrics import Criterion, Level, Rubric, earned

from apps.courses.public import Course
from apps.gradebook import models
from apps.gradebook.models import GradedItem, PartMeasured, Score
from apps.kernel.public import Refused

LONGEST_REMARK = 2_000


@dataclass(frozen=True, slots=True)
class Chosen:
    """Of one criterion: the level, or none, and a word beside it."""

    criterion: int
    level: int | None
    remark: str = ""


def rubric_of(row: models.Rubric) -> Rubric:
    return core_rubric(row.name, row.criteria)


def core_rubric(name: str, criteria: Sequence[Mapping[str, Any]]) -> Rubric:
    """Of criteria as a row keeps them."""
    return Rubric(name=name, criteria=tuple(_criterion(c) for c in criteria))


def _criterion(kept: Mapping[str, Any]) -> Criterion:
    return Criterion(
        id=kept["id"], name=kept["name"], words=kept["words"], levels=tuple(_level(level) for level in kept["levels"])
    )


def _level(kept: Mapping[str, Any]) -> Level:
    points = None if kept["points"] is None else Fraction(kept["points"])
    return Level(id=kept["id"], name=kept["name"], words=kept["words"], points=points)


def item_rubric(course: Course, item_id: int) -> models.Rubric | None:
    rows = models.Rubric.objects.filter(course=course, removed=False)
    return rows.filter(graded_items__item_id=item_id, graded_items__removed=False).first()


def measured(row: models.Rubric, chosen: Sequence[Chosen]) -> dict[str, Any] | None:
    """As it is kept with a score; None where nothing is chosen or said. Refuses what is none of the rubric."""
    by_criterion = {one.criterion: one for one in chosen if one.level is not None or one.remark.strip()}
    if not by_criterion:
        return None
    rubric = rubric_of(row)
    if by_criterion.keys() - {c.id for c in rubric.criteria}:
        raise Refused("rubric.changed_meanwhile", status=409)
    levels = {one.criterion: one.level for one in by_criterion.values() if one.level is not None}
    return {
        "id": row.pk,
        "name": row.name,
        "criteria": [_kept(c, by_criterion.get(c.id)) for c in rubric.criteria],
        "earned": str(earned(rubric, levels)) if rubric.gives_points else None,
        "most": str(rubric.most) if rubric.gives_points else None,
    }


def _kept(criterion: Criterion, chosen: Chosen | None) -> dict[str, Any]:
    level = criterion.level(chosen.level) if chosen else None
    if chosen and chosen.level is not None and level is None:
        raise Refused("rubric.changed_meanwhile", status=409)
    remark = chosen.remark.strip() if chosen else ""
    if len(remark) > LONGEST_REMARK:
        raise Refused("text.too_long", field=criterion.name, length=len(remark), most=LONGEST_REMARK)
    return {
        "id": criterion.id,
        "name": criterion.name,
        "level": level.id if level else None,
        "level_name": level.name if level else "",
        "words": level.words if level else "",
        "points": str(level.points) if level and level.points is not None else None,
        "most": str(criterion.most),
        "remark": remark,
    }


@dataclass(frozen=True, slots=True)
class Released:
    """A score that is out, before any deduction, with what goes with it."""

    raw: Decimal
    comment: str
    measured: dict[str, Any] | None


Given = Mapping[tuple[int, int], Released]
"""All of one person's scores that are out, by item and attempt."""


def released_attempts(item_id: int, person_id: int) -> dict[int, Released]:
    rows = Score.objects.filter(
        cell__graded_item__item_id=item_id, cell__person_id=person_id, released_at__isnull=False
    )
    found = rows.values_list("attempt", "raw", "comment", "measured")
    return {attempt: Released(raw, comment, kept) for attempt, raw, comment, kept in found}


def released_to(person_id: int) -> Given:
    """One query."""
    rows = Score.objects.filter(cell__person_id=person_id, released_at__isnull=False)
    found = rows.values_list("cell__graded_item__item_id", "attempt", "raw", "comment", "measured")
    return {(item, attempt): Released(*rest) for item, attempt, *rest in found}  # type: ignore[arg-type]


def titles_using(rubric_ids: Collection[int]) -> dict[int, list[str]]:
    """By rubric, titles of what it measures; one query."""
    using = GradedItem.objects.filter(rubric_id__in=rubric_ids, removed=False, item__removed=False)
    found: dict[int, list[str]] = {}
    for rubric, title in using.order_by("item_id").values_list("rubric_id", "item__title"):
        found.setdefault(rubric, []).append(title)
    return found


def measured_said(kept: Mapping[str, Any] | None) -> list[str]:
    """A line a criterion: its level, what that is worth, and the word on it."""
    return [_criterion_said(one) for one in (kept or {}).get("criteria", [])]


def _criterion_said(one: Mapping[str, Any]) -> str:
    worth = "" if one["points"] is None else f" ({one['points']} / {one['most']})"
    return f"{one['name']}: {one['level_name'] or '–'}{worth}{'. ' + one['remark'] if one['remark'] else ''}"


def part_measured(item_id: int, person_id: int, attempt: int) -> dict[str, Any] | None:
    """What is chosen of an attempt that has no score yet."""
    of = {"cell__graded_item__item_id": item_id, "cell__person_id": person_id, "attempt": attempt}
    row = PartMeasured.objects.filter(**of).first()
    return row.measured if row else None


def parts_measured(graded: GradedItem) -> dict[tuple[int, int], list[int]]:
    """By person and attempt, which criteria have their level, of the rubric that measures the item now; one query."""
    rows = PartMeasured.objects.filter(cell__graded_item=graded, measured__id=graded.rubric_id)
    found = rows.values_list("cell__person_id", "attempt", "measured")
    return {
        (person, attempt): [one["id"] for one in kept["criteria"] if one["level"] is not None]
        for person, attempt, kept in found
    }
