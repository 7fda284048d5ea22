"""Sources: common practice, no source, unless a line says otherwise."""

from collections import Counter
from datetime import UTC, datetime, timedelta
from fractions import Fraction
from itertools import pairwise
from unittest import TestCase

from scipy.stats import chisquare
from unvo_core.answers.kinds import ByHand, ChoiceAsked, Key, NumberAsked, Option, TextAsked
from unvo_core.questions.model import Derived, Field, OneOf, Parameter, Question, Range
from unvo_core.quizzes.beginning import hindrance
from unvo_core.quizzes.clock import ends_at, own_seconds
from unvo_core.quizzes.fresh import can_practise
from unvo_core.quizzes.rules import (
    Paper,
    QuizRules,
    Revealed,
    Stand,
    When,
    is_shown,
    rules_problems,
    shown,
    told_to_all,
)
from unvo_core.quizzes.slots import Slot, choose, question_count, total_points
from unvo_core.quizzes.totals import Ruling, Won, attempt_points
from unvo_core.quizzes.tries import points_of, tries_of

AT = datetime(2026, 10, 7, 15, 2, tzinfo=UTC)
HOUR = timedelta(hours=1)


def choice_of(count: int) -> Question:
    options = tuple(Option(name="abcdefgh"[n], text=str(n), right=n == 0) for n in range(count))
    return Question(text="", fields=(Field(name="a", asked=ChoiceAsked(options=options)),))


class Slots(TestCase):
    def test_what_is_drawn_is_worth_the_same_for_everyone(self) -> None:
        slots = [Slot(question=1, points=Fraction(2)), Slot(bank=7, count=3, points=Fraction(3, 2))]
        self.assertEqual(total_points(slots), Fraction(13, 2))
        self.assertEqual(question_count(slots), 4)
        for seed in map(str, range(50)):
            chosen = choose(slots, {7: range(10, 20)}, seed, shuffle=True) or ()
            self.assertEqual(sum(c.points for c in chosen), Fraction(13, 2))

    def test_no_question_is_put_twice(self) -> None:
        slots = [Slot(bank=7, count=2), Slot(question=11), Slot(bank=7, count=2)]
        for seed in map(str, range(200)):
            chosen = choose(slots, {7: range(10, 15)}, seed, shuffle=False) or ()
            self.assertEqual(len({c.question for c in chosen}), 5, seed)

    def test_the_same_seed_draws_the_same_and_another_one_others(self) -> None:
        slots = [Slot(bank=7, count=3)]
        first = choose(slots, {7: range(40)}, "one", shuffle=True)
        self.assertEqual(first, choose(slots, {7: range(40)}, "one", shuffle=True))
        self.assertNotEqual(first, choose(slots, {7: range(40)}, "two", shuffle=True))

    def test_each_question_of_a_bank_is_drawn_as_often(self) -> None:
        drawn = Counter(
            c.question
            for seed in range(3000)
            for c in choose([Slot(bank=7, count=2)], {7: range(8)}, f"secret{seed}", shuffle=False) or ()
        )
        self.assertGreater(chisquare(list(drawn.values())).pvalue, 0.001)

    def test_a_bank_with_too_few_draws_nothing(self) -> None:
        self.assertIsNone(choose([Slot(bank=7, count=3)], {7: [1, 2]}, "s", shuffle=False))
        self.assertIsNone(choose([Slot(bank=7)], {}, "s", shuffle=False))

    def test_unshuffled_stands_as_it_was_laid(self) -> None:
        chosen = choose([Slot(question=5), Slot(bank=7, count=2), Slot(question=3)], {7: [9, 8]}, "s", shuffle=False)
        self.assertEqual([c.question for c in chosen or ()], [5, 9, 8, 3])


class Tries(TestCase):
    def test_three_ways_to_answer_leave_one_try(self) -> None:
        """The check value of the page on questions."""
        self.assertEqual([tries_of(choice_of(n), 3) for n in (2, 3, 4, 5, 6, 8)], [1, 1, 2, 2, 3, 3])
        self.assertIsNone(tries_of(choice_of(3), None))

    def test_a_wrong_try_costs_and_never_takes_what_was_won(self) -> None:
        three, one, none = Fraction(3), Fraction(1), Fraction(0)
        self.assertEqual(points_of(three, [none, one], one), 2)
        self.assertEqual(points_of(three, [none, none, none, none, one], one), 0)
        self.assertEqual(points_of(three, [Fraction(2, 3), one], one), 2)
        self.assertEqual(points_of(three, [], one), 0)

    def test_another_try_never_lowers_the_points(self) -> None:
        shares = [Fraction(n, 7) for n in (3, 0, 5, 7, 1)]
        won = [points_of(Fraction(5), shares[:n], Fraction(1, 2)) for n in range(6)]
        self.assertTrue(all(a <= b for a, b in pairwise(won)), won)


class Clock(TestCase):
    def test_an_allowance_multiplies_and_the_closing_moment_ends(self) -> None:
        self.assertEqual(ends_at(AT, 20, Fraction(3, 2), None), AT + timedelta(minutes=30))
        self.assertEqual(ends_at(AT, 20, Fraction(1), AT + timedelta(minutes=12)), AT + timedelta(minutes=12))
        self.assertEqual(ends_at(AT, None, Fraction(1), AT + HOUR), AT + HOUR)
        self.assertIsNone(ends_at(AT, None, Fraction(2), None))

    def test_minutes_given_at_the_table_are_given_past_the_closing_moment(self) -> None:
        self.assertEqual(
            ends_at(AT, 20, Fraction(1), AT + timedelta(minutes=20), extra_minutes=5), AT + timedelta(minutes=25)
        )

    def test_odd_factors_round_up_to_a_second(self) -> None:
        self.assertEqual(own_seconds(25, Fraction(4, 3)), 2000)
        self.assertEqual(own_seconds(1, Fraction(1, 7)), 9)

    def test_a_clock_without_a_zone_is_a_mistake(self) -> None:
        with self.assertRaises(ValueError):
            ends_at(AT.replace(tzinfo=None), 20, Fraction(1), None)


class Shown(TestCase):
    def stand(self, **more: object) -> Stand:
        return Stand(**{"now": AT, "last": False, "due": AT + HOUR, "closes": AT + 2 * HOUR} | more)  # type: ignore[arg-type]

    def test_each_moment(self) -> None:
        later, end = self.stand(now=AT + HOUR), self.stand(now=AT + 2 * HOUR)
        cases = [
            (When.NEVER, end, False),
            (When.AT_ONCE, self.stand(), True),
            (When.LAST_ATTEMPT, end, False),
            (When.LAST_ATTEMPT, self.stand(last=True), True),
            (When.DUE, self.stand(), False),
            (When.DUE, later, True),
            (When.CLOSE, later, False),
            (When.CLOSE, end, True),
            (When.BY_HAND, end, False),
            (When.BY_HAND, self.stand(opened=True), True),
        ]
        for when, stand, expected in cases:
            with self.subTest(when):
                self.assertEqual(is_shown(when, stand), expected)

    def test_a_moment_that_is_not_set_waits_for_the_teacher(self) -> None:
        bare = self.stand(due=None, closes=None)
        self.assertFalse(is_shown(When.DUE, bare))
        self.assertTrue(is_shown(When.DUE, self.stand(due=None, opened=True)))

    def test_keys_wait_until_the_work_is_due_unless_said_otherwise(self) -> None:
        self.assertEqual(
            shown(QuizRules(), self.stand()), {Revealed.SCORE, Revealed.RIGHT, Revealed.ANSWERS, Revealed.WORDS}
        )
        self.assertEqual(shown(QuizRules(), self.stand(now=AT + HOUR)), set(Revealed))

    def test_nobody_begins_once_the_key_lies_open(self) -> None:
        self.assertFalse(told_to_all(QuizRules(), self.stand()))
        self.assertTrue(told_to_all(QuizRules(), self.stand(now=AT + HOUR)))
        at_once = QuizRules(shows={Revealed.KEY: When.AT_ONCE, Revealed.SOLUTION: When.LAST_ATTEMPT})
        self.assertFalse(told_to_all(at_once, self.stand(now=AT + HOUR)))

    def test_what_keeps_from_beginning(self) -> None:
        free = {"used": 0, "allowed": 2, "sheet": False, "questions": 3, "here": False}

        def code(rules: QuizRules = QuizRules(), now: datetime = AT, **changed: object) -> str:  # noqa: B008
            found = hindrance(rules, self.stand(now=now), **(free | changed))  # type: ignore[arg-type]
            return found.code if found else ""

        self.assertEqual(code(), "")
        self.assertEqual(code(questions=0), "quiz.empty")
        self.assertEqual([code(used=n) for n in (1, 2)], ["", "quiz.no_attempt_left"])
        self.assertEqual(code(used=99, allowed=None), "")
        self.assertEqual(code(now=AT + HOUR), "quiz.key_is_out")
        in_a_room = QuizRules(room=True)
        self.assertEqual([code(in_a_room), code(in_a_room, here=True)], ["quiz.not_checked_in", ""])

    def test_a_sheet_is_for_what_is_worked_at_home_on_paper(self) -> None:
        free = {"used": 0, "allowed": 1, "questions": 3, "here": False}

        def code(paper: Paper, *, sheet: bool) -> str:
            found = hindrance(QuizRules(paper=paper), self.stand(), sheet=sheet, **free)  # type: ignore[arg-type]
            return found.code if found else ""

        self.assertEqual([code(p, sheet=False) for p in Paper], ["", "quiz.on_paper", "quiz.on_paper"])
        self.assertEqual([code(p, sheet=True) for p in Paper], ["quiz.on_screen", "quiz.on_paper", ""])

    def test_what_can_never_come_is_refused(self) -> None:
        never = QuizRules(attempts=None, shows={Revealed.KEY: When.LAST_ATTEMPT})
        self.assertEqual([p.code for p in rules_problems(never)], ["quiz.no_last_attempt"])
        bad = QuizRules(attempts=0, tries=11, minutes=1441, try_cost=Fraction(-1), code="x" * 41)
        self.assertEqual(
            [p.code for p in rules_problems(bad)],
            ["quiz.attempts", "quiz.tries", "quiz.minutes", "quiz.try_cost", "quiz.code_long"],
        )
        self.assertEqual(rules_problems(QuizRules()), [])
        tried = [rules_problems(QuizRules(paper=paper, tries=2)) for paper in Paper]
        self.assertEqual([[p.code for p in found] for found in tried], [[], ["quiz.paper_tries"], ["quiz.paper_tries"]])


class Totals(TestCase):
    def test_what_waits_for_a_reader_holds_the_whole(self) -> None:
        self.assertIsNone(attempt_points([Won(Fraction(2), Fraction(1)), Won(Fraction(3), None)]))

    def test_taken_out_is_carried_by_the_rest(self) -> None:
        """8 of the 12 that are left are 10 of 15."""
        found = attempt_points([Won(Fraction(12), Fraction(8)), Won(Fraction(3), Fraction(0), Ruling.OUT)])
        self.assertEqual(found, 10)
        self.assertEqual(attempt_points([Won(Fraction(3), None, Ruling.OUT)]), 3)

    def test_given_to_all(self) -> None:
        self.assertEqual(attempt_points([Won(Fraction(3), None, Ruling.ALL), Won(Fraction(2), Fraction(1))]), 4)


class Fresh(TestCase):
    def asked(self, key: str, *parameters: Parameter) -> Question:
        return Question(text="", parameters=parameters, fields=(Field(name="a", asked=NumberAsked(keys=(Key(key),))),))

    def test_only_what_depends_on_numbers_that_change(self) -> None:
        d = Parameter(name="d", drawn=Range(least=Fraction(1), most=Fraction(9)))
        c = Parameter(name="c", drawn=OneOf(values=("4",)))
        t = Parameter(name="t", drawn=Derived(formula="d+1"))
        self.assertTrue(can_practise(self.asked("2d", d)))
        self.assertTrue(can_practise(self.asked("t^2", d, t)))
        self.assertFalse(can_practise(self.asked("c+1", d, c)))
        self.assertFalse(can_practise(self.asked("7")))
        self.assertFalse(can_practise(choice_of(4)))
        for asked in (TextAsked(keys=(Key("d"),)), ByHand()):
            self.assertFalse(can_practise(Question(text="", parameters=(d,), fields=(Field(name="a", asked=asked),))))
