"""One score for all who did a piece of work together."""

from __future__ import annotations

from typing import TypeVar

Given = TypeVar("Given")


def goes_along(before: Given | None, theirs: Given | None) -> bool:
    """Whether a score that one of them gets goes to another too. `before`: what the one had for the work, `theirs`:
    what the other has. Who has none gets it, and who had the same; who was scored apart keeps what they have."""
    return theirs is None or theirs == before
