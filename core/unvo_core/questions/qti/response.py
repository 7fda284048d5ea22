"""One answer of an item: its declaration, its place in the text, how it is scored."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from fractions import Fraction
from functools import partial

from lxml.etree import Element, SubElement, _Element
from unvo_core.answers.kinds import (
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
from unvo_core.answers.numbers import Tolerance, allowed
from unvo_core.questions.model import Field
from unvo_core.questions.qti.building import base_value, into, set_outcome, variable
from unvo_core.questions.qti.declaring import correct, mapping, pattern_of, types
from unvo_core.questions.qti.fixed import exact
from unvo_core.questions.qti.names import ITEM_NS, qti


class Notes(list[str]):
    """What could not be said: codes of sentences, each once, in order."""

    def tell(self, code: str) -> None:
        if code not in self:
            self.append(code)


class Response:
    """One answer: its declaration, its place in the text, how it is scored."""

    def __init__(self, field: Field, number: int, notes: Notes) -> None:
        self.field, self.asked = field, field.asked
        self.name, self.score = f"RESPONSE_{number}", f"SCORE_{number}"
        self.number, self.notes = number, notes
        self.words: list[tuple[str, str, Callable[[_Element], None]]] = []

    @property
    def by_person(self) -> bool:
        return isinstance(self.asked, ByHand)

    def declare(self, root: _Element) -> None:
        cardinality, base = types(self.asked)
        made = SubElement(
            root,
            qti("response-declaration"),
            {"identifier": self.name, "cardinality": cardinality, "base-type": base},
        )
        right = correct(self.asked)
        if right:
            holder = SubElement(made, qti("correct-response"))
            for value in right:
                SubElement(holder, qti("value")).text = value
        worth = mapping(self.asked)
        if worth is not None:
            entries, sensitive, bounded = worth
            kept = {"default-value": "0"} | ({"lower-bound": "0", "upper-bound": "1"} if bounded else {})
            holder = SubElement(made, qti("mapping"), kept)
            for key, share in entries:
                entry = SubElement(holder, qti("map-entry"), {"map-key": key, "mapped-value": exact(share)})
                if isinstance(self.asked, TextAsked):
                    entry.set("case-sensitive", "true" if sensitive else "false")

    def interaction(self) -> _Element:
        """What stands where the answer is given."""
        match self.asked:
            case ChoiceAsked(options=options, several=several, shuffle=shuffle):
                limit = {"max-choices": "0" if several else "1", "shuffle": "true" if shuffle else "false"}
                return self._with_choices("choice-interaction", "simple-choice", options, limit)
            case OrderingAsked(options=options):
                return self._with_choices("order-interaction", "simple-choice", options, {"shuffle": "true"})
            case MatchingAsked(left=left, right=right):
                made = Element(qti("match-interaction"), {"response-identifier": self.name, "shuffle": "true"})
                made.set("max-associations", str(len(left)))
                self._prompt(made)
                for side, most in ((left, "1"), (right, "0")):
                    holder = SubElement(made, qti("simple-match-set"))
                    for option in side:
                        kept = {"identifier": option.name, "match-max": most}
                        into(SubElement(holder, qti("simple-associable-choice"), kept), option.text)
                return made
            case ByHand(sort="essay"):
                return Element(qti("extended-text-interaction"), {"response-identifier": self.name})
            case ByHand():
                return Element(qti("upload-interaction"), {"response-identifier": self.name})
            case _:
                return Element(
                    qti("text-entry-interaction"), {"response-identifier": self.name, "expected-length": "20"}
                )

    def _with_choices(self, kind: str, choice: str, options: Sequence[Option], limit: dict[str, str]) -> _Element:
        made = Element(qti(kind), {"response-identifier": self.name} | limit)
        self._prompt(made)
        for option in options:
            into(SubElement(made, qti(choice), {"identifier": option.name}), option.text)
            if option.word:
                self._word(option.word, self._chosen(option.name))
        return made

    def _prompt(self, made: _Element) -> None:
        if self.field.label:
            SubElement(made, qti("prompt")).text = self.field.label

    @property
    def is_inline(self) -> bool:
        return not isinstance(self.asked, ChoiceAsked | OrderingAsked | MatchingAsked | ByHand)

    def _chosen(self, option: str) -> Callable[[_Element], None]:
        several = isinstance(self.asked, ChoiceAsked) and self.asked.several

        def condition(at: _Element) -> None:
            test = SubElement(at, qti("member" if several else "match"))
            one, other = (base_value, variable) if several else (variable, base_value)
            for put in (one, other):
                put(test, option if put is base_value else self.name, "identifier")

        return condition

    def _word(self, text: str, condition: Callable[[_Element], None]) -> None:
        self.words.append((f"WORD_{self.number}_{len(self.words) + 1}", text, condition))

    def process(self, at: _Element) -> None:
        """Its SCORE, from 0 to 1; none for what a person reads."""
        match self.asked:
            case ByHand():
                self.notes.tell("by_person")
            case ChoiceAsked(several=True, rule=Rule.ALL) | OrderingAsked() | MatchingAsked(each=False):
                if isinstance(self.asked, OrderingAsked) and self.asked.each:
                    self.notes.tell("order_each")
                self._if(at, self._correct, Fraction(1))
            case ChoiceAsked(several=True, rule=Rule.EACH, options=options):
                total = SubElement(set_outcome(at, self.score), qti("sum"))
                wrong = Fraction(sum(not o.right for o in options), max(1, len(options)))
                base_value(total, exact(wrong), "float")
                SubElement(total, qti("map-response"), {"identifier": self.name})
            case NumberAsked(keys=keys, unit=unit, tolerance=tolerance):
                if unit:
                    self.notes.tell("unit")
                self._keys(at, keys, partial(self._near, tolerance))
            case TextAsked(keys=keys, likeness=Likeness.PATTERN):
                self._keys(at, keys, self._fits)
            case _:
                if isinstance(self.asked, TextAsked):
                    if self.asked.likeness is Likeness.LOOSE:
                        self.notes.tell("spaces")
                elif not isinstance(self.asked, ChoiceAsked | MatchingAsked):
                    self.notes.tell("by_letters")
                SubElement(set_outcome(at, self.score), qti("map-response"), {"identifier": self.name})
        for identifier, _, condition in self.words:
            test = SubElement(SubElement(at, qti("response-condition")), qti("response-if"))
            condition(test)
            kept = SubElement(set_outcome(test, "FEEDBACK"), qti("multiple"))
            variable(kept, "FEEDBACK")
            base_value(kept, identifier, "identifier")

    def _correct(self, at: _Element, _: Key | None = None) -> None:
        test = SubElement(at, qti("match"))
        variable(test, self.name)
        SubElement(test, qti("correct"), {"identifier": self.name})

    def _if(self, at: _Element, condition: Callable[[_Element], None], share: Fraction) -> None:
        test = SubElement(SubElement(at, qti("response-condition")), qti("response-if"))
        condition(test)
        base_value(set_outcome(test, self.score), exact(share), "float")

    def _keys(self, at: _Element, keys: Sequence[Key], condition: Callable[[_Element, Key], None]) -> None:
        """The first that fits."""
        holder = SubElement(at, qti("response-condition"))
        for n, key in enumerate(keys):
            test = SubElement(holder, qti("response-if" if not n else "response-else-if"))
            condition(test, key)
            base_value(set_outcome(test, self.score), exact(key.credit), "float")
            if key.word:
                self._word(key.word, lambda at, key=key: condition(at, key))  # type: ignore[misc]

    def _near(self, tolerance: Tolerance, at: _Element, key: Key) -> None:
        """Between two ends, both included: any player knows that, tolerances of the standard only some."""
        value = Fraction(key.text)
        apart = allowed(value, tolerance)
        if not apart:
            test = SubElement(at, qti("equal"), {"tolerance-mode": "exact"})
            variable(test, self.name)
            base_value(test, key.text, "float")
            return
        both = SubElement(at, qti("and"))
        for name, end in (("gte", value - apart), ("lte", value + apart)):
            test = SubElement(both, qti(name))
            variable(test, self.name)
            base_value(test, exact(end), "float")

    def _fits(self, at: _Element, key: Key) -> None:
        test = SubElement(at, qti("pattern-match"), {"pattern": pattern_of(key.text)})
        variable(test, self.name)

    def feedback(self, root: _Element) -> None:
        for identifier, text, _ in self.words:
            kept = {"outcome-identifier": "FEEDBACK", "show-hide": "show", "identifier": identifier}
            made = SubElement(root, qti("modal-feedback"), kept)
            SubElement(SubElement(made, qti("content-body")), f"{{{ITEM_NS}}}p").text = text
