"""Whoever looks at a course, and the course as they find it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from apps.courses.public import Course, Membership
from apps.layout.public import Layout, layout, person_layout
from apps.path.access import refuse_locked
from apps.path.progress import Progress, progress
from apps.path.walking import MadeUp, laid_for_made_up, progress_of_made_up


@dataclass(frozen=True)
class Reader:
    """Whoever looks at a course: their place in it, their daily minutes, the instant.

    `made_up`: the student as whom a teacher walks through it; `member` is that student's place then.
    """

    person_id: int
    member: Membership
    budget: Sequence[int]
    now: datetime
    made_up: MadeUp | None = None

    def groups_in(self, laid: Layout) -> frozenset[int]:
        """The groups of whoever reads, or of the student whom they walk through the course as."""
        if self.made_up is not None:
            return self.made_up.groups
        return laid.groups.get(self.person_id, frozenset())


def laid_for(course: Course, reader: Reader) -> Layout:
    """The course as this reader finds it laid: students with their section's classes and allowances."""
    if reader.member.teaches:
        return layout(course)
    if reader.made_up:
        return laid_for_made_up(course, reader.made_up)
    return person_layout(course, reader.person_id)


def own_progress(course: Course, laid: Layout, reader: Reader) -> Progress:
    """The reader's own, or that of the student whom they walk through the course as."""
    if reader.made_up:
        return progress_of_made_up(course, laid, reader.made_up, reader.now)
    return progress(course, laid, reader.person_id, reader.now)


def opened_for(course: Course, item_id: int, reader: Reader) -> Progress:
    """The door to an item for whoever reads as a student, made up or not: refuses as `require_open` does."""
    known = own_progress(course, laid_for(course, reader), reader)
    refuse_locked(known, item_id)
    return known
