"""What is put for the variables of custom parameters (LTI Core 1.3, 6.1.1.2; appendix B)."""

from __future__ import annotations

from collections.abc import Mapping

MOST_PARAMETERS = 60
MOST_LETTERS = 1000


def substituted(custom: Mapping[str, str], known: Mapping[str, str | None]) -> dict[str, str]:
    """Each value with what is known put for it. A value that is a variable which nobody knows stays as it is written,
    as the standard asks; one that is known to have no value (a due moment of an item without one) becomes empty."""
    return {name: _put(value, known) for name, value in custom.items()}


def _put(value: str, known: Mapping[str, str | None]) -> str:
    if not value.startswith("$") or value[1:] not in known:
        return value
    return known[value[1:]] or ""


def read_custom(text: str) -> dict[str, str]:
    """Lines of 'name=value', as they are written in a form; lines without a name are left out."""
    pairs = (line.partition("=") for line in text.splitlines())
    return {name.strip(): value.strip() for name, sign, value in pairs if sign and name.strip()}
