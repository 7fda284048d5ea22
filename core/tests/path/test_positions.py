"""The short way for a class comes to what the evaluation of each person comes to."""

import unittest
from dataclasses import replace
from datetime import datetime, timedelta
from fractions import Fraction
from typing import NamedTuple

from hypothesis import given, settings
from hypothesis import strategies as st
from unvo_core.path.conditions import ByHand, When
from unvo_core.path.done import AnyOf, HandedIn, Opened, ScoredAtLeast, Ticked, is_done
from unvo_core.path.evaluate import evaluate
from unvo_core.path.facts import NO_FACTS, NO_MARK, ItemFacts, Mark, PersonFacts
from unvo_core.path.model import PathModule
from unvo_core.path.positions import Brief, brief_position, only_module, path_now
from unvo_core.path.stuck import position
from unvo_core.schedule.spans import Span

from core.tests.path.test_properties import NOW, PASS, courses

moments = st.one_of(st.none(), st.integers(-3, 3).map(lambda days: NOW + timedelta(days=days)))
rules = st.sampled_from((Ticked(), HandedIn(), Opened(), ScoredAtLeast(PASS), AnyOf((Ticked(), ScoredAtLeast(PASS)))))
facts = st.builds(
    ItemFacts,
    opened_at=moments,
    ticked_at=moments,
    handed_in_at=moments,
    let_in_at=moments,
    ticked_by_teacher=st.booleans(),
)
again = st.builds(ItemFacts, given_back_at=moments, ticked_at=moments, ticked_by_teacher=st.booleans())
"""What was given back counts as handed in no more."""
marks = st.builds(
    Mark,
    held=st.booleans(),
    percent=st.one_of(st.none(), st.integers(0, 100).map(Fraction)),
    excused=st.booleans(),
)


class Drawn(NamedTuple):
    modules: list[PathModule]
    person: PersonFacts


@st.composite
def classes(draw: st.DrawFn) -> Drawn:
    """A course with dates, doors opened by hand and every kind of rule, and somebody who did anything in it."""
    modules = []
    for module in draw(courses())[0]:
        items = tuple(
            replace(
                item,
                done_rule=draw(rules),
                handed_in=draw(st.booleans()),
                span=Span(opens=draw(moments), due=draw(moments), closes=draw(moments)),
                whens=(*item.whens, When((ByHand(draw(st.booleans())),))) if draw(st.booleans()) else item.whens,
            )
            for item in module.items
        )
        modules.append(replace(module, items=items, opens=draw(moments)))
    ids = [i.id for m in modules for i in m.items]
    known = draw(st.dictionaries(st.sampled_from([*ids, 999]), st.one_of(facts, again)))
    return Drawn(modules, PersonFacts(known, draw(st.dictionaries(st.sampled_from([*ids, 999]), marks))))


def brief_of(drawn: Drawn) -> Brief:
    """What the database answers of somebody: by its own words, from the facts."""
    of = {i.id: i for m in drawn.modules for i in m.items}
    seen = {pk: (drawn.person.facts.get(pk, NO_FACTS), drawn.person.marks.get(pk, NO_MARK)) for pk in (*of, 999)}
    return Brief(
        done=frozenset(pk for pk, (f, m) in seen.items() if pk in of and is_done(of[pk].done_rule, f, m)) | {999},
        in_full=frozenset(pk for pk, (f, m) in seen.items() if f.ticked_by_teacher or m.excused),
        with_grader=frozenset(
            pk
            for pk, (f, m) in seen.items()
            if not m.excused and m.percent is None and not f.given_back_at and (m.held or f.handed_in_at)
        ),
        given_back=frozenset(pk for pk, (f, _) in seen.items() if f.given_back_at),
        let_in=frozenset(pk for pk, (f, _) in seen.items() if f.let_in_at),
        percents={pk: m.percent for pk, (_, m) in seen.items() if m.percent is not None and not m.excused},
    )


class TheShortWay(unittest.TestCase):
    @settings(max_examples=200, deadline=None)
    @given(classes())
    def test_it_stands_where_the_evaluation_says(self, drawn: Drawn) -> None:
        course = evaluate(drawn.modules, drawn.person, NOW)
        found = brief_position(path_now(drawn.modules, NOW), brief_of(drawn))
        done_at: dict[int, datetime] = {
            pk: state.done_at for pk, state in course.items.items() if state.done_at is not None
        }
        self.assertEqual(found.position(done_at), position(drawn.modules, course))
        counts = [(m.required_done, m.required) for m in course.modules.values()]
        self.assertEqual((found.done, found.required), (sum(d for d, _ in counts), sum(r for _, r in counts)))

    @settings(max_examples=80, deadline=None)
    @given(classes())
    def test_one_module_alone_comes_out_as_in_its_course(self, drawn: Drawn) -> None:
        whole = evaluate(drawn.modules, drawn.person, NOW)
        for module in drawn.modules:
            alone = evaluate(only_module(drawn.modules, module.id), drawn.person, NOW)
            self.assertEqual(alone.modules[module.id], whole.modules[module.id])
            for item in module.items:
                self.assertEqual(alone.items[item.id], whole.items[item.id])
