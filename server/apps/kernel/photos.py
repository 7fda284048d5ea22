"""Photographs as they are kept: what they tell of a place, a device or a person is taken out, not a pixel changes."""

from __future__ import annotations

from io import BytesIO

from django.core.files.base import ContentFile
from PIL import Image

from apps.kernel.chunked_pictures import chunked_without
from apps.kernel.pictures import photograph_whole
from apps.kernel.uploads import Upload

START, SCAN, END = b"\xff\xd8", 0xDA, 0xD9
PIXELS = frozenset({0x00, 0xFF, *range(0xD0, 0xD8)})
"""What stands behind 0xFF within coded pixels: a stuffed byte, filling, restarts."""
TOLD = frozenset({0xE1, 0xED, 0xFE})
"""Segments that tell: Exif and XMP, IPTC, comments (JPEG, ITU-T T.81, and the Exif standard CIPA DC-008)."""
ORIENTATION = 0x0112
MOST_BYTES = 60 * 1024 * 1024


def untold(upload: Upload) -> Upload:
    """A JPEG, PNG or WebP without metadata but for how it is to be turned, a HEIF as a JPEG; anything else as it
    came."""
    if (upload.size or 0) > MOST_BYTES:
        return upload
    upload = photograph_whole(upload)
    content = b"".join(upload.chunks())  # type: ignore[arg-type]
    kept = _without(content) if content.startswith(START) else chunked_without(content, lambda: _turn(content))
    return upload if kept is None else ContentFile(kept, upload.name)


def _without(content: bytes) -> bytes | None:
    """None where the segments can't be followed: then it is no photograph that anything can be said of. What phones
    append behind the picture (others of the same moment, with places of their own) goes too."""
    out, at = [START, _turned(content)], len(START)
    while at + 4 <= len(content) and content[at] == 0xFF:
        marker = content[at + 1]
        if marker == END:
            return b"".join([*out, content[at : at + 2]])
        end = at + 2 + int.from_bytes(content[at + 2 : at + 4])
        if end < at + 4 or end > len(content):
            return None
        if marker == SCAN:
            end = _after_scan(content, end)
        if marker not in TOLD and not content[at + 4 : end].startswith(b"MPF\x00"):
            out.append(content[at:end])
        at = end
    return None


def _after_scan(content: bytes, at: int) -> int:
    """Where the coded pixels end: at the next marker that is none of theirs."""
    while (at := content.find(b"\xff", at)) >= 0:
        following = content[at + 1 : at + 2]
        if following and following[0] not in PIXELS:
            return at
        at += 2
    return len(content)


EXIF = b"Exif\x00\x00"


def _turned(content: bytes) -> bytes:
    """A segment that holds the orientation alone; empty where the picture has none."""
    turn = _turn(content)
    return b"\xff\xe1" + (len(EXIF + turn) + 2).to_bytes(2) + EXIF + turn if turn else b""


def _turn(content: bytes) -> bytes:
    """Exif data of the orientation alone; empty where the picture has none."""
    try:
        turn = Image.open(BytesIO(content)).getexif().get(ORIENTATION)
    except Exception:
        # What a decoder stumbles over has no orientation that anybody could read.
        return b""
    if not isinstance(turn, int) or not 2 <= turn <= 8:
        return b""
    exif = Image.Exif()
    exif[ORIENTATION] = turn
    return exif.tobytes().removeprefix(EXIF)
