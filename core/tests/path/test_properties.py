"""Random courses: what a lock names opens it, doing more never loses progress, a naive evaluation agrees."""

import unittest
from dataclasses import replace
from datetime import UTC, datetime

from hypothesis import given, settings
from hypothesis import strategies as st
from unvo_core.path.circles import condition_problems
from unvo_core.path.evaluate import evaluate, steps_to_open
from unvo_core.path.model import ItemFacts, PathItem, PathModule, PersonFacts, Ticked

NOW = datetime(2026, 10, 7, 10, 20, tzinfo=UTC)
TICK = ItemFacts(ticked_at=NOW)


@st.composite
def courses(draw: st.DrawFn) -> tuple[list[PathModule], set[int]]:
    """Modules with backward conditions, and a set of ticked items."""
    modules, ids = [], []
    for m in range(draw(st.integers(1, 3))):
        items = []
        for _ in range(draw(st.integers(1, 5))):
            after = tuple(draw(st.sets(st.sampled_from(ids), max_size=2))) if ids else ()
            items.append(PathItem(len(ids) + 1, m, Ticked(), draw(st.booleans()), after=after))
            ids.append(len(ids) + 1)
        modules.append(PathModule(m, tuple(items), draw(st.booleans())))
    return modules, draw(st.sets(st.sampled_from(ids)))


def facts(done: set[int]) -> PersonFacts:
    return PersonFacts(dict.fromkeys(done, TICK))


def naive_locked(modules: list[PathModule], done: set[int], wanted: int) -> bool:
    """The rule as the page states it, item by item."""
    for module in modules:
        for n, item in enumerate(module.items):
            if item.id != wanted:
                continue
            before = [i.id for i in module.items[:n] if i.required]
            waits = set(item.after) | (set(before[-1:]) if module.in_order else set())
            return bool(waits - done) and item.id not in done
    raise AssertionError(wanted)


class RandomCourses(unittest.TestCase):
    @settings(max_examples=200)
    @given(courses())
    def test_the_named_reasons_when_done_open_the_lock(self, drawn: tuple[list[PathModule], set[int]]) -> None:
        modules, done = drawn
        order = [i.id for m in modules for i in m.items]
        state = evaluate(modules, facts(done), NOW)
        for item_id, one in state.items.items():
            if one.waits_for:
                after = evaluate(modules, facts(done | set(one.waits_for)), NOW)
                self.assertTrue(after.items[item_id].open)
                steps = steps_to_open(item_id, state, order)
                self.assertLessEqual(set(one.waits_for), set(steps))
                self.assertTrue(state.items[steps[0]].open, "the nearest step can be done now")

    @settings(max_examples=200)
    @given(courses(), st.integers(1, 15))
    def test_doing_more_never_loses_progress(self, drawn: tuple[list[PathModule], set[int]], more: int) -> None:
        modules, done = drawn
        before, after = evaluate(modules, facts(done), NOW), evaluate(modules, facts(done | {more}), NOW)
        for key, module in before.modules.items():
            self.assertLessEqual(module.required_done, after.modules[key].required_done)
        for key, one in before.items.items():
            self.assertTrue(after.items[key].open or not one.open)

    @settings(max_examples=200)
    @given(courses())
    def test_it_agrees_with_the_naive_evaluation(self, drawn: tuple[list[PathModule], set[int]]) -> None:
        modules, done = drawn
        state = evaluate(modules, facts(done), NOW)
        for item_id, one in state.items.items():
            self.assertEqual(bool(one.waits_for), naive_locked(modules, done, item_id))

    @settings(max_examples=100)
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

    @given(courses())
    def test_hiding_an_item_never_locks_others(self, drawn: tuple[list[PathModule], set[int]]) -> None:
        modules, done = drawn
        hidden = modules[0].items[0].id
        without = [replace(m, items=tuple(i for i in m.items if i.id != hidden)) for m in modules]
        before, after = evaluate(modules, facts(done), NOW), evaluate(without, facts(done), NOW)
        for key, one in after.items.items():
            if before.items[key].open:
                self.assertTrue(one.open or modules[0].in_order)
