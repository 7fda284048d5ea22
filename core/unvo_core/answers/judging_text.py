"""Judging short texts."""

from __future__ import annotations

from fnmatch import fnmatchcase
from fractions import Fraction
from unicodedata import normalize

from unvo_core.answers.form_errors import FormError
from unvo_core.answers.judged import Judged
from unvo_core.answers.kinds import Likeness, TextAsked

MOST_LETTERS = 500


def judge_text(asked: TextAsked, text: str) -> Judged | FormError:
    if not text.strip():
        return FormError("empty", 0, len(text))
    if len(text) > MOST_LETTERS:
        return FormError("too_long", MOST_LETTERS, len(text), {"most": str(MOST_LETTERS)})
    for key in asked.keys:
        if _alike(text, key.text, asked.likeness):
            return Judged(key.credit, (key.word,) if key.word else ())
    return Judged(Fraction(0))


def _alike(text: str, key: str, likeness: Likeness) -> bool:
    if likeness is Likeness.EXACT:
        return normalize("NFC", text.strip()) == normalize("NFC", key.strip())
    own, wanted = (" ".join(normalize("NFKC", t).casefold().split()) for t in (text, key))
    if likeness is Likeness.PATTERN:
        return fnmatchcase(own, wanted)
    return own.replace(" ", "") == wanted.replace(" ", "")
