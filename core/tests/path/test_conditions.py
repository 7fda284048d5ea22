"""Each condition, a good and a failing case; what is named is the least that opens."""

import unittest
from datetime import UTC, datetime, timedelta
from fractions import Fraction

from unvo_core.path.conditions import (
    ByHand,
    Choice,
    Condition,
    Done,
    For,
    From,
    Join,
    Known,
    Missing,
    Scored,
    When,
    missing,
    named_items,
    surely_awaited,
    whens_for,
)

NOW = datetime(2026, 10, 7, 10, 20, tzinfo=UTC)
FRIDAY = NOW + timedelta(days=2)
HALF = Fraction(50)


def known(
    done: tuple[int, ...] = (), percents: dict[int, Fraction | None] | None = None, let_in: bool = False
) -> Known:
    """Items 1 to 5, of which these are done."""
    return Known({i: i in done for i in range(1, 6)}, percents or dict.fromkeys(range(1, 6)), NOW, let_in)


def all_of(*conditions: Condition) -> tuple[When, ...]:
    return (When(conditions),)


def any_of(*conditions: Condition) -> tuple[When, ...]:
    return (When(conditions, Join.ANY),)


class EachCondition(unittest.TestCase):
    """Conditions of the trade (all, so many of, a score, a date, a group, by hand): common practice, no source."""

    CASES: tuple[tuple[tuple[When, ...], Known, Missing], ...] = (
        ((), known(), Missing()),
        (all_of(Done((1, 2))), known((1, 2)), Missing()),
        (all_of(Done((1, 2))), known((1,)), Missing(items=(2,))),
        (all_of(Done((1, 2, 3), 2)), known((3, 1)), Missing()),
        (all_of(Done((1, 2, 3), 2)), known(), Missing(choices=(Choice(2, (1, 2, 3)),))),
        (all_of(Done((1, 2, 3), 2)), known((2,)), Missing(choices=(Choice(1, (1, 3)),))),
        (all_of(Done((1, 2, 9), 2)), known(), Missing(items=(1, 2))),
        (all_of(Done((1, 2, 3), 2), Done((4,))), known(), Missing(items=(4,), choices=(Choice(2, (1, 2, 3)),))),
        (any_of(Done((1,)), Done((2,))), known(), Missing(choices=(Choice(1, (1, 2)),))),
        (
            any_of(Done((1,)), Done((2,)), ByHand(), From(FRIDAY)),
            known(),
            Missing(or_at=FRIDAY, choices=(Choice(1, (1, 2)),)),
        ),
        (all_of(Done((9,))), known(), Missing()),
        (all_of(Done((1, 9), 2)), known(), Missing(items=(1,))),
        (all_of(Scored(1, HALF)), known(percents={1: HALF}), Missing()),
        (all_of(Scored(1, HALF)), known((1,), {1: Fraction(49)}), Missing(scores=((1, HALF),))),
        (all_of(Scored(1, HALF)), known((1,), {1: None}), Missing(scores=((1, HALF),))),
        (all_of(From(NOW)), known(), Missing()),
        (all_of(From(FRIDAY)), known(), Missing(until=FRIDAY)),
        (all_of(ByHand()), known(), Missing(by_hand=True)),
        (all_of(ByHand(True)), known(), Missing()),
        (all_of(ByHand()), known(let_in=True), Missing()),
        (any_of(Done((1, 2)), From(FRIDAY)), known(), Missing(items=(1, 2), or_at=FRIDAY)),
        (any_of(Done((1, 2)), From(FRIDAY)), known((1, 2)), Missing()),
        (any_of(Done((1, 2)), From(NOW)), known(), Missing()),
        (any_of(Done((1, 2)), Done((3,)), ByHand()), known(), Missing(items=(3,))),
        (any_of(From(FRIDAY), From(FRIDAY + timedelta(1))), known(), Missing(until=FRIDAY)),
        (
            (*all_of(Done((1,)), From(FRIDAY)), *any_of(Done((1, 2)), Done((3,)))),
            known(),
            Missing(items=(1, 3), until=FRIDAY),
        ),
    )

    def test_what_is_missing(self) -> None:
        for whens, state, expected in self.CASES:
            with self.subTest(whens=whens, state=state):
                self.assertEqual(missing(whens, state), expected)


class ForGroupsAndSections(unittest.TestCase):
    def test_it_is_on_the_path_of_those_it_is_for(self) -> None:
        red = all_of(For(groups=frozenset({7})), Done((1,)))
        self.assertEqual(whens_for(red, frozenset({7}), None), all_of(Done((1,))))
        self.assertIsNone(whens_for(red, frozenset({8}), 1))

    def test_being_in_the_section_is_enough_where_any_condition_is(self) -> None:
        section = any_of(For(sections=frozenset({2})), Done((1,)))
        self.assertEqual(whens_for(section, frozenset(), 2), ())
        self.assertEqual(whens_for(section, frozenset(), 1), any_of(Done((1,))))
        self.assertIsNone(whens_for(any_of(For(sections=frozenset({2}))), frozenset(), 1))


class ItemsInConditions(unittest.TestCase):
    def test_those_named_and_those_without_which_it_never_opens(self) -> None:
        whens = (*all_of(Done((1, 2)), Done((3, 4), 1), Scored(5, HALF)), *any_of(Done((6,)), From(NOW)))
        self.assertEqual(named_items(whens), (1, 2, 3, 4, 5, 6))
        self.assertEqual(surely_awaited(whens), (1, 2, 5))


class ChosenBesides(unittest.TestCase):
    def test_a_choice_that_is_met_by_what_must_be_done_anyway_is_not_asked_for_besides(self) -> None:
        score = Scored(2, HALF)
        either = When((Done((1, 3), 1), score), Join.ANY)
        self.assertEqual(missing((either, When((score,))), known()), Missing(scores=((2, HALF),)))
        self.assertEqual(missing((When((score,)), either), known()), Missing(scores=((2, HALF),)))
        more = When((Scored(2, Fraction(80)),))
        self.assertEqual(missing((either, more), known()), Missing(scores=((2, Fraction(80)),)))
        less = When((Scored(2, Fraction(40)),))
        self.assertEqual(missing((either, less), known()).choices, (Choice(1, (1, 3)),))
