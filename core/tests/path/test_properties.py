"""Random courses: what a lock names opens it, doing more never loses progress, a naive evaluation agrees."""

import unittest
from dataclasses import replace
from datetime import UTC, datetime, timedelta
from fractions import Fraction

from hypothesis import given, settings
from hypothesis import strategies as st
from unvo_core.path.circles import condition_problems
from unvo_core.path.conditions import Condition, Done, From, Join, Scored, When
from unvo_core.path.done import Ticked
from unvo_core.path.evaluate import evaluate, steps_to_open
from unvo_core.path.facts import ItemFacts, Mark, PersonFacts
from unvo_core.path.model import PathItem, PathModule

NOW = datetime(2026, 10, 7, 10, 20, tzinfo=UTC)
TICK = ItemFacts(ticked_at=NOW)
PASS = Fraction(60)


@st.composite
def conditions(draw: st.DrawFn, ids: tuple[int, ...]) -> tuple[When, ...]:
    """Up to two sets of conditions on earlier items: all, so many of, scores, or one of several and a date."""
    whens = []
    for _ in range(draw(st.integers(0, 2))):
        of: list[Condition] = []
        for _ in range(draw(st.integers(1, 2))):
            named = tuple(sorted(draw(st.sets(st.sampled_from(ids), min_size=1, max_size=3))))
            some = st.one_of(st.none(), st.integers(1, len(named)))
            of.append(draw(st.one_of(st.builds(Done, st.just(named), some), st.just(Scored(named[0], PASS)))))
        join = draw(st.sampled_from(Join))
        if join is Join.ANY and draw(st.booleans()):
            of.append(From(NOW + timedelta(days=1)))
        whens.append(When(tuple(of), join))
    return tuple(whens)


@st.composite
def courses(draw: st.DrawFn) -> tuple[list[PathModule], set[int]]:
    """Modules with backward conditions, and a set of ticked items."""
    modules, ids = [], []
    for m in range(draw(st.integers(1, 3))):
        items = []
        for _ in range(draw(st.integers(1, 5))):
            whens = draw(conditions(tuple(ids))) if ids else ()
            items.append(
                PathItem(id=len(ids) + 1, module_id=m, done_rule=Ticked(), required=draw(st.booleans()), whens=whens)
            )
            ids.append(len(ids) + 1)
        modules.append(PathModule(m, tuple(items), draw(st.booleans())))
    return modules, draw(st.sets(st.sampled_from(ids)))


def facts(done: set[int]) -> PersonFacts:
    """What is done is ticked and scored in full."""
    return PersonFacts(dict.fromkeys(done, TICK), dict.fromkeys(done, Mark(percent=Fraction(100))))


def naive_holds(when: When, done: set[int]) -> bool:
    """Counts, one condition after the other."""
    held = []
    for condition in when.of:
        if isinstance(condition, Done):
            held.append(sum(i in done for i in condition.items) >= (condition.of or len(condition.items)))
        else:
            held.append(isinstance(condition, Scored) and condition.item in done)
    return all(held) if when.join is Join.ALL else any(held)


def naive_locked(modules: list[PathModule], done: set[int], wanted: int) -> bool:
    """The rule as the page states it, item by item."""
    for module in modules:
        for n, item in enumerate(module.items):
            if item.id != wanted:
                continue
            before = [i.id for i in module.items[:n] if i.required]
            in_turn = not module.in_order or set(before[-1:]) <= done
            return not (in_turn and all(naive_holds(w, done) for w in item.whens)) and item.id not in done
    raise AssertionError(wanted)


class RandomCourses(unittest.TestCase):
    @settings(max_examples=80)
    @given(courses())
    def test_the_named_reasons_when_done_open_the_lock(self, drawn: tuple[list[PathModule], set[int]]) -> None:
        modules, done = drawn
        order = [i.id for m in modules for i in m.items]
        state = evaluate(modules, facts(done), NOW)
        for item_id, one in state.items.items():
            if one.waits_for or one.choices:
                # The last of each choice, so that it does not matter which.
                chosen = {i for c in one.choices for i in c.items[-c.need :]}
                after = evaluate(modules, facts(done | set(one.waits_for) | chosen), NOW)
                self.assertTrue(after.items[item_id].open)
                for choice in one.choices:
                    few = chosen - {choice.items[-1]}
                    self.assertLess(choice.need, len(choice.items))
                    if not few & set(choice.items) - set(choice.items[-choice.need :]):
                        closed = evaluate(modules, facts(done | set(one.waits_for) | few), NOW)
                        self.assertFalse(closed.items[item_id].open, "one less does not do")
                steps = steps_to_open(item_id, state, order)
                self.assertLessEqual(set(one.waits_for) | chosen, set(steps))
                self.assertTrue(state.items[steps[0]].open, "the nearest step can be done now")

    @settings(max_examples=80)
    @given(courses(), st.integers(1, 15))
    def test_doing_more_never_loses_progress(self, drawn: tuple[list[PathModule], set[int]], more: int) -> None:
        modules, done = drawn
        before, after = evaluate(modules, facts(done), NOW), evaluate(modules, facts(done | {more}), NOW)
        for key, module in before.modules.items():
            self.assertLessEqual(module.required_done, after.modules[key].required_done)
        for key, one in before.items.items():
            self.assertTrue(after.items[key].open or not one.open)

    @settings(max_examples=80)
    @given(courses())
    def test_it_agrees_with_the_naive_evaluation(self, drawn: tuple[list[PathModule], set[int]]) -> None:
        modules, done = drawn
        state = evaluate(modules, facts(done), NOW)
        for item_id, one in state.items.items():
            self.assertEqual(bool(one.waits_for or one.choices), naive_locked(modules, done, item_id))

    @settings(max_examples=60)
    @given(courses())
    def test_all_required_work_can_be_reached_step_by_step(self, drawn: tuple[list[PathModule], set[int]]) -> None:
        modules, done = drawn
        self.assertEqual(condition_problems(modules), [])
        for _ in range(40):
            state = evaluate(modules, facts(done), NOW)
            if state.next_item_id is None:
                break
            done = done | {state.next_item_id}
        self.assertTrue(all(m.complete for m in evaluate(modules, facts(done), NOW).modules.values()))

    @settings(max_examples=60)
    @given(courses())
    def test_hiding_what_a_person_has_not_done_locks_nothing_for_them(
        self, drawn: tuple[list[PathModule], set[int]]
    ) -> None:
        modules, done = drawn
        hidden = modules[0].items[0].id
        done = done - {hidden}
        without = [replace(m, items=tuple(i for i in m.items if i.id != hidden)) for m in modules]
        before, after = evaluate(modules, facts(done), NOW), evaluate(without, facts(done), NOW)
        for key, one in after.items.items():
            if before.items[key].open:
                self.assertTrue(one.open or modules[0].in_order)
