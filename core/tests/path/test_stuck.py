import unittest
from datetime import UTC, datetime, timedelta
from fractions import Fraction

from unvo_core.path.conditions import Done, When
from unvo_core.path.done import ScoredAtLeast, Ticked
from unvo_core.path.evaluate import evaluate
from unvo_core.path.facts import ItemFacts, PersonFacts
from unvo_core.path.model import PathItem, PathModule
from unvo_core.path.stuck import Position, position
from unvo_core.schedule.spans import Span

NOW = datetime(2026, 10, 7, 10, 20, tzinfo=UTC)
DAY = timedelta(days=1)


def where(*items: PathItem, ticked: dict[int, datetime] | None = None, in_order: bool = True) -> Position:
    modules = [PathModule(1, items, in_order)]
    facts = {i: ItemFacts(ticked_at=at) for i, at in (ticked or {}).items()}
    return position(modules, evaluate(modules, PersonFacts(facts), NOW))


def item(pk: int, required: bool = True, opens: int | None = None, due: int | None = None, after: int = 0) -> PathItem:
    """`opens` and `due` in days from now."""
    span = Span(opens=None if opens is None else NOW + opens * DAY, due=None if due is None else NOW + due * DAY)
    whens = (When((Done((after,)),)),) if after else ()
    return PathItem(id=pk, module_id=1, done_rule=Ticked(), required=required, span=span, whens=whens)


class Positions(unittest.TestCase):
    def test_it_is_the_first_open_required_item_since_the_one_before_was_done(self) -> None:
        found = where(item(1), item(2, required=False), item(3), ticked={1: NOW - 9 * DAY})
        self.assertEqual((found.item_id, found.since), (3, NOW - 9 * DAY))
        self.assertTrue(found.stuck(NOW))

    def test_an_item_that_opened_later_counts_from_then(self) -> None:
        found = where(item(1), item(2, opens=-2), ticked={1: NOW - 9 * DAY})
        self.assertEqual((found.since, found.stuck(NOW)), (NOW - 2 * DAY, False))

    def test_what_a_condition_waited_for_counts_too(self) -> None:
        found = where(item(1), item(2, after=1), ticked={1: NOW - DAY}, in_order=False)
        self.assertEqual((found.item_id, found.since), (2, NOW - DAY))

    def test_overdue_work_is_stuck_at_once_and_listed(self) -> None:
        found = where(item(1, due=-1), item(2, due=-2), item(3, required=False, due=-3), in_order=False)
        self.assertEqual((found.overdue, found.stuck(NOW)), ((1, 2), True))

    def test_what_has_closed_holds_nobody_up(self) -> None:
        gone = PathItem(
            id=1, module_id=1, done_rule=Ticked(), required=True, span=Span(due=NOW - 3 * DAY, closes=NOW - 2 * DAY)
        )
        found = where(gone, item(2, opens=-1))
        self.assertEqual((found.overdue, found.item_id, found.stuck(NOW)), ((), 2, False))

    def test_who_has_done_all_stands_nowhere_and_a_beginner_since_no_time(self) -> None:
        self.assertEqual(where(item(1), ticked={1: NOW}), Position(None, None, ()))
        self.assertEqual(where(item(1)), Position(1, None, ()))

    def test_who_waits_for_a_grader_is_not_stuck(self) -> None:
        work = PathItem(
            id=1,
            module_id=1,
            done_rule=ScoredAtLeast(Fraction(60)),
            required=True,
            span=Span(due=NOW - DAY),
            handed_in=True,
        )
        modules = [PathModule(1, (work,), True)]
        facts = PersonFacts({1: ItemFacts(handed_in_at=NOW - 9 * DAY)})
        self.assertEqual(position(modules, evaluate(modules, facts, NOW)), Position(None, None, ()))
