"""Elements of an item: markup taken over, expressions put together."""

from __future__ import annotations

from lxml import html as lxml_html
from lxml.etree import Element, SubElement, _Element
from unvo_core.questions.qti.names import ITEM_NS, qti


def set_outcome(at: _Element, name: str) -> _Element:
    return SubElement(at, qti("set-outcome-value"), {"identifier": name})


def variable(at: _Element, name: str, _: str = "") -> None:
    SubElement(at, qti("variable"), {"identifier": name})


def base_value(at: _Element, text: str, base: str) -> None:
    SubElement(at, qti("base-value"), {"base-type": base}).text = text


def into(at: _Element, markup: str) -> None:
    """HTML as the standard's XHTML, under an element; loose text stands in a paragraph where blocks are wanted."""
    holder = lxml_html.fragment_fromstring(markup or "", create_parent="div")
    copied(holder, at)
    if at.tag == qti("item-body") and at.text and at.text.strip():
        line = Element(f"{{{ITEM_NS}}}p")
        line.text, at.text = at.text, None
        at.insert(0, line)


def copied(source: _Element, target: _Element) -> None:
    target.text = source.text
    for child in source:
        if not isinstance(child.tag, str):
            continue
        made = SubElement(target, f"{{{ITEM_NS}}}{child.tag}")
        latex = child.get("data-latex")
        for name, value in child.attrib.items():
            if name in ("href", "src", "alt", "width", "height", "title", "colspan", "rowspan", "scope", "data-answer"):
                made.set(name, value)
        copied(child, made)
        if latex:
            made.text = rf"\({latex}\)"
        made.tail = child.tail
