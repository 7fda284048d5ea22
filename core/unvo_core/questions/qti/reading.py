"""An assessment item of QTI 3.0 as a question: what it asks, how it is scored, what is said to wrong answers.

What can't be taken over is named. Nothing outside the item is read: no entities, no document type, no network.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from fractions import Fraction
from html import escape

from lxml import etree
from lxml.etree import XMLParser, _Element
from unvo_core.answers.kinds import Asked, ByHand, ChoiceAsked, MatchingAsked, Option, OrderingAsked, Rule
from unvo_core.problems import Problem
from unvo_core.questions.model import Field, Question
from unvo_core.questions.qti.names import ITEM_NS, local
from unvo_core.questions.qti.rules import Declared, declared, number_in, number_of, rule_of, text_of, words_on

MOST_BYTES = 2_000_000
MOST_DEPTH = 60
MOST_PARTS = 1000
"""Shares of the points are written in decimals; what they meant is no finer than this."""
Picture = Callable[[str], str | None]
ALONE = re.compile(r"<p>\s*\[\[a\d+\]\]\s*</p>")
"""A line with nothing but an answer: it stands below the text anyway."""
INLINE = ("text-entry-interaction", "inline-choice-interaction")
BLOCKS = (
    *("choice-interaction", "order-interaction", "match-interaction"),
    *("extended-text-interaction", "upload-interaction"),
)
LEFT_OUT = ("printed-variable", "stylesheet", "catalog-info", "template-block", "template-inline", "feedback-block")


@dataclass(frozen=True, slots=True, kw_only=True)
class ReadItem:
    """`question` None where `problems` say why; `notes`: what was left behind."""

    name: str = ""
    points: Fraction = Fraction(1)
    question: Question | None = None
    problems: tuple[Problem, ...] = ()
    notes: tuple[str, ...] = ()


class Unread(Exception):
    """Why an item can't be taken over."""

    def __init__(self, code: str, **params: object) -> None:
        super().__init__(code)
        self.problem = Problem(f"qti.{code}", "", {name: str(value) for name, value in params.items()})


def as_it_stands(address: str) -> str | None:
    return address


def read_item(content: bytes, picture: Picture = as_it_stands) -> ReadItem:
    """Never raises for what is in it: what is wrong stands in `problems`. `picture`: the address under which a picture
    of the item stands from now on; None where there is none."""
    name = ""
    try:
        root = tree_of(content)
        if local(root.tag) != "qti-assessment-item":
            raise Unread("no_item", element=local(root.tag)[:40])
        name = " ".join((root.get("title") or root.get("identifier") or "").split())
        return _item(root, name, picture)
    except Unread as unread:
        return ReadItem(name=name, problems=(unread.problem,))


def tree_of(content: bytes) -> _Element:
    """Raises for what is no XML, is too large or deep, or brings a document type."""
    if len(content) > MOST_BYTES:
        raise Unread("too_large", most=MOST_BYTES // 1_000_000)
    if b"<!DOCTYPE" in content or b"<!ENTITY" in content:
        raise Unread("doctype")
    parser = XMLParser(resolve_entities=False, no_network=True, load_dtd=False, huge_tree=False, remove_comments=True)
    try:
        root = etree.fromstring(content, parser)
    except (etree.XMLSyntaxError, ValueError) as error:
        raise Unread("no_xml", what=str(error)[:200]) from None
    if root.getroottree().docinfo.doctype:
        raise Unread("doctype")
    if _deep(root):
        raise Unread("deep")
    return root


def _deep(root: _Element) -> bool:
    return any(sum(1 for _ in element.iterancestors()) > MOST_DEPTH for element in root.iter() if not len(element))


def _named(root: _Element, *names: str) -> Iterator[_Element]:
    yield from root.iter(*(f"{{{ITEM_NS}}}qti-{name}" for name in names))


def _item(root: _Element, name: str, picture: Picture) -> ReadItem:
    body = next(_named(root, "item-body"), None)
    if body is None:
        raise Unread("no_body")
    if next(_named(root, "template-declaration", "template-processing"), None) is not None:
        raise Unread("template")
    reader = _Body(declared(root), root, picture)
    solution = reader.solution(body)
    text = ALONE.sub("", reader.markup(body))
    if not reader.fields:
        raise Unread("no_answer")
    weights = reader.weights()
    fields = tuple(
        Field(name=f.name, asked=f.asked, label=f.label, weight=weights.get(f.name, Fraction(1))) for f in reader.fields
    )
    return ReadItem(
        name=name,
        points=number_of(root, "MAXSCORE") or Fraction(1),
        question=Question(text=text, fields=fields, solution=solution),
        notes=tuple(dict.fromkeys(reader.notes)),
    )


class _Body:
    """Walks through an item's body once: its markup without what is answered, and the answers."""

    def __init__(self, responses: dict[str, Declared], root: _Element, picture: Picture) -> None:
        self.responses, self.root, self.picture = responses, root, picture
        self.fields: list[Field] = []
        self.by_response: dict[str, str] = {}
        self.notes: list[str] = []

    def solution(self, body: _Element) -> str:
        """What is said to those who score; taken out of the body."""
        told = []
        for block in list(_named(body, "rubric-block")):
            if "scorer" in (block.get("view") or ""):
                inner = next(_named(block, "content-body"), block)
                told.append(self.markup(inner))
            parent = block.getparent()
            if parent is not None:
                parent.remove(block)
        return "".join(told)

    def markup(self, element: _Element) -> str:
        return "".join([escape(element.text or "", quote=False), *(self._one(child) for child in element)]).strip()

    def _one(self, child: _Element) -> str:
        tail = escape(child.tail or "", quote=False)
        name = local(child.tag)
        if not name.startswith("qti-"):
            return self._html(child, name) + tail
        kind = name.removeprefix("qti-")
        if kind in INLINE:
            return f"[[{self._add(child, kind)}]]{tail}"
        if kind in BLOCKS:
            prompt = next(_named(child, "prompt"), None)
            self._add(child, kind)
            return (f"<p>{self.markup(prompt)}</p>" if prompt is not None else "") + tail
        if kind.endswith("-interaction") or kind in ("gap", "hottext"):
            raise Unread("unsupported", element=name)
        if kind in LEFT_OUT:
            self.notes.append("left_out")
            return tail
        return self.markup(child) + tail

    def _html(self, child: _Element, name: str) -> str:
        if etree.QName(child).namespace not in (ITEM_NS, None):
            self.notes.append("math")
            return escape(" ".join("".join(child.itertext()).split()), quote=False)
        if name == "img":
            here = self.picture(child.get("src") or "")
            if here is None:
                self.notes.append("picture")
                return escape(child.get("alt") or "", quote=False)
            child.set("src", here)
        kept = "".join(f' {local(key)}="{escape(value)}"' for key, value in child.attrib.items())
        if name in ("br", "hr", "img"):
            return f"<{name}{kept}>"
        return f"<{name}{kept}>{self.markup(child)}</{name}>"

    def _add(self, child: _Element, kind: str) -> str:
        response = child.get("response-identifier") or ""
        known = self.responses.get(response)
        if known is None:
            raise Unread("no_response", response=response[:40])
        name = f"a{len(self.fields) + 1}"
        self.by_response[response] = name
        self.fields.append(Field(name=name, asked=self._asked(child, kind, known)))
        return name

    def _asked(self, child: _Element, kind: str, known: Declared) -> Asked:
        match kind:
            case "choice-interaction" | "inline-choice-interaction":
                return self._choice(child, known)
            case "order-interaction":
                options = {o.name: o for o in self._options(child, "simple-choice", known)}
                order = [name for name in known.correct if name in options]
                if len(order) != len(options):
                    raise Unread("no_key", response=known.name)
                return OrderingAsked(options=tuple(options[name] for name in order))
            case "match-interaction":
                return self._matching(child, known)
            case "extended-text-interaction":
                return ByHand(sort="essay")
            case "upload-interaction":
                return ByHand(sort="file")
            case _:
                return self._typed(known)

    def _typed(self, known: Declared) -> Asked:
        asked: Asked | None = text_of(self.root, known)
        if known.base in ("float", "integer"):
            asked = number_in(self.root, known)
        if asked is None:
            raise Unread("no_key", response=known.name)
        return asked

    def _options(self, child: _Element, kind: str, known: Declared) -> list[Option]:
        words = words_on(self.root, known.name)
        found = []
        for one in _named(child, kind):
            name = one.get("identifier") or ""
            found.append(Option(name=name, text=self.markup(one), word=words.get(name, "")))
        return found

    def _choice(self, child: _Element, known: Declared) -> ChoiceAsked:
        inline = local(child.tag) == "qti-inline-choice-interaction"
        options = self._options(child, "inline-choice" if inline else "simple-choice", known)
        several = known.cardinality == "multiple"
        full = max(known.mapping.values(), default=Fraction(0))
        right = set(known.correct) or {name for name, worth in known.mapping.items() if worth == full and full > 0}
        if not right & {o.name for o in options}:
            raise Unread("no_key", response=known.name)
        told = []
        for option in options:
            worth = known.mapping.get(option.name, Fraction(0)) / full if full > 0 else Fraction(0)
            is_right = option.name in right or (not several and worth == 1)
            credit = max(Fraction(0), worth) if not several and not is_right else Fraction(0)
            told.append(Option(name=option.name, text=option.text, right=is_right, credit=credit, word=option.word))
        shuffle = child.get("shuffle") == "true"
        rule = rule_of(self.root, known) if several else Rule.ALL
        return ChoiceAsked(options=tuple(told), several=several, rule=rule, shuffle=shuffle)

    def _matching(self, child: _Element, known: Declared) -> MatchingAsked:
        sides = list(_named(child, "simple-match-set"))
        wanted = known.correct or tuple(key for key, worth in known.mapping.items() if worth > 0)
        pairs = tuple((a, b) for a, _, b in (pair.partition(" ") for pair in wanted))
        lefts = [a for a, _ in pairs]
        if len(sides) != 2 or not pairs or len(lefts) != len(set(lefts)):
            raise Unread("pairs", response=known.name)
        left, right = (tuple(self._options(side, "simple-associable-choice", known)) for side in sides)
        if set(lefts) - {o.name for o in left} or {b for _, b in pairs} - {o.name for o in right}:
            raise Unread("pairs", response=known.name)
        kept = tuple(o for o in left if o.name in lefts)
        return MatchingAsked(left=kept, right=right, pairs=pairs, each=bool(known.mapping))

    def weights(self) -> dict[str, Fraction]:
        """What each answer's own score is multiplied by in the item's, where they are added up."""
        found: dict[str, Fraction] = {}
        for product in _named(self.root, "product"):
            value = next(_named(product, "base-value"), None)
            variable = next(_named(product, "variable"), None)
            response = (variable.get("identifier") or "").replace("SCORE_", "RESPONSE_") if variable is not None else ""
            if value is not None and response in self.by_response:
                found[self.by_response[response]] = Fraction((value.text or "0").strip() or "0")
        least = min((w for w in found.values() if w > 0), default=Fraction(1))
        return {name: (weight / least).limit_denominator(MOST_PARTS) for name, weight in found.items() if weight > 0}
