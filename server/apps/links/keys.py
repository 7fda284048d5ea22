"""Keys that stand in addresses."""

from __future__ import annotations

from typing import Any
from uuid import UUID

NOBODYS = UUID(int=0)
"""Nothing is ever made under it."""


def key_of(text: Any) -> UUID:
    """The key that a text names; for what is no key the one under which nothing is found."""
    try:
        return UUID(text) if isinstance(text, str) else NOBODYS
    except ValueError:
        return NOBODYS
