"""Rich text is cleaned on its way in and on its way out."""

from __future__ import annotations

import re
from functools import lru_cache
from html import unescape
from urllib.parse import urlsplit

import nh3
from django.conf import settings
from lxml import html as lxml_html

TAGS = {
    *("p", "br", "hr", "h2", "h3", "h4", "strong", "em", "u", "s", "sub", "sup", "code", "pre", "blockquote"),
    *("ins", "del"),
    *("ul", "ol", "li", "a", "img", "figure", "figcaption", "span", "div"),
    *("table", "thead", "tbody", "tr", "th", "td", "caption"),
}
ATTRIBUTES = {
    "a": {"href", "title"},
    "img": {"src", "alt", "width", "height"},
    "span": {"data-latex", "data-type", "data-mention"},
    "div": {"data-latex", "data-type", "data-embed", "data-clip", "title"},
    "th": {"colspan", "rowspan", "scope"},
    "td": {"colspan", "rowspan"},
    "ol": {"start"},
}
EMBED = re.compile(r'data-embed="([^"]*)"')
OWN_FILE = re.compile(r"^/files/[0-9a-f-]{36}/[^\"'<>]+$")


SHORT = 8_000
"""Characters of a text that is kept in mind once it was cleaned: a class reads the same one."""


def clean(html: str) -> str:
    """Only the tags of a text, links over http(s) or mail, images and recordings from our own files."""
    return _clean_short(html) if len(html) <= SHORT else _clean(html)


def _clean(html: str) -> str:
    return nh3.clean(
        html,
        tags=TAGS,
        attributes=ATTRIBUTES,
        clean_content_tags={"script", "style"},
        attribute_filter=_own_images_only,
        url_schemes={"http", "https", "mailto"},
        link_rel="noopener noreferrer",
    )


_clean_short = lru_cache(maxsize=2048)(_clean)


def _own_images_only(tag: str, attribute: str, value: str) -> str | None:
    if tag == "img" and attribute == "src" and not OWN_FILE.match(value):
        return None
    if attribute == "data-clip" and not OWN_FILE.match(value):
        return None
    if attribute == "data-mention" and not value.isdigit():
        return None
    if attribute == "data-embed" and not may_embed(value):
        return None
    return value


def may_embed(address: str) -> bool:
    """Pages of these hosts may stand inside ours; the list is the installation's."""
    parts = urlsplit(address)
    return parts.scheme == "https" and parts.hostname in settings.EMBED_HOSTS


def refused_embeds(html: str) -> list[str]:
    """Addresses that somebody wished to embed from hosts outside the list."""
    return [found for found in map(unescape, EMBED.findall(html)) if not may_embed(found)]


def words_in(html: str) -> int:
    return len(nh3.clean(html.replace("<", " <"), tags=set()).split())


def formulas_written(html: str) -> str:
    """For paper, which typesets none: each formula as it was written, where its place is empty."""
    if "data-latex" not in html:
        return html
    holder = lxml_html.fragment_fromstring(html, create_parent="div")
    for formula in holder.iter():
        latex = formula.get("data-latex") if isinstance(formula.tag, str) else None
        if latex and not formula.text_content().strip():
            formula.text = latex
    return "".join([holder.text or "", *(lxml_html.tostring(one, encoding="unicode") for one in holder)])
