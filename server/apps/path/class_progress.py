"""A whole class on its path: each student's own evaluation, and how many have done each item."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime

from django.db.models import Count, Q
from unvo_core.path.conditions import For, whens_for
from unvo_core.path.done import is_done
from unvo_core.path.evaluate import CourseState, evaluate
from unvo_core.path.facts import NO_FACTS, NO_MARK, PersonFacts
from unvo_core.path.positions import only_module

from apps.courses.public import Course, students
from apps.gradebook.public import marks_of_students
from apps.layout.public import LaidItem, Layout, layout, layout_for, path_item
from apps.path.class_facts import done_by_one_fact, facts_of_people, one_fact_decides
from apps.path.models import Fact


@dataclass(frozen=True, slots=True)
class Member:
    """One student's course at an instant, by their own layout."""

    laid: Layout
    course: CourseState
    facts: PersonFacts


def each_member(
    course: Course, person_ids: Sequence[int], now: datetime, module_id: int | None = None
) -> Iterator[tuple[int, Member]]:
    """One after the other, at two queries for all of them; nobody's evaluation is kept. With `module_id` of this
    module only: what the evaluation says of others is not to be read."""
    laid = layout(course)
    layouts = {pk: layout_for(laid, pk) for pk in person_ids}
    paths = {own: own.path if module_id is None else only_module(own.path, module_id) for own in set(layouts.values())}
    asked = sorted({i.id for path in paths.values() for m in path for i in m.items})
    known = marks_of_students(course, layouts, asked)
    facts = facts_of_people(course, Q(person_id__in=person_ids, item_id__in=asked))
    for pk, own in layouts.items():
        person = PersonFacts(facts.get(pk, {}), {**known.get(pk, {}), **own.excused})
        yield pk, Member(own, evaluate(paths[own], person, now), person)


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
    excused = set(marked)
    for given in laid.allowances:
        if given.allowance.excused:
            named = given.allowance.item_id
            excused |= {i.id for i in items} if named is None else {named}
    return {i.id for i in items if not one_fact_decides(i) or i.id in excused or _for_some(i)}


def _for_some(item: LaidItem) -> bool:
    return any(isinstance(condition, For) for when in item.whens for condition in when.of)


def _counted(items: Sequence[LaidItem], course: Course, section_ids: Sequence[int] | None) -> dict[int, int]:
    if not items:
        return {}
    rows = Fact.objects.filter(
        done_by_one_fact(items), course=course, person_id__in=students(course, section_ids).values("person_id")
    )
    return dict(rows.values_list("item_id").annotate(n=Count("person_id", distinct=True)))


def _judged(
    course: Course, laid: Layout, items: Sequence[LaidItem], people: Mapping[int, int | None]
) -> dict[int, int]:
    if not items:
        return {}
    ids = [i.id for i in items]
    layouts = {pk: layout_for(laid, pk) for pk in people}
    known = marks_of_students(course, layouts, ids)
    facts = facts_of_people(course, Q(item_id__in=ids))
    rules = {i.id: path_item(i).done_rule for i in items}
    done = dict.fromkeys(ids, 0)
    for pk, theirs in layouts.items():
        of_person, scored = facts.get(pk, {}), {**known.get(pk, {}), **theirs.excused}
        for item_id, rule in rules.items():
            if item_id in theirs.student_items:
                done[item_id] += is_done(rule, of_person.get(item_id, NO_FACTS), scored.get(item_id, NO_MARK))
    return done
