"""What is made of a course and kept in this process under the course's version."""

from __future__ import annotations

from collections.abc import Callable, Hashable
from threading import RLock
from typing import Generic, TypeVar

from cachetools import LRUCache

from apps.courses.models import Course

T = TypeVar("T")


class ByVersion(Generic[T]):
    """The values used last, of any course and version.

    A value is kept only if the version under which it was asked for still stood when it was made: neither a
    transaction that has written meanwhile nor somebody else's change leaves rows of one version under another.
    """

    def __init__(self, size: int) -> None:
        self._values: LRUCache[Hashable, T] = LRUCache(size)
        self._lock = RLock()

    def get(self, course: Course, make: Callable[[], T], *more: Hashable) -> T:
        """The value of this course as it is read in `course`; `more`: what else decides about it."""
        key = (course.pk, course.layout_version, course.zone, course.term_id, *more)
        with self._lock:
            kept = self._values.get(key)
        if kept is not None:
            return kept
        made = make()
        if not Course.objects.filter(pk=course.pk, layout_version=course.layout_version).exists():
            return made
        with self._lock:
            return self._values.setdefault(key, made)

    def clear(self) -> None:
        with self._lock:
            self._values.clear()
