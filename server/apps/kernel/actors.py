"""Who does something: a person, or the system as an explicit actor."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Actor:
    """`person_id` is None for the system alone."""

    person_id: int | None
    name: str


SYSTEM = Actor(None, "Unvo")
