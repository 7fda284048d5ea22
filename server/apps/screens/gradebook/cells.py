"""The cells of the gradebook, student by student: kept until something changes them."""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Mapping, Sequence
from dataclasses import replace
from datetime import datetime
from fractions import Fraction
from threading import RLock

from cachetools import LRUCache
from unvo_core.grading.attempts import attempt_to_score
from unvo_core.grading.totals import Standing
from unvo_core.grading.unscored import unscored
from unvo_core.schedule.spans import is_late

from apps.courses.public import Course
from apps.gradebook.public import CellScores, Counted, Setup, cell_stamps, cells_of_people, points, setup_of
from apps.layout.public import LaidItem, Layout, layout, layout_for
from apps.path.public import Doing, doings
from apps.screens.gradebook import schemas as out
from apps.screens.totals import TotalsOf

NOT_YET = Doing(0, None, False)
EMPTY = CellScores(False, ())
MOST_KEPT = 512
_Stamp = tuple[int, str, int | None, frozenset[tuple[int, Doing]], int]
_rows: LRUCache[tuple[int, int], tuple[_Stamp, out.SheetRow]] = LRUCache(MOST_KEPT)
"""By course and person, those used last; the course has another version with every change of how it grades."""
_lock = RLock()


def rows_of(course: Course, person_ids: Sequence[int], now: datetime) -> list[out.SheetRow]:
    """In the order of `person_ids`. Two queries, one more where something changed."""
    laid, setup = layout(course), setup_of(course)
    stamps, done = cell_stamps(course, person_ids), doings(course, person_ids)
    keys: dict[int, _Stamp] = {}
    found: dict[int, out.SheetRow] = {}
    for pk in person_ids:
        doing, passed = frozenset(done.get(pk, {}).items()), bisect_right(layout_for(laid, pk).instants, now)
        keys[pk] = (course.layout_version, course.zone, stamps.get(pk), doing, passed)
        with _lock:
            kept = _rows.get((course.pk, pk))
        if kept is not None and kept[0] == keys[pk]:
            found[pk] = kept[1]
    stale = [pk for pk in person_ids if pk not in found]
    cells = cells_of_people(course, stale) if stale else {}
    for pk in stale:
        found[pk] = _row(pk, setup, layout_for(laid, pk), cells.get(pk, {}), done.get(pk, {}), now)
        with _lock:
            _rows[course.pk, pk] = keys[pk], found[pk]
    return [found[pk] for pk in person_ids]


def _row(
    person_id: int,
    setup: Setup,
    own: Layout,
    cells: Mapping[int, CellScores],
    done: Mapping[int, Doing],
    now: datetime,
) -> out.SheetRow:
    seen = {item: all_out(cell) for item, cell in cells.items()}
    handed_in = {item: at for item, doing in done.items() if (at := doing.handed_in_at) and doing.stands}
    totals = TotalsOf(setup, setup.rules_of_person(person_id), own, seen, handed_in, now)
    total = totals.total("current")
    shown = [
        cell_of(item, cells.get(item.id, EMPTY), done.get(item.id, NOT_YET), totals.counts.get(item.id), now)
        for item in own.items.values()
        if item.counts
    ]
    return out.SheetRow(
        person=person_id,
        total=None if total.shown is None else str(total.shown),
        band=total.band,
        cells=[cell for cell in shown if cell.state != "open"],
    )


def all_out(cell: CellScores) -> CellScores:
    """As if nothing of it were held: teachers see what they gave."""
    if not cell.held:
        return cell
    return CellScores(cell.excused, tuple(replace(a, released=True) for a in cell.attempts))


def cell_of(item: LaidItem, cell: CellScores, done: Doing, what: Counted | None, now: datetime) -> out.SheetCell:
    """`what`: what counts of it, held or not."""
    attempt = attempt_to_score(done.attempt, (a.attempt for a in cell.attempts))
    last = next((a for a in cell.attempts if a.attempt == attempt), None)
    return out.SheetCell(
        item=item.id,
        state=state_of(item, cell, done, now),
        raw=None if last is None else _plain(last.raw),
        counts=None if what is None else _plain(what.result.counts),
        version=0 if last is None else last.version,
        late=what is not None and what.result.deduction > 0,
        comment=last is not None and bool(last.comment),
        excused=cell.excused,
    )


def state_of(item: LaidItem, cell: CellScores, done: Doing, now: datetime) -> out.CellState:
    """Of its last attempt; begun is what is open and was begun."""
    attempt = attempt_to_score(done.attempt, (a.attempt for a in cell.attempts))
    if item.excused or cell.excused:
        return "excused"
    late = is_late(now, item.span.due)
    if done.given_back and not late:
        return "given_back"
    if any(a.attempt == attempt for a in cell.attempts):
        return "held" if cell.held else "scored"
    standing = unscored(takes_hand_ins=item.takes_hand_ins, handed_in=done.stands, late=late)
    return "started" if standing is Standing.OPEN and done.begun else standing.value


def _plain(value: Fraction) -> str:
    return str(points(value))
