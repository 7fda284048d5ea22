"""What became of one cell, read from the records that triggers make: nothing changes without one."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import datetime
from decimal import Decimal
from typing import Any, Literal

from django.apps import apps

from apps.gradebook.models import Cell

What = Literal["given", "changed", "taken", "released", "comment", "excused", "not_excused"]
MOST = 60


@dataclass(frozen=True, slots=True)
class CellChange:
    """`attempt` 0: of the cell and none of its attempts."""

    at: datetime
    who: str
    what: What
    attempt: int
    before: Decimal | None = None
    after: Decimal | None = None
    why: str = ""


def cell_changes(item_id: int, person_id: int) -> list[CellChange]:
    """The latest first, at most MOST."""
    cell = Cell.objects.filter(graded_item__item_id=item_id, person_id=person_id).values_list("pk", flat=True).first()
    if cell is None:
        return []
    found = sorted([*_of_scores(cell), *_of_cell(cell)], key=lambda told: told[0], reverse=True)
    return [change for _kept_at, change in found[:MOST]]


def _events(model: str, **which: Any) -> Any:
    rows = apps.get_model(f"gradebook.{model}")._default_manager.filter(**which)
    return rows.select_related("pgh_context").order_by("pgh_id")


Told = tuple[tuple[datetime, int], CellChange]
"""With its place in the order in which the database kept them."""


def _of_scores(cell: int) -> Iterator[Told]:
    last: dict[int, Any] = {}
    for row in _events("ScoreEvent", cell_id=cell).select_related("graded_by"):
        before = last.get(row.attempt)
        place, (who, why) = (row.pgh_created_at, row.pgh_id), _by(row, row.graded_by.name if row.graded_by else "")
        if row.pgh_label == "delete":
            yield place, CellChange(row.pgh_created_at, who, "taken", row.attempt, row.raw, None, why)
            last.pop(row.attempt, None)
            continue
        last[row.attempt] = row
        if before is None:
            yield place, CellChange(row.graded_at, who, "given", row.attempt, None, row.raw, why)
        elif before.raw != row.raw:
            yield place, CellChange(row.graded_at, who, "changed", row.attempt, before.raw, row.raw, why)
        elif before.comment != row.comment:
            yield place, CellChange(row.graded_at, who, "comment", row.attempt, why=why)
        if row.released_at is not None and (before is not None and before.released_at is None):
            yield place, CellChange(row.released_at, who, "released", row.attempt, why=why)


def _of_cell(cell: int) -> Iterator[Told]:
    excused = False
    for row in _events("CellEvent", pgh_obj_id=cell):
        if row.excused != excused:
            excused = row.excused
            who, why = _by(row, "")
            what: What = "excused" if excused else "not_excused"
            yield (row.pgh_created_at, row.pgh_id), CellChange(row.pgh_created_at, who, what, 0, why=why)


def _by(row: Any, other: str) -> tuple[str, str]:
    """Who, and why they said that they did it."""
    told = row.pgh_context.metadata if row.pgh_context else {}
    return str(told.get("name") or other), str(told.get("why") or "")
