"""What the gradebook knows of an item, asked for from below: it registers itself as the source.

Keeps the week sheet true without copies: lateness and deductions are computed when they are read.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime
from decimal import Decimal
from typing import Protocol

from unvo_core.path.model import Mark

from apps.courses.models import Course
from apps.courses.structure import Layout


@dataclass(frozen=True, slots=True)
class ShownMark:
    """A mark as the path reads it, with the words beside it. `points` only when released."""

    mark: Mark
    points: Decimal | None = None
    given: Decimal | None = None
    deduction: Decimal | None = None
    late_units: int = 0
    comment: str = ""


@dataclass(frozen=True, slots=True)
class ClassMarks:
    """`held`: how many students have a score that they can't see yet, by item. `excused`: items from which
    somebody is excused."""

    held: dict[int, int] = field(default_factory=dict)
    excused: frozenset[int] = frozenset()


@dataclass(frozen=True, slots=True)
class Marks:
    by_item: dict[int, ShownMark] = field(default_factory=dict)

    def core(self) -> dict[int, Mark]:
        return {item: shown.mark for item, shown in self.by_item.items()}


@dataclass(frozen=True, slots=True)
class NewScore:
    """A score that was let out to its student."""

    course_id: int
    item_id: int
    at: datetime
    points: Decimal
    has_comment: bool


class MarkSource(Protocol):
    def of_person_in(self, courses: Mapping[int, tuple[Course, Layout]], person_id: int) -> dict[int, Marks]: ...

    def new_scores(self, person_id: int, since: datetime) -> list[NewScore]: ...

    def of_person(self, course: Course, laid: Layout, person_id: int) -> Marks: ...

    def of_students(
        self, course: Course, layouts: Mapping[int, Layout], item_ids: Sequence[int] | None = None
    ) -> dict[int, dict[int, Mark]]: ...

    def stamps(self, course_ids: Sequence[int]) -> dict[tuple[int, int], int]: ...

    def of_class(
        self, course: Course, item_ids: Sequence[int], section_ids: Sequence[int] | None = None
    ) -> ClassMarks: ...


class _NoMarks:
    def of_person(self, course: Course, laid: Layout, person_id: int) -> Marks:
        return Marks()

    def of_person_in(self, courses: Mapping[int, tuple[Course, Layout]], person_id: int) -> dict[int, Marks]:
        return {}

    def new_scores(self, person_id: int, since: datetime) -> list[NewScore]:
        return []

    def of_students(
        self, course: Course, layouts: Mapping[int, Layout], item_ids: Sequence[int] | None = None
    ) -> dict[int, dict[int, Mark]]:
        return {}

    def stamps(self, course_ids: Sequence[int]) -> dict[tuple[int, int], int]:
        return {}

    def of_class(self, course: Course, item_ids: Sequence[int], section_ids: Sequence[int] | None = None) -> ClassMarks:
        return ClassMarks()


_source: MarkSource = _NoMarks()


def use_marks(source: MarkSource) -> None:
    global _source  # noqa: PLW0603
    _source = source


def marks() -> MarkSource:
    return _source
