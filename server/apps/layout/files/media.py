"""What a file says of itself: how long a recording runs, how many pages slides have, what captions say."""

from __future__ import annotations

import re
from dataclasses import dataclass

import mutagen
import webvtt

from apps.kernel.public import Refused, StoredFile, on_disk

LONGEST_CAPTIONS = 2_000_000
TIMES = re.compile(r"^(\d{2,}:)?[0-5]\d:[0-5]\d\.\d{3}[ \t]+-->[ \t]+(\d{2,}:)?[0-5]\d:[0-5]\d\.\d{3}([ \t].*)?$")
"""The timing line of a cue (W3C WebVTT, 4.1)."""


def length_seconds(stored: StoredFile) -> int | None:
    """Whole seconds of a recording; None where its file does not tell."""
    try:
        with on_disk(stored.path) as path:
            found = mutagen.File(path)
    except mutagen.MutagenError:
        return None
    length = getattr(getattr(found, "info", None), "length", 0)
    return round(length) or None


def page_count(stored: StoredFile) -> int:
    """Refuses a PDF that can't be read, by name."""
    import pypdf

    try:
        with on_disk(stored.path) as path:
            return len(pypdf.PdfReader(path).pages)
    except Exception:
        # Whatever a parser stumbles over in a damaged file, the file can't be read
        raise Refused("file.unreadable_pdf", name=stored.name) from None


@dataclass(frozen=True, slots=True)
class Cue:
    start_seconds: float
    end_seconds: float
    text: str


def cues(content: bytes, name: str) -> list[Cue]:
    """The cues of a WebVTT file. Refuses one that players could not follow, naming the line."""
    try:
        text = content.decode("utf-8-sig")
    except UnicodeDecodeError:
        raise Refused("captions.not_text", name=name) from None
    if len(text) > LONGEST_CAPTIONS or not re.match(r"WEBVTT([ \t].*)?(\r?\n|$)", text):
        raise Refused("captions.no_header", name=name)
    for number, line in enumerate(text.splitlines(), start=1):
        if "-->" in line and not TIMES.match(line.strip()):
            raise Refused("captions.times", name=name, line=number, text=line.strip()[:60])
    found = [Cue(c.start_in_seconds, c.end_in_seconds, c.text) for c in webvtt.from_string(text).captions]
    for n, cue in enumerate(found, start=1):
        if cue.end_seconds <= cue.start_seconds:
            raise Refused("captions.backwards", name=name, cue=n)
    if not found:
        raise Refused("captions.empty", name=name)
    return found
