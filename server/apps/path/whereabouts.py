"""Where each student of a class stands on their own path: kept until something changes it."""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from functools import reduce
from operator import or_
from typing import Any, NamedTuple
from weakref import WeakKeyDictionary

from django.contrib.postgres.aggregates import ArrayAgg, JSONBAgg
from django.db.models import Q
from unvo_core.path.done import DoneRule, done_at, is_done
from unvo_core.path.facts import NO_FACTS, NO_MARK, Mark
from unvo_core.path.positions import Brief, BriefPosition, PathNow, brief_position, judged_by_score, path_now
from unvo_core.path.stuck import Position

from apps.courses.public import Course
from apps.gradebook.public import CellFlags, cell_flags, mark_stamps, marks_of_students
from apps.kernel.public import rows_stamp
from apps.layout.public import LaidItem, Layout, layout, layout_for
from apps.path.class_facts import FACT, done_by_one_fact, facts_from, facts_of_people, one_fact_decides
from apps.path.models import Fact


@dataclass(frozen=True, slots=True)
class Where:
    """How far one student is. `required` and `done` count items."""

    position: Position
    done: int
    required: int


_Stamp = tuple[int | None, int | None, int]
_Stamps = Mapping[tuple[int, int], int]
"""By course and person."""
_where: WeakKeyDictionary[Layout, dict[int, tuple[_Stamp, Where]]] = WeakKeyDictionary()
_FACTS_STAMP = rows_stamp("item_id", "kind", "at", "edition", "by_teacher", "detail__percent")


def whereabouts(course: Course, person_ids: Sequence[int], now: datetime) -> dict[int, Where]:
    """By person."""
    return whereabouts_in([(course, person_ids)], now)[course.pk]


def whereabouts_in(wanted: Sequence[tuple[Course, Sequence[int]]], now: datetime) -> dict[int, dict[int, Where]]:
    """By course and person. Kept in this process until the layout or the person's facts or marks change, or
    one of the layout's moments passes: between those an evaluation can't come out otherwise.

    Two queries for all courses, and up to four more for each in which somebody's place has to be found.
    """
    courses = [course.pk for course, _ in wanted]
    rows = Fact.objects.filter(course_id__in=courses).values_list("course_id", "person_id").annotate(n=_FACTS_STAMP)
    facts = {(course, person): n for course, person, n in rows}
    scores = mark_stamps(courses)
    return {course.pk: _whereabouts(course, people, now, facts, scores) for course, people in wanted}


def _whereabouts(
    course: Course, person_ids: Sequence[int], now: datetime, facts: _Stamps, scores: _Stamps
) -> dict[int, Where]:
    laid = layout(course)
    found: dict[int, Where] = {}
    stale: dict[int, Layout] = {}
    stamps: dict[int, _Stamp] = {}
    for pk in person_ids:
        own, whose = layout_for(laid, pk), (course.pk, pk)
        stamps[pk] = (facts.get(whose), scores.get(whose), bisect_right(own.instants, now))
        kept = _where.setdefault(own, {}).get(pk)
        if kept is not None and kept[0] == stamps[pk]:
            found[pk] = kept[1]
        else:
            stale[pk] = own
    for pk, where in _found_anew(course, laid, stale, now).items():
        found[pk] = where
        _where[stale[pk]][pk] = stamps[pk], where
    return found


def _found_anew(course: Course, laid: Layout, layouts: Mapping[int, Layout], now: datetime) -> dict[int, Where]:
    if not layouts:
        return {}
    paths: dict[Layout, PathNow] = {own: path_now(own.path, now) for own in set(layouts.values())}
    briefs = _briefs(course, laid, layouts)
    found = {pk: brief_position(paths[own], briefs[pk]) for pk, own in layouts.items()}
    moments = _done_at(course, found)
    return {pk: Where(s.position(moments.get(pk, {})), s.done, s.required) for pk, s in found.items()}


def _briefs(course: Course, laid: Layout, layouts: Mapping[int, Layout]) -> dict[int, Brief]:
    """What each did, by person: the database counts the items of plain rules, the others are judged one by one."""
    counted = [i for i in laid.student_items.values() if one_fact_decides(i)]
    judged = {i.id: i.done_rule for m in laid.path for i in m.items if not one_fact_decides(laid.items[i.id])}
    asked = judged_by_score(laid.path) | judged.keys()
    percents = marks_of_students(course, layouts, sorted(asked)) if asked else {}
    flags = cell_flags(course, list(layouts))
    did = _did(course, list(layouts), counted, judged)
    return {
        pk: _brief(own, did.get(pk, _NOTHING), flags.get(pk, _NO_CELLS), percents.get(pk, {}), judged)
        for pk, own in layouts.items()
    }


class _Did(NamedTuple):
    """One person's facts as item ids; `rows`: those of the items that are judged one by one, as `FACT` reads them."""

    done: Collection[int] = ()
    ticked: Collection[int] = ()
    handed_in: Collection[int] = ()
    let_in: Collection[int] = ()
    given_back: Collection[int] = ()
    rows: Collection[list[Any]] = ()


_NOTHING, _NO_CELLS = _Did(), CellFlags()


def _did(
    course: Course, person_ids: Sequence[int], counted: Sequence[LaidItem], judged: Collection[int]
) -> dict[int, _Did]:
    rows = Fact.objects.filter(course=course, person_id__in=person_ids).values_list("person_id")
    found = rows.annotate(
        done=_items(done_by_one_fact(counted)),
        ticked=_items(Q(kind=Fact.TICKED, by_teacher=True)),
        handed_in=_items(Q(kind=Fact.HANDED_IN)),
        let_in=_items(Q(kind=Fact.LET_IN)),
        given_back=_items(Q(kind=Fact.GIVEN_BACK)),
        rows=JSONBAgg(FACT, filter=Q(item_id__in=judged), default=[]),
    )
    return {pk: _Did(*lists) for pk, *lists in found}


def _items(which: Q) -> ArrayAgg:
    return ArrayAgg("item_id", filter=which, default=[])


def _brief(
    own: Layout, did: _Did, flags: CellFlags, marks: Mapping[int, Mark], judged: Mapping[int, DoneRule]
) -> Brief:
    excused = own.excused.keys() | flags.excused
    done = {*did.done, *did.ticked, *excused}
    facts = facts_from(did.rows)
    done |= {i for i, rule in judged.items() if is_done(rule, facts.get(i, NO_FACTS), marks.get(i, NO_MARK))}
    waits = {*did.handed_in, *flags.held}
    return Brief(
        done=frozenset(done),
        in_full=frozenset({*did.ticked, *excused}),
        with_grader=frozenset(waits.difference(flags.released, excused, did.given_back)),
        given_back=frozenset(did.given_back),
        let_in=frozenset(did.let_in),
        percents={i: m.percent for i, m in marks.items() if m.percent is not None and i not in excused},
    )


def _done_at(course: Course, places: Mapping[int, BriefPosition]) -> dict[int, dict[int, datetime]]:
    """When each did what their being there counts from; one query."""
    waiting: dict[tuple[int, ...], list[int]] = {}
    for pk, s in places.items():
        if s.waited:
            waiting.setdefault(s.waited, []).append(pk)
    alike = (Q(person_id__in=people, item_id__in=items) for items, people in waiting.items())
    facts = facts_of_people(course, reduce(or_, alike)) if waiting else {}
    found: dict[int, dict[int, datetime]] = {}
    for person, of_person in facts.items():
        moments = ((i, done_at(did)) for i, did in of_person.items())
        found[person] = {i: at for i, at in moments if at is not None}
    return found
