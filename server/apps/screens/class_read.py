"""The released scores of a whole class as matrices, read by four queries."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime

import numpy as np
from unvo_core.grading.bulk import ClassScores, LateCells, SeveralAttempts
from unvo_core.grading.columns import Bools, Floats
from unvo_core.schedule.spans import is_late, seconds_late

from apps.courses.public import Course
from apps.gradebook.public import class_rows
from apps.layout.public import Layout, layout, layout_for
from apps.path.public import who_handed_in


@dataclass(frozen=True, slots=True)
class ClassRead:
    """A row a student of `people`, a column an item of `ids`."""

    people: list[int]
    ids: list[int]
    scores: ClassScores


@dataclass(slots=True)
class _Cell:
    """One as it is read: its attempts that are out, as points and seconds late."""

    person: int
    item: int
    excused: bool
    attempts: list[tuple[float, int]] = field(default_factory=list)
    held: bool = False


@dataclass(slots=True)
class _Attempts:
    """Cells with their attempts, one after the other."""

    rows: list[int] = field(default_factory=list)
    columns: list[int] = field(default_factory=list)
    starts: list[int] = field(default_factory=list)
    raw: list[float] = field(default_factory=list)
    seconds: list[int] = field(default_factory=list)

    def add(self, row: int, column: int, attempts: Sequence[tuple[float, int]]) -> None:
        self.rows.append(row)
        self.columns.append(column)
        self.starts.append(len(self.raw))
        self.raw += [raw for raw, _ in attempts]
        self.seconds += [late for _, late in attempts]


def read_class(course: Course, people: list[int], ids: list[int], now: datetime) -> ClassRead:
    """`ids`: the items whose scores are wanted."""
    laid, row_of, column_of = layout(course), {pk: n for n, pk in enumerate(people)}, {i: n for n, i in enumerate(ids)}
    own = [layout_for(laid, pk) for pk in people]
    excused, missing = _before_scores(own, ids, now)
    for pk, items in who_handed_in(course, people).items():
        missing[row_of[pk], [column_of[i] for i in items if i in column_of]] = False
    raw = np.full(excused.shape, np.nan)
    late, several = _Attempts(), _Attempts()
    for cell in _cells(course, {pk: own[n] for pk, n in row_of.items()}):
        row, column = row_of[cell.person], column_of.get(cell.item)
        if column is None:
            continue
        excused[row, column] |= cell.excused
        if cell.attempts or cell.held:
            missing[row, column] = False
        if excused[row, column] or not cell.attempts:
            continue
        if len(cell.attempts) > 1:
            several.add(row, column, cell.attempts)
            continue
        raw[row, column], seconds = cell.attempts[0]
        if seconds:
            late.add(row, column, cell.attempts)
    missing &= ~excused
    return ClassRead(people, ids, _scores(raw, late, several, missing, excused))


def _before_scores(own: Sequence[Layout], ids: Sequence[int], now: datetime) -> tuple[Bools, Bools]:
    """Who is excused by an allowance, and what is missing unless it was handed in or scored. Most share a layout."""
    alike: dict[Layout, tuple[list[bool], list[bool]]] = {}
    for laid in own:
        if laid not in alike:
            items = [laid.items.get(i) for i in ids]
            alike[laid] = (
                [item is not None and item.excused for item in items],
                [item is not None and item.takes_hand_ins and is_late(now, item.span.due) for item in items],
            )
    shape = (len(own), len(ids))
    excused = np.array([alike[laid][0] for laid in own], dtype=np.bool_).reshape(shape)
    return excused, np.array([alike[laid][1] for laid in own], dtype=np.bool_).reshape(shape)


def _cells(course: Course, own: Mapping[int, Layout]) -> Iterator[_Cell]:
    """`own`: layouts by person."""
    cell: _Cell | None = None
    for person, item, excused, raw, handed_in_at, released_at in class_rows(course, list(own)):
        if cell is None or (cell.person, cell.item) != (person, item):
            if cell is not None:
                yield cell
            cell = _Cell(person, item, excused)
        if raw is None:
            continue
        if released_at is None:
            cell.held = True
            continue
        laid = own[person].items.get(item)
        due = laid.span.due if laid else None
        late = 0 if handed_in_at is None or due is None or handed_in_at <= due else seconds_late(handed_in_at, due)
        cell.attempts.append((raw, late))
    if cell is not None:
        yield cell


def _scores(raw: Floats, late: _Attempts, several: _Attempts, missing: Bools, excused: Bools) -> ClassScores:
    def ints(found: Sequence[int]) -> np.ndarray[tuple[int], np.dtype[np.int64]]:
        return np.array(found, dtype=np.int64)

    return ClassScores(
        raw=raw,
        late=LateCells(
            rows=ints(late.rows), columns=ints(late.columns), seconds=np.array(late.seconds, dtype=np.float64)
        ),
        several=SeveralAttempts(
            rows=ints(several.rows),
            columns=ints(several.columns),
            starts=ints(several.starts),
            raw=np.array(several.raw, dtype=np.float64),
            seconds=np.array(several.seconds, dtype=np.float64),
        ),
        missing=missing,
        excused=excused,
    )
