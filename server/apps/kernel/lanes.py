"""Long computations one at a time, so that a process goes on answering others meanwhile."""

from __future__ import annotations

from collections.abc import Callable, Hashable
from threading import BoundedSemaphore, Lock
from typing import Generic, TypeVar

from cachetools import LRUCache

from apps.kernel.refusals import Refused

Made = TypeVar("Made")

MOST_WAITING = 5
"""Threads of a process that one lane holds at most; who comes then is asked to come again."""


class Lane(Generic[Made]):
    """What is made is kept under its key, the last of it; `busy` is the refusal of who would wait too long."""

    def __init__(self, busy: str, kept: int) -> None:
        self._busy = busy
        self._kept: LRUCache[Hashable, Made] = LRUCache(kept)
        self._waiting, self._lane = BoundedSemaphore(MOST_WAITING), Lock()

    def get(self, key: Hashable, make: Callable[[], Made]) -> Made:
        """What `make` gave for this key; refused with 503 where the lane is full."""
        if not self._waiting.acquire(blocking=False):
            raise Refused(self._busy, status=503)
        try:
            with self._lane:
                if key not in self._kept:
                    self._kept[key] = make()
                return self._kept[key]
        finally:
            self._waiting.release()
