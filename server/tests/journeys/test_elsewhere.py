"""Items that go out as QTI 3.0, played and scored by a player that others wrote (@citolab/qti-components), as our own
judge scores the same answers."""

from __future__ import annotations

import os
from collections.abc import Iterator
from fractions import Fraction
from pathlib import Path
from typing import Any

from apps.questions.bodies import BODY
from demo.banks import SURVEYING
from demo.content.statistics_questions import STATISTICS
from django.test import SimpleTestCase, tag
from playwright.sync_api import Page, sync_playwright
from unvo_core.answers.kinds import (
    Asked,
    ByHand,
    ChoiceAsked,
    Key,
    Likeness,
    MatchingAsked,
    NumberAsked,
    Option,
    OrderingAsked,
    Rule,
    TextAsked,
)
from unvo_core.answers.numbers import Nearness, Tolerance
from unvo_core.questions.drawing import draw
from unvo_core.questions.judging import judge_question
from unvo_core.questions.model import Field, Question
from unvo_core.questions.qti.fixed import fixed_question
from unvo_core.questions.qti.writing import item_xml

from tests.journeys.browser import CHROMIUM, FLAGS, ROOT

PLAYER = ROOT / "web" / "node_modules" / "@citolab" / "qti-components" / "cdn" / "index.js"
PLAY = """async ([xml, given]) => {
    document.body.replaceChildren();
    const [outer, inner] = ["qti-item", "item-container"].map((name) => document.createElement(name));
    inner.itemXML = xml;
    outer.append(inner);
    document.body.append(outer);
    const look = () => inner.shadowRoot?.querySelector("qti-assessment-item");
    for (let n = 0; n < 200 && !look()?.variables?.some((v) => v.identifier === "MAXSCORE"); n++)
        await new Promise((done) => setTimeout(done, 10));
    const item = look();
    for (const [name, value] of Object.entries(given)) item.updateResponseVariable(name, value);
    item.processResponse();
    return item.variables.find((v) => v.identifier === "SCORE")?.value ?? null;
}"""
POINTS = Fraction(6)
A, B, C, D = (Option(name=n, text=f"option {n}") for n in "abcd")
RIGHT_A, RIGHT_C = Option(name="a", text="option a", right=True), Option(name="c", text="option c", right=True)


def one(asked: Asked) -> Question:
    return Question(text="<p>Say it.</p>", fields=(Field(name="f1", asked=asked),))


def several(rule: Rule) -> Question:
    return one(ChoiceAsked(options=(RIGHT_A, B, RIGHT_C, D), several=True, rule=rule))


def number(tolerance: Tolerance, *more: Key) -> Question:
    return one(NumberAsked(keys=(Key("12.5"), *more), tolerance=tolerance))


CHOSEN: tuple[Any, ...] = (("a", "c"), ("a",), ("a", "b"), ("b", "d"), ("a", "b", "c", "d"), ("c", "b", "d"))
NUMBERS = ("12.5", "12.51", "12.4995", "12.5005", "12.6", "-12.5", "13", "0")
CASES: tuple[tuple[str, Question, tuple[Any, ...]], ...] = (
    *((f"several, {rule}", several(rule), CHOSEN) for rule in Rule),
    (
        "in part",
        one(ChoiceAsked(options=(RIGHT_A, Option(name="b", text="nearly", credit=Fraction(1, 2), word="Nearly."), D))),
        (("a",), ("b",), ("d",)),
    ),
    ("exact", number(Tolerance()), NUMBERS),
    ("within", number(Tolerance(Nearness.WITHIN, Fraction(1, 50))), NUMBERS),
    ("relative", number(Tolerance(Nearness.RELATIVE, Fraction(1, 100))), NUMBERS),
    ("decimals", number(Tolerance(Nearness.DECIMALS, Fraction(3))), ("12.500", "12.5004", "12.5006", "12.499")),
    ("half", number(Tolerance(), Key("-12.5", Fraction(1, 2), "The sign.")), NUMBERS),
    (
        "text",
        one(TextAsked(keys=(Key("compass rule"), Key("Bowditch", Fraction(1, 2))))),
        ("compass rule", "Compass Rule", "bowditch", "transit rule"),
    ),
    ("letters", one(TextAsked(keys=(Key("Peg"),), likeness=Likeness.EXACT)), ("Peg", "peg")),
    (
        "pattern",
        one(TextAsked(keys=(Key("level*"), Key("s?aff", Fraction(1, 3))), likeness=Likeness.PATTERN)),
        # Not "a level": this player finds a pattern anywhere, those of the standard (XML Schema) stand for the whole.
        ("levelling", "Level", "staff", "peg"),
    ),
    (
        "order",
        one(OrderingAsked(options=(A, B, C, D))),
        (("a", "b", "c", "d"), ("b", "a", "c", "d")),
    ),
    *(
        (
            f"pairs, each {each}",
            one(MatchingAsked(left=(A, B), right=(C, D), pairs=(("a", "d"), ("b", "c")), each=each)),
            ({"a": "d", "b": "c"}, {"a": "d", "b": "d"}, {"a": "c", "b": "d"}),
        )
        for each in (True, False)
    ),
)


def sent(answer: Any) -> Any:
    """As the player holds it."""
    if isinstance(answer, dict):
        return [f"{left} {right}" for left, right in answer.items()]
    return list(answer) if isinstance(answer, tuple) else answer


@tag("browser")
class PlayedElsewhere(SimpleTestCase):
    page: Page

    @classmethod
    def setUpClass(cls) -> None:
        os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "true"
        super().setUpClass()
        cls.playwright = sync_playwright().start()
        cls.browser = cls.playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        cls.page = cls.browser.new_page()
        cls.page.set_content("<!doctype html><html lang='en'><body></body></html>")
        cls.page.add_script_tag(content=Path(PLAYER).read_text(), type="module")
        cls.page.wait_for_function("!!customElements.get('qti-item') && !!customElements.get('qti-sum')")

    @classmethod
    def tearDownClass(cls) -> None:
        cls.browser.close()
        cls.playwright.stop()
        super().tearDownClass()

    def played(self, question: Question, answers: dict[str, Any]) -> float:
        xml, _ = item_xml("q1", "A question", POINTS, question)
        given = {f"RESPONSE_{n}": sent(answers[f.name]) for n, f in enumerate(question.fields, 1) if f.name in answers}
        return float(self.page.evaluate(PLAY, [xml.decode(), given]))

    def judged(self, question: Question, answers: dict[str, Any]) -> float:
        return float((judge_question(question, draw(question, "any"), answers).share or 0) * POINTS)

    def test_every_kind_that_the_format_knows_is_scored_alike(self) -> None:
        seen = set()
        for name, question, answers in CASES:
            for answer in answers:
                given = {"f1": answer if not isinstance(answer, tuple) or len(answer) else ""}
                with self.subTest(name, answer=answer):
                    ours = self.judged(question, given)
                    self.assertAlmostEqual(self.played(question, given), ours, places=6)
                    seen.add((name, ours))
        scores = {name: {score for other, score in seen if other == name} for name, _, _ in CASES}
        self.assertEqual(
            [name for name, found in scores.items() if len(found) < 2], [], "each has right and wrong ones"
        )

    def test_several_answers_by_their_weights(self) -> None:
        question = Question(
            text="<p>From [[x]] to [[y]].</p>",
            fields=(
                Field(name="x", asked=NumberAsked(keys=(Key("3"),)), weight=Fraction(2)),
                Field(name="y", asked=NumberAsked(keys=(Key("4"),))),
            ),
        )
        for answers in ({"x": "3", "y": "4"}, {"x": "3", "y": "5"}, {"x": "1", "y": "4"}, {"x": "1", "y": "5"}):
            with self.subTest(answers):
                self.assertAlmostEqual(self.played(question, answers), self.judged(question, answers), places=6)

    def test_the_demos_questions_take_their_keys_there_and_nothing_else(self) -> None:
        asked = 0
        for name, question in self.questions():
            right = {f.name: key_of(f.asked) for f in question.fields if not isinstance(f.asked, ByHand)}
            if len(right) < len(question.fields):
                continue
            wrong = {name: wrong_for(value) for name, value in right.items()}
            with self.subTest(name):
                self.assertAlmostEqual(self.played(question, right), float(POINTS), places=6)
                self.assertLess(self.played(question, wrong), float(POINTS))
            asked += 1
        self.assertGreater(asked, 70)

    def questions(self) -> Iterator[tuple[str, Question]]:
        for title, _, body in (posed for bank in (*SURVEYING.values(), STATISTICS) for posed in bank):
            question = BODY.validate_python(body)
            yield title, fixed_question(question, draw(question, title))


def key_of(asked: Asked) -> Any:
    match asked:
        case ChoiceAsked(options=options):
            return tuple(o.name for o in options if o.right)
        case OrderingAsked(options=options):
            return tuple(o.name for o in options)
        case MatchingAsked(pairs=pairs):
            return dict(pairs)
        case TextAsked(keys=keys, likeness=Likeness.PATTERN):
            return keys[0].text.replace("*", "").replace("?", "x")
        case ByHand():
            return None
        case _:
            return next(key.text for key in asked.keys if key.credit == 1)


def wrong_for(value: Any) -> Any:
    if isinstance(value, dict):
        lefts, rights = list(value), list(value.values())
        return dict(zip(lefts, [*rights[1:], rights[0]], strict=True))
    if isinstance(value, tuple):
        return tuple(reversed(value)) if len(value) > 1 else ("nothing",)
    try:
        return str(float(value) * 1.5 + 1)
    except ValueError:
        return "quite another thing"
