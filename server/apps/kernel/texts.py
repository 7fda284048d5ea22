"""Lines and words that people type: trimmed, bounded, refused with a sentence."""

from __future__ import annotations

from urllib.parse import urlsplit

from apps.kernel.refusals import Refused

TURNING = dict.fromkeys((*range(0x202A, 0x202F), *range(0x2066, 0x206A)))
"""Marks that turn the direction of what follows, beyond the line that they stand in (Unicode UAX #9). Letters that are
written from right to left need none of them."""


def on_one_line(value: str) -> str:
    """Without line breaks, doubled spaces, and marks that would turn what stands beside it."""
    return " ".join(value.translate(TURNING).split())


def one_line(value: str, field: str, most: int) -> str:
    """The text on one line; refuses an empty one and one over `most` characters."""
    line = on_one_line(value)
    if not line:
        raise Refused("text.empty", field=field)
    if len(line) > most:
        raise Refused("text.too_long", field=field, length=len(line), most=most)
    return line


def some_words(value: str, field: str, most: int) -> str:
    """The text with its lines; refuses an empty one and one over `most` characters."""
    words = value.strip()
    if not words:
        raise Refused("text.empty", field=field)
    if len(words) > most:
        raise Refused("text.too_long", field=field, length=len(words), most=most)
    return words


def web_link(value: str) -> str:
    address = value.strip()
    parts = urlsplit(address)
    if parts.scheme not in ("http", "https") or not parts.netloc:
        raise Refused("link.not_http")
    return address
