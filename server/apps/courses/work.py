"""What came in and has no score yet, asked for from below: the app that takes hand-ins registers itself."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Protocol

from apps.courses.models import Course


class WaitingWork(Protocol):
    def __call__(
        self, course: Course, item_ids: Sequence[int], section_ids: Sequence[int] | None
    ) -> dict[int, int]: ...


def _none_waits(course: Course, item_ids: Sequence[int], section_ids: Sequence[int] | None) -> dict[int, int]:
    return {}


_source: WaitingWork = _none_waits


def use_waiting_work(source: WaitingWork) -> None:
    global _source  # noqa: PLW0603
    _source = source


def waiting_work(course: Course, item_ids: Sequence[int], section_ids: Sequence[int] | None) -> dict[int, int]:
    """How many students' latest hand-in waits for a score, by item; of these sections, or of all."""
    return _source(course, item_ids, section_ids)
