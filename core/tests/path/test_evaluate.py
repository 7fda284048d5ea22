import unittest
from datetime import UTC, datetime, timedelta
from fractions import Fraction

from unvo_core.path.circles import condition_problems
from unvo_core.path.conditions import Done, When
from unvo_core.path.done import (
    Acknowledged,
    AllOf,
    AnyOf,
    Attended,
    DoneRule,
    HandedIn,
    Opened,
    Posted,
    ScoredAtLeast,
    Ticked,
    Watched,
)
from unvo_core.path.evaluate import CourseState, State, evaluate, is_left, steps_to_open
from unvo_core.path.facts import ItemFacts, Mark, PersonFacts
from unvo_core.path.model import PathItem, PathModule
from unvo_core.schedule.spans import Span

NOW = datetime(2026, 10, 7, 10, 20, tzinfo=UTC)
EARLIER, LATER = NOW - timedelta(days=1), NOW + timedelta(days=1)


def item(id: int, rule: DoneRule | None = None, **fields: object) -> PathItem:
    return PathItem(id=id, module_id=1, done_rule=rule or Ticked(), **fields)  # type: ignore[arg-type]


def awaits(*items: int) -> tuple[When, ...]:
    return (When((Done(items),)),)


def course(
    *items: PathItem, facts: dict | None = None, marks: dict | None = None, in_order: bool = False
) -> CourseState:
    return evaluate([PathModule(1, items, in_order)], PersonFacts(facts or {}, marks or {}), NOW)


class DoneRules(unittest.TestCase):
    """One good and one failing case each."""

    CASES: tuple[tuple[DoneRule, ItemFacts, Mark, bool], ...] = (
        (Opened(), ItemFacts(opened_at=EARLIER), Mark(), True),
        (Opened(), ItemFacts(), Mark(), False),
        (Ticked(), ItemFacts(ticked_at=EARLIER), Mark(), True),
        (Ticked(), ItemFacts(opened_at=EARLIER), Mark(), False),
        (HandedIn(), ItemFacts(handed_in_at=EARLIER), Mark(), True),
        (HandedIn(), ItemFacts(started_at=EARLIER), Mark(), False),
        (Acknowledged(2), ItemFacts(acknowledged_at=EARLIER, acknowledged_edition=2), Mark(), True),
        (Acknowledged(2), ItemFacts(acknowledged_at=EARLIER, acknowledged_edition=1), Mark(), False),
        (ScoredAtLeast(Fraction(80)), ItemFacts(), Mark(percent=Fraction(80)), True),
        (ScoredAtLeast(Fraction(80)), ItemFacts(), Mark(percent=Fraction(799, 10)), False),
        (ScoredAtLeast(Fraction(80)), ItemFacts(), Mark(held=True), False),
        (AnyOf((Opened(), Ticked())), ItemFacts(opened_at=EARLIER), Mark(), True),
        (AllOf((Opened(), Ticked())), ItemFacts(opened_at=EARLIER), Mark(), False),
        (Watched(80), ItemFacts(watched_at=EARLIER, watched_percent=80), Mark(), True),
        (Watched(80), ItemFacts(watched_at=EARLIER, watched_percent=79), Mark(), False),
        (Attended(), ItemFacts(attended_at=EARLIER), Mark(), True),
        (Attended(), ItemFacts(opened_at=EARLIER), Mark(), False),
        (Posted(), ItemFacts(posted_at=EARLIER), Mark(), True),
        (Posted(), ItemFacts(opened_at=EARLIER), Mark(), False),
        (AllOf(()), ItemFacts(), Mark(), True),
        (HandedIn(), ItemFacts(ticked_by_teacher=True), Mark(), True),
        (HandedIn(), ItemFacts(), Mark(excused=True), True),
    )

    def test_every_rule(self) -> None:
        for rule, facts, mark, done in self.CASES:
            with self.subTest(rule=rule, facts=facts):
                state = course(item(1, rule), facts={1: facts}, marks={1: mark})
                self.assertEqual(state.items[1].done, done)

    def test_taking_a_tick_back_undoes_it(self) -> None:
        self.assertFalse(course(item(1), facts={1: ItemFacts(opened_at=EARLIER)}).items[1].done)


class Locks(unittest.TestCase):
    def test_in_order_each_item_waits_for_the_required_one_before_it(self) -> None:
        state = course(item(1), item(2, required=False), item(3), in_order=True)
        self.assertEqual(state.items[2].waits_for, (1,))
        self.assertEqual(state.items[3].waits_for, (1,))
        self.assertEqual(state.items[3].state, State.LOCKED)
        self.assertFalse(state.items[3].open)

    def test_the_lock_names_only_what_is_still_undone(self) -> None:
        items = (item(1), item(2), item(3, whens=awaits(1, 2)))
        self.assertEqual(course(*items).items[3].waits_for, (1, 2))
        self.assertEqual(course(*items, facts={1: ItemFacts(ticked_at=EARLIER)}).items[3].waits_for, (2,))

    def test_an_excused_or_closed_item_holds_nothing_back(self) -> None:
        closed = item(1, HandedIn(), span=Span(closes=EARLIER))
        self.assertTrue(course(closed, item(2), in_order=True).items[2].open)
        self.assertTrue(course(item(1), item(2), in_order=True, marks={1: Mark(excused=True)}).items[2].open)

    def test_before_it_opens_the_instant_is_told(self) -> None:
        state = course(item(1, span=Span(opens=LATER))).items[1]
        self.assertEqual((state.state, state.opens_at, state.open), (State.NOT_OPEN, LATER, False))

    def test_steps_are_everything_on_the_way_nearest_first(self) -> None:
        state = course(item(1), item(2), item(3), item(4, whens=awaits(1)), in_order=True)
        self.assertEqual(steps_to_open(4, state, (1, 2, 3, 4)), (1, 2, 3))

    def test_a_circle_is_named(self) -> None:
        around = [PathModule(1, (item(1, whens=awaits(3)), item(2, whens=awaits(1)), item(3, whens=awaits(2))))]
        problem = condition_problems(around)[0]
        self.assertEqual(problem.code, "path.circle")
        ids = problem.params["items"]
        self.assertEqual(set(ids), {1, 2, 3})  # type: ignore[call-overload]
        self.assertEqual(ids[0], ids[-1])  # type: ignore[index]

    def test_in_order_against_a_backward_condition_is_a_circle_too(self) -> None:
        self.assertTrue(condition_problems([PathModule(1, (item(1, whens=awaits(2)), item(2)), in_order=True)]))


class States(unittest.TestCase):
    def one(self, subject: PathItem, facts: ItemFacts | None = None, mark: Mark | None = None) -> State:
        return course(subject, facts={1: facts or ItemFacts()}, marks={1: mark or Mark()}).items[1].state

    def test_words_follow_what_was_done(self) -> None:
        work = item(1, HandedIn(), handed_in=True, span=Span(due=LATER))
        self.assertEqual(self.one(work), State.TO_DO)
        self.assertEqual(self.one(work, ItemFacts(started_at=EARLIER)), State.STARTED)
        self.assertEqual(self.one(work, ItemFacts(handed_in_at=EARLIER)), State.HANDED_IN)
        self.assertEqual(self.one(work, ItemFacts(handed_in_at=EARLIER), Mark(held=True)), State.BEING_GRADED)
        self.assertEqual(self.one(work, ItemFacts(handed_in_at=EARLIER), Mark(percent=Fraction(9))), State.SCORED)
        self.assertEqual(self.one(work, mark=Mark(excused=True)), State.EXCUSED)

    def test_past_due_only_work_that_is_handed_in_goes_missing(self) -> None:
        late = Span(due=EARLIER)
        self.assertEqual(self.one(item(1, HandedIn(), handed_in=True, span=late)), State.MISSING)
        reading = course(item(1, span=late)).items[1]
        self.assertEqual((reading.state, reading.overdue), (State.TO_DO, True))

    def test_what_has_closed_or_lies_with_its_grader_is_not_left_to_do(self) -> None:
        missed, open_late = Span(due=EARLIER, closes=EARLIER), Span(due=EARLIER, closes=LATER)
        items = (
            item(1, HandedIn(), span=missed, handed_in=True),
            item(2, HandedIn(), span=open_late, handed_in=True),
            item(3, ScoredAtLeast(Fraction(60)), handed_in=True),
            item(4, Ticked()),
            item(5, Ticked()),
        )
        facts = {3: ItemFacts(handed_in_at=EARLIER), 5: ItemFacts(ticked_at=EARLIER)}
        states = evaluate([PathModule(1, items)], PersonFacts(facts), NOW).items
        self.assertEqual((states[1].state, states[2].state), (State.MISSING, State.MISSING))
        self.assertEqual([i.id for i in items if is_left(states[i.id], i.span, NOW)], [2, 4])

    def test_what_was_given_back_is_to_be_done_again_and_locks_nothing(self) -> None:
        again = item(1, HandedIn(), handed_in=True, span=Span(due=LATER))
        facts = {1: ItemFacts(given_back_at=EARLIER)}
        state = course(again, item(2), facts=facts, in_order=True)
        self.assertEqual(state.items[1].state, State.GIVEN_BACK)
        self.assertFalse(state.items[1].done)
        self.assertTrue(state.items[2].open, "what it had opened stays open")
        self.assertEqual(state.next_item_id, 1)
        self.assertFalse(state.modules[1].complete)
        with_points = course(item(1, ScoredAtLeast(Fraction(50))), facts=facts, marks={1: Mark(percent=Fraction(60))})
        self.assertEqual((with_points.items[1].state, with_points.next_item_id), (State.GIVEN_BACK, 1))
        self.assertTrue(is_left(with_points.items[1], Span(), NOW))
        past = course(item(1, HandedIn(), handed_in=True, span=Span(due=EARLIER)), facts=facts)
        self.assertEqual((past.items[1].state, past.items[1].overdue), (State.MISSING, True))

    def test_late_by_is_told_in_seconds(self) -> None:
        work = item(1, HandedIn(), handed_in=True, span=Span(due=EARLIER))
        state = course(work, facts={1: ItemFacts(handed_in_at=EARLIER + timedelta(hours=3, minutes=1))})
        self.assertEqual(state.items[1].late_seconds, 3 * 3600)


class Progress(unittest.TestCase):
    def test_optional_items_never_hold_a_module_open(self) -> None:
        state = course(item(1), item(2, required=False), facts={1: ItemFacts(ticked_at=EARLIER)})
        self.assertTrue(state.modules[1].complete)
        self.assertEqual(state.next_item_id, 2)

    def test_an_incomplete_module_names_what_holds_it_in_order(self) -> None:
        state = course(item(1), item(2), item(3), facts={2: ItemFacts(ticked_at=EARLIER)})
        self.assertEqual(state.modules[1].held_open_by, (1, 3))
        self.assertEqual((state.modules[1].required_done, state.modules[1].required), (1, 3))

    def test_next_is_the_first_open_required_undone_item(self) -> None:
        state = course(item(1, required=False), item(2, span=Span(opens=LATER)), item(3))
        self.assertEqual(state.next_item_id, 3)

    def test_work_that_lies_with_its_grader_is_neither_next_nor_overdue(self) -> None:
        work = item(1, ScoredAtLeast(Fraction(60)), handed_in=True, span=Span(due=EARLIER))
        handed_in = {1: ItemFacts(handed_in_at=EARLIER)}
        waiting = course(work, item(2), facts=handed_in)
        self.assertEqual((waiting.next_item_id, waiting.items[1].overdue, waiting.items[1].done), (2, False, False))
        failed = course(work, item(2), facts=handed_in, marks={1: Mark(percent=Fraction(50))})
        self.assertEqual((failed.next_item_id, failed.items[1].overdue), (1, True))
        passed = course(work, item(2), facts=handed_in, marks={1: Mark(percent=Fraction(60))})
        self.assertEqual((passed.next_item_id, passed.items[1].done), (2, True))
