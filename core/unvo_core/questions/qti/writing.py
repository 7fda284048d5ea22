"""A question without parameters as an assessment item of QTI 3.0.

Each answer has a response, a SCORE of its own from 0 to 1, and a share in the item's SCORE, which goes up to its
points. What the format has no words for is told beside the item, never left out in silence.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from fractions import Fraction
from html import escape

from lxml import etree
from lxml.etree import Element, SubElement, _Element
from unvo_core.answers.kinds import NumberAsked
from unvo_core.exact import exact_sum
from unvo_core.questions.model import Question
from unvo_core.questions.qti.building import base_value, into, set_outcome, variable
from unvo_core.questions.qti.fixed import exact
from unvo_core.questions.qti.names import ITEM_NS, ITEM_SCHEMA, XSI, qti
from unvo_core.questions.qti.response import Notes, Response
from unvo_core.questions.showing import CHIP


def item_xml(identifier: str, title: str, points: Fraction, question: Question) -> tuple[bytes, Notes]:
    """The item in UTF-8, and what the format could not say of it."""
    notes = Notes()
    root = Element(qti("assessment-item"), nsmap={None: ITEM_NS, "xsi": XSI})
    root.set(f"{{{XSI}}}schemaLocation", f"{ITEM_NS} {ITEM_SCHEMA}")
    for name, value in (
        ("identifier", identifier),
        ("title", title),
        ("adaptive", "false"),
        ("time-dependent", "false"),
    ):
        root.set(name, value)
    own = [Response(field, n, notes) for n, field in enumerate(question.fields, start=1)]
    for one in own:
        one.declare(root)
    _outcomes(root, points, own)
    body = SubElement(root, qti("item-body"))
    _body(body, question, own)
    if question.solution:
        solution = SubElement(body, qti("rubric-block"), {"view": "scorer", "use": "scoring"})
        into(SubElement(solution, qti("content-body")), question.solution)
    _processing(root, points, own)
    for one in own:
        one.feedback(root)
    return etree.tostring(root, xml_declaration=True, encoding="UTF-8", pretty_print=False), notes


def _outcomes(root: _Element, points: Fraction, own: Sequence[Response]) -> None:
    def outcome(name: str, value: str, **more: str) -> None:
        kept = {"identifier": name, "cardinality": "single", "base-type": "float"} | {
            key.replace("_", "-"): text for key, text in more.items()
        }
        made = SubElement(root, qti("outcome-declaration"), kept)
        SubElement(SubElement(made, qti("default-value")), qti("value")).text = value

    human = {"external_scored": "human"} if any(one.by_person for one in own) else {}
    outcome("SCORE", "0", normal_maximum=exact(points), **human)
    outcome("MAXSCORE", exact(points))
    for one in own:
        outcome(one.score, "0")
    SubElement(
        root,
        qti("outcome-declaration"),
        {"identifier": "FEEDBACK", "cardinality": "multiple", "base-type": "identifier"},
    )


def _processing(root: _Element, points: Fraction, own: Sequence[Response]) -> None:
    made = SubElement(root, qti("response-processing"))
    for one in own:
        one.process(made)
    weights = exact_sum(one.field.weight for one in own) or Fraction(1)
    total = SubElement(set_outcome(made, "SCORE"), qti("sum"))
    for one in own:
        part = SubElement(total, qti("product"))
        base_value(part, exact(points * one.field.weight / weights), "float")
        variable(part, one.score)


def _body(body: _Element, question: Question, own: Sequence[Response]) -> None:
    """The text with its inline answers where they stand; the rest below it, each with its label."""
    by_name = {one.field.name: one for one in own}
    placed: set[str] = set()

    def mark(match: re.Match[str]) -> str:
        name = match.group(1)
        one = by_name.get(name)
        if one is None or not one.is_inline or name in placed:
            return escape(match.group(0)) if one is None else ""
        placed.add(name)
        return f'<span data-answer="{one.name}"></span>'

    into(body, CHIP.sub(mark, question.text))
    inline = {one.name: one for one in own}
    for span in list(body.iter(f"{{{ITEM_NS}}}span")):
        name = span.get("data-answer")
        if name in inline:
            _replace(span, inline[name].interaction())
    for one in own:
        if one.field.name in placed:
            continue
        if one.is_inline:
            line = SubElement(body, f"{{{ITEM_NS}}}p")
            line.text = f"{one.field.label} " if one.field.label else None
            line.append(one.interaction())
            unit = one.asked.unit if isinstance(one.asked, NumberAsked) else ""
            line[-1].tail = f" {unit}" if unit else None
        else:
            body.append(one.interaction())


def _replace(old: _Element, new: _Element) -> None:
    parent = old.getparent()
    if parent is not None:
        new.tail = old.tail
        parent.replace(old, new)
