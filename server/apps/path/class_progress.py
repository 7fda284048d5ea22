"""A whole class on its path: each student's own evaluation, and how many have done each item."""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from itertools import groupby
from typing import Any
from weakref import WeakKeyDictionary

from django.contrib.postgres.aggregates import JSONBAgg
from django.db.models import Count, Q
from django.db.models.functions import JSONObject
from unvo_core.path.conditions import For, whens_for
from unvo_core.path.done import is_done
from unvo_core.path.evaluate import CourseState, evaluate
from unvo_core.path.facts import NO_FACTS, NO_MARK, Mark, PersonFacts
from unvo_core.path.stuck import Position, position

from apps.courses.public import Course, students
from apps.gradebook.public import mark_stamps, marks_of_students
from apps.kernel.public import rows_stamp
from apps.layout.public import LaidItem, Layout, layout, layout_for, path_item, rule_kind, rule_kinds
from apps.path.facts import FactRow, person_facts
from apps.path.models import Fact
from apps.path.progress import FACT_FIELDS


@dataclass(frozen=True, slots=True)
class Member:
    """One student's course at an instant, by their own layout."""

    laid: Layout
    course: CourseState
    facts: PersonFacts


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


def each_member(course: Course, person_ids: Sequence[int], now: datetime) -> Iterator[tuple[int, Member]]:
    """One after the other, at two queries for all of them; nobody's evaluation is kept."""
    laid = layout(course)
    layouts = {pk: layout_for(laid, pk) for pk in person_ids}
    known = marks_of_students(course, layouts)
    rows = Fact.objects.filter(course=course, person_id__in=person_ids)
    facts = dict(rows.values_list("person_id").annotate(rows=JSONBAgg(_FACT)))
    for pk, own in layouts.items():
        of_person = person_facts(_fact_row(row) for row in facts.get(pk, ()))
        yield pk, _member(own, PersonFacts(of_person, _with_excused(own, known.get(pk, {}))), now)


_FACT = JSONObject(**{name: name for name in FACT_FIELDS if name != "detail"}, percent="detail__percent")
"""A fact with what an evaluation asks of it. As JSON it is read several times faster than as rows."""


def _fact_row(row: dict[str, Any]) -> FactRow:
    at, detail = datetime.fromisoformat(row["at"]), {"percent": row["percent"] or 0}
    return row["item_id"], row["kind"], at, row["edition"], row["by_teacher"], detail


def _member(laid: Layout, facts: PersonFacts, now: datetime) -> Member:
    return Member(laid, evaluate(laid.path, facts, now), facts)


def _with_excused(laid: Layout, known: Mapping[int, Mark]) -> dict[int, Mark]:
    return {**known, **laid.excused}


def whereabouts(course: Course, person_ids: Sequence[int], now: datetime) -> dict[int, Where]:
    """By person."""
    return whereabouts_in([(course, person_ids)], now)[course.pk]


def whereabouts_in(wanted: Sequence[tuple[Course, Sequence[int]]], now: datetime) -> dict[int, dict[int, Where]]:
    """By course and person. Kept in this process until the layout or the person's facts or marks change, or
    one of the layout's moments passes: between those an evaluation can't come out otherwise.

    Two queries for all courses, and two more for each in which somebody has to be evaluated.
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
    stale: dict[int, tuple[dict[int, tuple[_Stamp, Where]], _Stamp]] = {}
    for pk in person_ids:
        own, whose = layout_for(laid, pk), (course.pk, pk)
        kept = _where.setdefault(own, {})
        stamp = (facts.get(whose), scores.get(whose), bisect_right(own.instants, now))
        if pk in kept and kept[pk][0] == stamp:
            found[pk] = kept[pk][1]
        else:
            stale[pk] = kept, stamp
    for pk, member in each_member(course, list(stale), now) if stale else ():
        kept, stamp = stale[pk]
        found[pk] = _where_of(member)
        kept[pk] = stamp, found[pk]
    return found


_FACTS_STAMP = rows_stamp("item_id", "kind", "at", "edition", "by_teacher", "detail__percent")


def _where_of(member: Member) -> Where:
    modules = member.course.modules.values()
    return Where(
        position(member.laid.path, member.course),
        sum(m.required_done for m in modules),
        sum(m.required for m in modules),
    )


@dataclass(frozen=True, slots=True)
class ClassShare:
    """Of one item: how many students have it on their path, and how many of them have done it."""

    students: int
    done: int


NOBODY = ClassShare(0, 0)


def class_shares(
    course: Course,
    laid: Layout,
    items: Sequence[LaidItem],
    section_ids: Sequence[int] | None,
    excused: frozenset[int],
) -> dict[int, ClassShare]:
    """By item, as its done rule has it, over the students of these sections, or all. At most three queries.

    `excused`: the items from which somebody is excused by a mark.
    """
    asked = [i for i in items if i.published and not i.is_heading]
    people = {p: s for p, s in laid.sections.items() if section_ids is None or s in section_ids}
    one_by_one = _judged_one_by_one(laid, asked, excused)
    done = _counted([i for i in asked if i.id not in one_by_one], course, section_ids)
    done |= _judged(course, laid, [i for i in asked if i.id in one_by_one], people)
    return {i.id: ClassShare(_audience(i, laid, people), done.get(i.id, 0)) for i in asked}


def _audience(item: LaidItem, laid: Layout, people: Mapping[int, int | None]) -> int:
    groups, sections = laid.audiences
    if not (groups or sections):
        return len(people)
    none: frozenset[int] = frozenset()
    return sum(whens_for(item.whens, laid.groups.get(p, none), s) is not None for p, s in people.items())


def _judged_one_by_one(laid: Layout, items: Sequence[LaidItem], marked: frozenset[int]) -> set[int]:
    """Items whose done rule asks for more than one fact, those from which somebody is excused, and those that are for
    some only: who is among them no more has done them all the same."""
    counted = {rule.code for rule in rule_kinds() if rule.fact}
    excused = set(marked)
    for given in laid.allowances:
        if given.allowance.excused:
            named = given.allowance.item_id
            excused |= {i.id for i in items} if named is None else {named}
    return {i.id for i in items if i.done_rule not in counted or i.id in excused or _for_some(i)}


def _for_some(item: LaidItem) -> bool:
    return any(isinstance(condition, For) for when in item.whens for condition in when.of)


def _counted(items: Sequence[LaidItem], course: Course, section_ids: Sequence[int] | None) -> dict[int, int]:
    if not items:
        return {}
    wanted = Q(kind=Fact.TICKED, by_teacher=True, item_id__in=[i.id for i in items])
    by_rule: dict[tuple[str, int, float], list[int]] = {}
    for item in items:
        rule = rule_kind(item.done_rule)
        edition = item.asked_edition if rule.by_edition else 0
        percent = (item.done_percent or 0) if rule.by_percent else 0
        by_rule.setdefault((item.done_rule, edition, percent), []).append(item.id)
    for (code, edition, percent), ids in by_rule.items():
        enough = Q(item_id__in=ids, kind=rule_kind(code).fact, edition__gte=edition)
        wanted |= enough & Q(detail__percent__gte=int(percent)) if percent else enough
    rows = Fact.objects.filter(wanted, course=course, person_id__in=students(course, section_ids).values("person_id"))
    return dict(rows.values_list("item_id").annotate(n=Count("person_id", distinct=True)))


def _judged(
    course: Course, laid: Layout, items: Sequence[LaidItem], people: Mapping[int, int | None]
) -> dict[int, int]:
    if not items:
        return {}
    ids = [i.id for i in items]
    layouts = {pk: layout_for(laid, pk) for pk in people}
    known = marks_of_students(course, layouts, ids)
    rows = Fact.objects.filter(course=course, item_id__in=ids).order_by("person_id")
    own = groupby(rows.values_list("person_id", *FACT_FIELDS), key=lambda row: row[0])
    facts = {pk: person_facts(row[1:] for row in found) for pk, found in own}
    rules = {i.id: path_item(i).done_rule for i in items}
    done = dict.fromkeys(ids, 0)
    for pk, theirs in layouts.items():
        of_person, scored = facts.get(pk, {}), _with_excused(theirs, known.get(pk, {}))
        for item_id, rule in rules.items():
            if item_id in theirs.student_items:
                done[item_id] += is_done(rule, of_person.get(item_id, NO_FACTS), scored.get(item_id, NO_MARK))
    return done
