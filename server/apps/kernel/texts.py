"""Single lines that people type: trimmed, bounded, refused with a sentence."""

from __future__ import annotations

from urllib.parse import urlsplit

from apps.kernel.refusals import Refused


def one_line(value: str, field: str, most: int) -> str:
    """The text on one line; refuses an empty one and one over `most` characters."""
    line = " ".join(value.split())
    if not line:
        raise Refused("text.empty", field=field)
    if len(line) > most:
        raise Refused("text.too_long", field=field, length=len(line), most=most)
    return line


def web_link(value: str) -> str:
    address = value.strip()
    parts = urlsplit(address)
    if parts.scheme not in ("http", "https") or not parts.netloc:
        raise Refused("link.not_http")
    return address
