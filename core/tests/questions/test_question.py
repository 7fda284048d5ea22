"""Showing, answering and judging whole questions; what is wrong with one as it is written."""

from __future__ import annotations

import json
import unittest
from dataclasses import replace
from fractions import Fraction

from unvo_core.answers.formulas import Variable
from unvo_core.answers.kinds import (
    AngleAsked,
    Asked,
    ByHand,
    ChoiceAsked,
    FormulaAsked,
    FractionAsked,
    IntervalAsked,
    Key,
    ListAsked,
    MatchingAsked,
    Option,
    OrderingAsked,
    PointAsked,
    Rule,
    TextAsked,
)
from unvo_core.questions.decimals import fixed, written
from unvo_core.questions.drawing import draw
from unvo_core.questions.judging import judge_question, setting_of
from unvo_core.questions.model import Derived, Field, OneOf, Parameter, Question, Range
from unvo_core.questions.problems import question_problems
from unvo_core.questions.showing import filled, named, opaque, shown_field, shown_numbers
from unvo_core.questions.written_keys import written_key

from core.tests.questions.samples import LATITUDE, QUESTION, WORDS, number, small

STEPS = tuple(Option(name, text) for name, text in zip("abcd", ("Set up", "Level", "Sight", "Read"), strict=True))
SIGNS = (Option("a", "sine", right=True), Option("b", "cosine", word="That is the latitude."), Option("c", "tangent"))
EVERY: dict[str, Asked] = {
    "number": number("lat"),
    "measure": number("d/1000", unit="km", decimals=5),
    "fraction": FractionAsked(keys=(Key("d/7"),)),
    "formula": FormulaAsked(keys=(Key("d x^2+az"),), variables=(Variable("x"),)),
    "list": ListAsked(keys=(Key("d, 2d"),)),
    "interval": IntervalAsked(keys=(Key("[-d, d)"),)),
    "point": PointAsked(keys=(Key("(d, -d)"),)),
    "angle": AngleAsked(keys=(Key("az"),), seconds=Fraction(1)),
    "bearing": AngleAsked(keys=(Key("az"),), seconds=Fraction(1), bearing=True),
    "text": TextAsked(keys=(Key("compass rule"),)),
    "choice": ChoiceAsked(options=SIGNS),
    "ordering": OrderingAsked(options=STEPS),
    "matching": MatchingAsked(left=STEPS[:2], right=STEPS[2:], pairs=(("a", "d"), ("b", "c"))),
}


def asking(asked: Asked) -> Question:
    return replace(LATITUDE, fields=(Field(name="a", asked=asked),))


class Shown(unittest.TestCase):
    def test_numbers_in_the_text(self) -> None:
        version = draw(LATITUDE, "s")
        text = filled(LATITUDE.text, shown_numbers(LATITUDE, version))
        self.assertRegex(text, r"^<p>A line runs \d\d\.\d\d m at an azimuth of \d{1,3}°\d\d′\. What")
        self.assertNotIn("[[", text)
        self.assertRegex(
            filled(WORDS.text, shown_numbers(WORDS, draw(WORDS, "s"))), r"(rodman|recorder) reads [12]\.\d{3}"
        )

    def test_a_number_keeps_every_figure(self) -> None:
        """Twenty figures, of which floating point would keep sixteen."""
        self.assertEqual(fixed(Fraction("12345678901234.123456"), 6), "12345678901234.123456")
        self.assertEqual((written(Fraction(-1, 8)), written(Fraction(1, 3))), ("-0.125", "1/3"))

    def test_a_word_is_text_and_never_markup(self) -> None:
        hostile = Question(
            text="<p>[[w]]</p>",
            parameters=(Parameter(name="w", drawn=OneOf(values=('<img src=x onerror="a()">',), words=True)),),
            fields=(Field(name="a", asked=number("1")),),
        )
        text = filled(hostile.text, shown_numbers(hostile, draw(hostile, "s")))
        self.assertEqual(text, "<p>&lt;img src=x onerror=&quot;a()&quot;&gt;</p>")

    def test_options_come_under_names_that_say_nothing(self) -> None:
        """No own name crosses, orders differ between students, and what is chosen finds its way back."""
        orders = set()
        for student in range(12):
            version = draw(asking(EVERY["ordering"]), f"student {student}")
            shown = shown_field(asking(EVERY["ordering"]).fields[0], version, {})
            orders.add(tuple(option.text for option in shown.options))
            self.assertFalse({o.name for o in shown.options} & set("abcd"))
            back = named(EVERY["ordering"], tuple(o.name for o in shown.options), f"{version.seed}|a")
            self.assertEqual(sorted(back), list("abcd"))
        self.assertGreater(len(orders), 6)

    def test_what_was_never_offered_falls_away(self) -> None:
        choice = ChoiceAsked(options=SIGNS, several=True)
        self.assertEqual(named(choice, ("a", "zz", opaque("s|a", "b"), opaque("s|a", "b")), "s|a"), ("b",))


class Judged(unittest.TestCase):
    def test_every_kind_takes_its_own_key(self) -> None:
        """The key written out in a version's numbers is right, for 25 versions of every kind."""
        for kind, asked in EVERY.items():
            question = asking(asked)
            self.assertEqual(question_problems(question), [], kind)
            for number_ in range(25):
                version = draw(question, f"{kind}/{number_}")
                key = written_key(asked, setting_of(question, version))
                with self.subTest(kind=kind, key=key):
                    outcome = judge_question(question, version, {"a": key})
                    self.assertEqual(outcome.share, 1, outcome)

    def test_an_azimuth_is_written_within_one_turn(self) -> None:
        """172 degrees, then 180 and 220 more: 212, not 572."""
        for turns, told in ((True, "212°05'00\""), (False, "572°05'00\"")):
            question = asking(AngleAsked(keys=(Key("172+1/12+180+220"),), seconds=Fraction(1), turns=turns))
            version = draw(question, "any")
            with self.subTest(turns=turns):
                self.assertEqual(written_key(question.fields[0].asked, setting_of(question, version)), told)

    def test_a_question_is_read_back_from_json(self) -> None:
        for kind, asked in EVERY.items():
            with self.subTest(kind):
                question = asking(asked)
                self.assertEqual(QUESTION.validate_python(json.loads(QUESTION.dump_json(question))), question)

    def test_parts_by_their_weight(self) -> None:
        question = replace(
            LATITUDE,
            fields=(
                Field(name="a", asked=number("2"), weight=Fraction(3)),
                Field(name="b", asked=TextAsked(keys=(Key("north"),))),
            ),
        )
        version = draw(question, "s")
        for answers, share in (
            ({"a": "2"}, "3/4"),
            ({"b": "north"}, "1/4"),
            ({"a": "2", "b": "North"}, "1"),
            ({"a": "2(", "b": "north"}, "1/4"),
            ({}, "0"),
        ):
            with self.subTest(answers):
                self.assertEqual(judge_question(question, version, answers).share, Fraction(share))
        self.assertEqual(judge_question(question, version, {"a": "2("}).form_errors["a"].code, "bracket_opens")

    def test_what_a_person_reads_has_no_share_yet(self) -> None:
        question = replace(LATITUDE, fields=(*LATITUDE.fields, Field(name="b", asked=ByHand())))
        version = draw(question, "s")
        self.assertIsNone(judge_question(question, version, {"b": "<p>Because.</p>"}).share)
        self.assertEqual(judge_question(question, version, {}).share, 0)

    def test_an_anticipated_wrong_answer_has_its_word_and_its_part(self) -> None:
        version = draw(LATITUDE, "s")
        wrong = written_key(LATITUDE.fields[0].asked, setting_of(LATITUDE, version), number("d sin(az)").keys[0])
        outcome = judge_question(LATITUDE, version, {"a": wrong})
        self.assertEqual(outcome.share, Fraction(1, 3))
        self.assertIn("departure", outcome.fields["a"].words[0])  # type: ignore[union-attr]


class Choices(unittest.TestCase):
    def share(self, asked: Asked, answer: object) -> str:
        question = asking(asked)
        return str(judge_question(question, draw(question, "s"), {"a": answer}).share)  # type: ignore[dict-item]

    def test_rules_of_several_choices(self) -> None:
        """Two right of five, worked by hand."""
        options = tuple(Option(name, name, right=name in "ab") for name in "abcde")
        for rule, answer, share in (
            ("all", "ab", "1"),
            ("all", "abc", "0"),
            ("all", "a", "0"),
            ("right_minus_wrong", "ab", "1"),
            ("right_minus_wrong", "a", "1/2"),
            ("right_minus_wrong", "abc", "1/2"),
            ("right_minus_wrong", "acd", "0"),
            ("each", "ab", "1"),
            ("each", "abc", "4/5"),
            ("each", "c", "2/5"),
        ):
            asked = ChoiceAsked(options=options, several=True, rule=Rule(rule))
            with self.subTest(rule=rule, answer=answer):
                self.assertEqual(self.share(asked, tuple(answer)), share)

    def test_matching_and_ordering(self) -> None:
        matching = EVERY["matching"]
        self.assertEqual(self.share(matching, {"a": "d", "b": "d"}), "1/2")
        self.assertEqual(self.share(OrderingAsked(options=STEPS), tuple("abdc")), "0")
        self.assertEqual(self.share(OrderingAsked(options=STEPS, each=True), tuple("abdc")), "1/3")
        self.assertEqual(self.share(OrderingAsked(options=STEPS, each=True), tuple("bcda")), "2/3")


class Problems(unittest.TestCase):
    def codes(self, question: Question) -> dict[str, str]:
        return {problem.path: problem.code for problem in question_problems(question)}

    def test_what_is_wrong_with_a_question(self) -> None:
        base = small("n")
        parameter, field = base.parameters[0], base.fields[0]
        for change, expected in (
            ({"text": " "}, {"text": "bank_question.no_text"}),
            ({"fields": ()}, {"fields": "bank_question.no_field"}),
            ({"text": "<p>[[q]]</p>"}, {"text": "bank_question.unknown_chip"}),
            ({"parameters": (replace(parameter, name="sin"),)}, {"parameters.sin": "bank_question.name_taken"}),
            ({"parameters": (parameter, parameter)}, {"parameters.n": "bank_question.name_twice"}),
            ({"parameters": (replace(parameter, only_if="n >"),)}, {"parameters.n.only_if": "form.empty"}),
            ({"parameters": (replace(parameter, only_if="n"),)}, {"parameters.n.only_if": "form.comparison_form"}),
            (
                {"parameters": (replace(parameter, drawn=Range(least=Fraction(2), most=Fraction(1))),)},
                {"parameters.n": "bank_question.range"},
            ),
            ({"fields": (replace(field, asked=number("n+m")),)}, {"fields.a.keys.0": "form.unknown_name"}),
            ({"fields": (replace(field, asked=number("n(")),)}, {"fields.a.keys.0": "form.bracket_opens"}),
            ({"fields": (replace(field, asked=number("n", unit="mtr")),)}, {"fields.a.unit": "form.unit_unknown"}),
            ({"fields": (replace(field, asked=TextAsked(keys=())),)}, {"fields.a": "bank_question.no_key"}),
            (
                {"fields": (replace(field, asked=ChoiceAsked(options=SIGNS[1:])),)},
                {"fields.a": "bank_question.right_options"},
            ),
        ):
            with self.subTest(expected):
                self.assertEqual(self.codes(replace(base, **change)), expected)  # type: ignore[arg-type]

    def test_a_circle_of_derived_numbers(self) -> None:
        circle = tuple(Parameter(name=a, drawn=Derived(formula=f"{b}+1")) for a, b in (("p", "q"), ("q", "p")))
        question = Question(text="<p>?</p>", parameters=circle, fields=(Field(name="a", asked=number("p")),))
        self.assertEqual(self.codes(question), {"parameters": "bank_question.circle"})
