"""PNG (W3C PNG, third edition) and WebP (RFC 9649) without the chunks that tell of a place, a device or a person."""

from __future__ import annotations

import zlib
from collections.abc import Callable

PNG = b"\x89PNG\r\n\x1a\n"
PNG_TELLS = frozenset({b"eXIf", b"tEXt", b"zTXt", b"iTXt", b"tIME"})
WEBP_TELLS = frozenset({b"EXIF", b"XMP "})
EXIF_FLAG, XMP_FLAG = 0x08, 0x04

Turned = Callable[[], bytes]
"""What is left of the Exif data: how the picture is to be turned, or nothing."""


def chunked_without(content: bytes, turned: Turned) -> bytes | None:
    """The picture without what it tells; None for what is neither of the two, or can't be followed."""
    if content.startswith(PNG):
        return _png(content, turned)
    if content[:4] == b"RIFF" and content[8:12] == b"WEBP":
        return _webp(content, turned)
    return None


def _png(content: bytes, turned: Turned) -> bytes | None:
    out, at = [PNG], len(PNG)
    while at + 12 <= len(content):
        length, kind = int.from_bytes(content[at : at + 4]), content[at + 4 : at + 8]
        end = at + 12 + length
        if end > len(content):
            return None
        if kind == b"eXIf" and (body := turned()):
            out.append(len(body).to_bytes(4) + kind + body + zlib.crc32(kind + body).to_bytes(4))
        elif kind not in PNG_TELLS:
            out.append(content[at:end])
        at = end
        if kind == b"IEND":
            return b"".join(out)
    return None


def _webp(content: bytes, turned: Turned) -> bytes | None:
    out, at = [], 12
    while at + 8 <= len(content):
        kind, length = content[at : at + 4], int.from_bytes(content[at + 4 : at + 8], "little")
        body, end = content[at + 8 : at + 8 + length], at + 8 + length + length % 2
        if len(body) < length:
            return None
        if kind == b"EXIF":
            body = turned()
        if kind == b"VP8X" and body:
            body = bytes([body[0] & ~XMP_FLAG & (0xFF if turned() else ~EXIF_FLAG), *body[1:]])
        if kind not in WEBP_TELLS or (kind == b"EXIF" and body):
            out.append(kind + len(body).to_bytes(4, "little") + body + b"\0" * (len(body) % 2))
        at = end
    whole = b"".join(out)
    return b"RIFF" + (len(whole) + 4).to_bytes(4, "little") + b"WEBP" + whole
