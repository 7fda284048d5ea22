"""What people write to each other, as it is kept: cleaned, measured, refused with a sentence where it can't be."""

from __future__ import annotations

import re
from dataclasses import dataclass

from django.conf import settings
from lxml import html as lxml_html

from apps.kernel.refusals import Refused
from apps.kernel.richtext import clean, refused_embeds

LONGEST = 100_000
"""Characters of markup."""
MOST_FORMULAS = 200
MOST_SHOWN = 30
LONGEST_TEXT = 20_000
"""Characters as they are read."""
SHOWN = re.compile(r"<img [^>]*src=|data-clip=")
FORMULA = re.compile(r"data-latex=")
MENTION = re.compile(r'data-mention="(\d{1,18})"')


@dataclass(frozen=True, slots=True)
class Written:
    """`words` and `text`: as they are read, without markup. `shown`: pictures and recordings."""

    html: str
    text: str
    words: int
    shown: int
    mentions: frozenset[int]


def written(html: str) -> Written:
    """Refuses what is too long, what shows nothing, and embeds from elsewhere."""
    if len(html) > LONGEST:
        raise Refused("written.too_long", length=len(html), most=LONGEST)
    if len(FORMULA.findall(html)) > MOST_FORMULAS:
        raise Refused("written.formulas", most=MOST_FORMULAS)
    if others := refused_embeds(html):
        raise Refused("text.embed", address=others[0][:100], hosts=", ".join(settings.EMBED_HOSTS))
    cleaned = clean(html)
    text = plain(cleaned)
    shown = len(SHOWN.findall(cleaned))
    if len(text) > LONGEST_TEXT:
        raise Refused("written.too_long", length=len(text), most=LONGEST_TEXT)
    if shown > MOST_SHOWN:
        raise Refused("written.pictures", most=MOST_SHOWN)
    if not text and not shown and "data-latex" not in cleaned and "data-embed" not in cleaned:
        raise Refused("written.empty")
    return Written(cleaned, text, len(text.split()), shown, frozenset(int(m) for m in MENTION.findall(cleaned)))


def plain(html: str) -> str:
    """The words of a text, blocks apart from each other."""
    spaced = re.sub(r"<(/?(p|li|h[2-4]|td|th|tr|div|blockquote|br|pre|figcaption|caption)\b)", r" <\1", html)
    if not spaced.strip():
        return ""
    return " ".join(lxml_html.fragment_fromstring(spaced, create_parent="div").text_content().split())
