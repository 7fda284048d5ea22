"""Items of QTI 3.0: written, read back, and read from what others write."""

from __future__ import annotations

import unittest
from fractions import Fraction
from io import BytesIO
from zipfile import ZipFile

from unvo_core.answers.kinds import (
    ByHand,
    ChoiceAsked,
    Key,
    Likeness,
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
from unvo_core.questions.qti.package import Unpackable, beside, read_package, write_package
from unvo_core.questions.qti.reading import read_item
from unvo_core.questions.qti.writing import item_xml

from core.tests.questions.samples import LATITUDE
from core.tests.questions.test_question import EVERY, asking

OPTIONS = (
    Option(name="a", text="<p>north</p>", right=True),
    Option(name="b", text="south", word="The other way."),
    Option(name="c", text="east", right=True),
    Option(name="d", text="west"),
)
PLAIN = "xmlns='http://www.imsglobal.org/xsd/imsqtiasi_v3p0' identifier='q' title='By others'"


def written(question: Question, points: Fraction = Fraction(2)) -> bytes:
    return item_xml("q1", "A question", points, question)[0]


def back(question: Question) -> Question:
    read = read_item(written(question))
    assert read.question is not None, read.problems
    return read.question


def one(asked: object, text: str = "<p>Which way?</p>") -> Question:
    return Question(text=text, fields=(Field(name="a1", asked=asked),))  # type: ignore[arg-type]


class RoundTrip(unittest.TestCase):
    def test_choices_come_back_as_they_were(self) -> None:
        for several in (False, True):
            for rule in Rule if several else (Rule.ALL,):
                options = OPTIONS if several else (*OPTIONS[:2], OPTIONS[3])
                question = one(ChoiceAsked(options=options, several=several, rule=rule))
                with self.subTest(several=several, rule=rule):
                    self.assertEqual(back(question), question)

    def test_a_choice_that_is_right_in_part(self) -> None:
        options = (*OPTIONS[:2], Option(name="n", text="nearly", credit=Fraction(1, 2)))
        self.assertEqual(back(one(ChoiceAsked(options=options))), one(ChoiceAsked(options=options)))

    def test_numbers_by_every_nearness(self) -> None:
        """Decimals, figures and shares come back as the distance that they stand for."""
        for tolerance in (Tolerance(), Tolerance(Nearness.WITHIN, Fraction(1, 100))):
            question = one(NumberAsked(keys=(Key("12.5"), Key("-12.5", Fraction(1, 2), "Sign?")), tolerance=tolerance))
            with self.subTest(tolerance=tolerance):
                self.assertEqual(back(question), question)
        alike = ((Nearness.DECIMALS, "3"), (Nearness.FIGURES, "5"), (Nearness.RELATIVE, "0.00004"))
        for tolerance in (Tolerance(nearness, Fraction(amount)) for nearness, amount in alike):
            found = back(one(NumberAsked(keys=(Key("12.5"),), tolerance=tolerance))).fields[0].asked
            assert isinstance(found, NumberAsked)
            self.assertEqual(found.tolerance, Tolerance(Nearness.WITHIN, Fraction(1, 2000)))

    def test_texts_orders_and_work_that_a_person_reads(self) -> None:
        kinds = (
            TextAsked(keys=(Key("compass rule"), Key("Bowditch", Fraction(1, 2)))),
            TextAsked(keys=(Key("Peg"),), likeness=Likeness.EXACT),
            TextAsked(keys=(Key("level*"),), likeness=Likeness.PATTERN),
            OrderingAsked(options=tuple(Option(name=o.name, text=o.text) for o in OPTIONS)),
            ByHand(sort="essay"),
            ByHand(sort="file"),
        )
        for asked in kinds:
            with self.subTest(asked.kind):
                self.assertEqual(back(one(asked)), one(asked))

    def test_answers_in_the_text_stand_where_they_stood_with_their_weights(self) -> None:
        question = Question(
            text="<p>From [[a1]] m it falls to [[a2]] m.</p>",
            fields=(
                Field(name="a1", asked=NumberAsked(keys=(Key("3"),)), weight=Fraction(2)),
                Field(name="a2", asked=NumberAsked(keys=(Key("1.5"),))),
            ),
            solution="<p>Read the <em>staff</em> twice &amp; subtract.</p>",
        )
        self.assertEqual(back(question), question)

    def test_every_kind_is_written_in_its_versions_numbers(self) -> None:
        """What the format can say is judged alike by what is read back; what it can't is named."""
        for kind, asked in EVERY.items():
            question = asking(asked)
            version = draw(question, "any")
            fixed = fixed_question(question, version)
            xml, notes = item_xml("q1", kind, Fraction(3), fixed)
            read = read_item(xml)
            with self.subTest(kind):
                self.assertEqual((read.problems, read.points), ((), 3))
                self.assertNotIn(b"[[", xml)
                by_letters = {"fraction", "formula", "list", "interval", "point", "angle", "bearing"}
                self.assertEqual("by_letters" in notes, kind in by_letters)

    def test_a_version_judges_as_the_question_does(self) -> None:
        fixed = fixed_question(LATITUDE, draw(LATITUDE, "s"))
        key = fixed.fields[0].asked.keys[0].text  # type: ignore[union-attr]
        found = back(fixed)
        for off, share in (("0", 1), ("0.0004", 1), ("0.0007", 0)):
            answer = str(float(Fraction(key) + Fraction(off)))
            with self.subTest(off=off):
                outcome = judge_question(found, draw(found, "s"), {"a1": answer})
                self.assertEqual(outcome.share, share, answer)


class ByOthers(unittest.TestCase):
    """Written by hand after the information model of QTI 3.0; from memory of its examples, none copied."""

    def read(self, body: str, declared: str, processing: str = "") -> Question:
        xml = (
            f"<qti-assessment-item {PLAIN}>{declared}<qti-item-body>{body}</qti-item-body>"
            f"<qti-response-processing>{processing}</qti-response-processing></qti-assessment-item>"
        )
        found = read_item(xml.encode())
        self.assertEqual(found.problems, ())
        assert found.question is not None
        return found.question

    def test_a_template_that_matches_what_is_right(self) -> None:
        question = self.read(
            "<p>Pick.</p><qti-choice-interaction response-identifier='R' max-choices='1'>"
            "<qti-simple-choice identifier='A'>one</qti-simple-choice>"
            "<qti-simple-choice identifier='B'>two</qti-simple-choice></qti-choice-interaction>",
            "<qti-response-declaration identifier='R' cardinality='single' base-type='identifier'>"
            "<qti-correct-response><qti-value>B</qti-value></qti-correct-response></qti-response-declaration>",
        )
        asked = question.fields[0].asked
        assert isinstance(asked, ChoiceAsked)
        self.assertEqual([(o.text, o.right) for o in asked.options], [("one", False), ("two", True)])
        self.assertEqual(question.text, "<p>Pick.</p>")

    def test_an_inline_choice_and_rounded_equality(self) -> None:
        question = self.read(
            "<p>It is <qti-inline-choice-interaction response-identifier='R'>"
            "<qti-inline-choice identifier='A'>up</qti-inline-choice><qti-inline-choice identifier='B'>down"
            "</qti-inline-choice></qti-inline-choice-interaction> by"
            " <qti-text-entry-interaction response-identifier='N'/> m.</p>",
            "<qti-response-declaration identifier='R' cardinality='single' base-type='identifier'>"
            "<qti-correct-response><qti-value>A</qti-value></qti-correct-response></qti-response-declaration>"
            "<qti-response-declaration identifier='N' cardinality='single' base-type='float'>"
            "<qti-correct-response><qti-value>2.25</qti-value></qti-correct-response></qti-response-declaration>",
            "<qti-response-condition><qti-response-if><qti-equal-rounded rounding-mode='decimalPlaces' figures='1'>"
            "<qti-variable identifier='N'/><qti-correct identifier='N'/></qti-equal-rounded>"
            "<qti-set-outcome-value identifier='SCORE'><qti-base-value base-type='float'>1</qti-base-value>"
            "</qti-set-outcome-value></qti-response-if></qti-response-condition>",
        )
        self.assertEqual(question.text, "<p>It is [[a1]] by [[a2]] m.</p>")
        self.assertEqual(
            question.fields[1].asked,
            NumberAsked(keys=(Key("2.25"),), tolerance=Tolerance(Nearness.DECIMALS, Fraction(1))),
        )

    def test_tolerances_of_the_standard(self) -> None:
        modes = {
            "tolerance-mode='absolute' tolerance='0.5 0.5'": Tolerance(Nearness.WITHIN, Fraction(1, 2)),
            "tolerance-mode='relative' tolerance='2'": Tolerance(Nearness.RELATIVE, Fraction(1, 50)),
            "tolerance-mode='exact'": Tolerance(),
        }
        for mode, tolerance in modes.items():
            question = self.read(
                "<p>How far? <qti-text-entry-interaction response-identifier='N'/></p>",
                "<qti-response-declaration identifier='N' cardinality='single' base-type='float'/>",
                f"<qti-response-condition><qti-response-if><qti-equal {mode}><qti-variable identifier='N'/>"
                "<qti-base-value base-type='float'>40</qti-base-value></qti-equal>"
                "<qti-set-outcome-value identifier='SCORE'><qti-base-value base-type='float'>1</qti-base-value>"
                "</qti-set-outcome-value></qti-response-if></qti-response-condition>",
            )
            with self.subTest(mode):
                self.assertEqual(question.fields[0].asked, NumberAsked(keys=(Key("40"),), tolerance=tolerance))

    def test_what_cannot_be_taken_over_is_named(self) -> None:
        bad = {
            b"": "no_xml",
            b"<html/>": "no_item",
            b"<!DOCTYPE x [<!ENTITY e 'x'>]><x>&e;</x>": "doctype",
            f"<qti-assessment-item {PLAIN}/>".encode(): "no_body",
            f"<qti-assessment-item {PLAIN}><qti-item-body><p>x</p></qti-item-body></qti-assessment-item>".encode(): (
                "no_answer"
            ),
            (
                f"<qti-assessment-item {PLAIN}><qti-item-body><qti-hotspot-interaction response-identifier='R'/>"
                "</qti-item-body></qti-assessment-item>"
            ).encode(): "unsupported",
            (
                f"<qti-assessment-item {PLAIN}><qti-template-declaration identifier='n'/><qti-item-body/>"
                "</qti-assessment-item>"
            ).encode(): "template",
            (
                f"<qti-assessment-item {PLAIN}><qti-item-body><qti-text-entry-interaction response-identifier='R'/>"
                "</qti-item-body></qti-assessment-item>"
            ).encode(): "no_response",
            b"<a>" * 500 + b"</a>" * 500: "no_xml",
            b"<a>" * 100 + b"</a>" * 100: "deep",
            b" " * 2_000_001: "too_large",
        }
        for content, code in bad.items():
            with self.subTest(code):
                self.assertEqual([p.code for p in read_item(content).problems], [f"qti.{code}"])


class Packages(unittest.TestCase):
    def zipped(self, **files: bytes) -> bytes:
        out = BytesIO()
        with ZipFile(out, "w") as made:
            for name, content in files.items():
                made.writestr(name.replace("__", "/"), content)
        return out.getvalue()

    def test_items_come_back_in_their_order_with_their_pictures(self) -> None:
        xml = written(one(ByHand()))
        made = write_package([("b", xml, ["pictures/1.png"]), ("a", xml, [])], {"pictures/1.png": b"png"})
        found = read_package(made)
        self.assertEqual([name for name, _ in found.items], ["items/b.xml", "items/a.xml"])
        self.assertEqual(found.files[beside("items/b.xml", "../pictures/1.png")], b"png")
        self.assertEqual(
            made, write_package([("b", xml, ["pictures/1.png"]), ("a", xml, [])], {"pictures/1.png": b"png"})
        )

    def test_without_a_manifest_what_looks_like_an_item_is_taken(self) -> None:
        found = read_package(self.zipped(a__x=b"no", b=b"", c__q_xml=b"", **{"q.xml": written(one(ByHand()))}))
        self.assertEqual([name for name, _ in found.items], ["q.xml"])

    def test_one_item_by_itself_is_a_package(self) -> None:
        self.assertEqual(len(read_package(written(one(ByHand()))).items), 1)

    def test_what_is_no_package_is_refused(self) -> None:
        for content, code in (
            (b"PK not really", "qti.no_zip"),
            (self.zipped(a=b"x"), "qti.no_items"),
            (self.zipped(**{f"f{n}": b"" for n in range(2001)}), "qti.zip_large"),
        ):
            with self.subTest(code), self.assertRaises(Unpackable) as raised:
                read_package(content)
            self.assertEqual(raised.exception.problem.code, code)

    def test_a_zip_bomb_is_not_unpacked(self) -> None:
        out = BytesIO()
        with ZipFile(out, "w", 8) as made:
            for n in range(3):
                made.writestr(f"{n}.xml", b" " * 100_000_000)
        with self.assertRaises(Unpackable) as raised:
            read_package(out.getvalue())
        self.assertEqual(raised.exception.problem.code, "qti.zip_large")

    def test_an_address_leads_nowhere_else(self) -> None:
        found = read_package(self.zipped(**{"../evil.xml": written(one(ByHand())), "q.xml": written(one(ByHand()))}))
        self.assertEqual(list(found.files), ["q.xml"])
