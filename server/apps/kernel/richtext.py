"""Rich text is cleaned on its way in and on its way out."""

from __future__ import annotations

import re
from html import unescape
from urllib.parse import urlsplit

import nh3
from django.conf import settings

TAGS = {
    *("p", "br", "hr", "h2", "h3", "h4", "strong", "em", "u", "s", "sub", "sup", "code", "pre", "blockquote"),
    *("ins", "del"),
    *("ul", "ol", "li", "a", "img", "figure", "figcaption", "span", "div"),
    *("table", "thead", "tbody", "tr", "th", "td", "caption"),
}
ATTRIBUTES = {
    "a": {"href", "title"},
    "img": {"src", "alt", "width", "height"},
    "span": {"data-latex", "data-type"},
    "div": {"data-latex", "data-type", "data-embed", "title"},
    "th": {"colspan", "rowspan", "scope"},
    "td": {"colspan", "rowspan"},
    "ol": {"start"},
}
EMBED = re.compile(r'data-embed="([^"]*)"')
OWN_IMAGE = re.compile(r"^/files/[0-9a-f-]{36}/[^\"'<>]+$")


def clean(html: str) -> str:
    """Only the tags of a text, links over http(s) or mail, images from our own files."""
    return nh3.clean(
        html,
        tags=TAGS,
        attributes=ATTRIBUTES,
        clean_content_tags={"script", "style"},
        attribute_filter=_own_images_only,
        url_schemes={"http", "https", "mailto"},
        link_rel="noopener noreferrer",
    )


def _own_images_only(tag: str, attribute: str, value: str) -> str | None:
    if tag == "img" and attribute == "src" and not OWN_IMAGE.match(value):
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
