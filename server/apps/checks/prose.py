"""A text's plain words with its links, and changes of its words that leave its markup as it is."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass, field
from uuid import UUID

from lxml import html as lxml_html
from lxml.html import HtmlElement
from unvo_core.check.model import Link

ITEM_ADDRESS = re.compile(r"/c/[^/]+/item/(\d+)(?:$|[/?#])")
FILE_ADDRESS = re.compile(r"^/files/([0-9a-f-]{36})/")
BLOCKS = {"p", "li", "h2", "h3", "h4", "td", "th", "tr", "div", "blockquote", "figcaption", "br", "pre", "caption"}


@dataclass
class PlainText:
    """`pieces`: (start, element, 'text' or 'tail'), each a stretch of `text` in the markup."""

    root: HtmlElement
    text: str = ""
    pieces: list[tuple[int, HtmlElement, str]] = field(default_factory=list)
    links: list[tuple[int, int, HtmlElement]] = field(default_factory=list)


def plain_text(html: str) -> PlainText:
    found = PlainText(lxml_html.fragment_fromstring(html or "<p></p>", create_parent="div"))
    _walk(found.root, found)
    return found


def _walk(element: HtmlElement, found: PlainText) -> None:
    begin = len(found.text)
    _take(found, element, "text")
    for child in element:
        _walk(child, found)
        _take(found, child, "tail")
    if element.tag == "a":
        found.links.append((begin, len(found.text), element))
    if element.tag in BLOCKS and not found.text.endswith("\n"):
        found.text += "\n"


def _take(found: PlainText, element: HtmlElement, part: str) -> None:
    words = getattr(element, part)
    if words and isinstance(element.tag, str):
        found.pieces.append((len(found.text), element, part))
        found.text += words


def links_of(found: PlainText, file_keys: set[UUID]) -> tuple[Link, ...]:
    """Links to items and to our own files; `file_keys` are the files that exist."""
    links = []
    for start, end, element in found.links:
        address = element.get("href") or ""
        item, file = ITEM_ADDRESS.search(address), FILE_ADDRESS.match(address)
        if item:
            links.append(Link(start, end, int(item[1])))
        elif file:
            links.append(Link(start, end, None, _uuid(file[1]) not in file_keys))
    return tuple(links)


def file_keys_in(html: str) -> Iterator[UUID]:
    for match in re.finditer(r"/files/([0-9a-f-]{36})/", html):
        if key := _uuid(match[1]):
            yield key


def _uuid(text: str) -> UUID | None:
    try:
        return UUID(text)
    except ValueError:
        return None


def with_words(html: str, start: int, end: int, words: str) -> str:
    """The markup with the characters from `start` to `end` of its plain text replaced."""
    found = plain_text(html)
    first = True
    for begin, element, part in found.pieces:
        old: str = getattr(element, part)
        low, high = max(start, begin), min(end, begin + len(old))
        if low >= high:
            continue
        new = old[: low - begin] + (words if first else "") + old[high - begin :]
        setattr(element, part, new)
        first = False
    return _inner(found.root)


def without_link(html: str, start: int, end: int) -> str:
    """The markup with the link over these characters taken off, its words kept."""
    found = plain_text(html)
    for begin, stop, element in found.links:
        if (begin, stop) == (start, end):
            element.drop_tag()
    return _inner(found.root)


def _inner(root: HtmlElement) -> str:
    text: str = lxml_html.tostring(root, encoding="unicode")
    return text.removeprefix("<div>").removesuffix("</div>")
