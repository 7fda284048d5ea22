"""How somebody stands with a quiz: what is left to them, and what is shown to them by now."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from unvo_core.problems import Problem
from unvo_core.quizzes.beginning import hindrance
from unvo_core.quizzes.rules import QuizRules, Stand

from apps.courses.public import ByVersion, Course
from apps.kernel.public import now
from apps.layout.public import LaidItem, layout, layout_for
from apps.quizzes.models import Quiz, QuizAttempt
from apps.quizzes.queries import room_place


@dataclass(frozen=True, slots=True)
class Ends:
    """When the last of the class must be done; None where somebody never has to."""

    due: datetime | None
    closes: datetime | None


class_ends: ByVersion[dict[int, Ends]] = ByVersion(64)


def ends_of_class(course: Course, item_id: int) -> Ends:
    """Over all students with their sections' classes and allowances, and the item as it is laid: those who come later
    have its moments. Kept under the version of the course."""
    laid = layout(course)
    kept = class_ends.get(course, dict)
    if item_id not in kept:
        own = [laid.items[item_id], *(own_item(course, person, item_id) for person in laid.sections)]
        spans = {item.span for item in own if item is not None}
        kept[item_id] = Ends(_last([s.due for s in spans]), _last([s.closes for s in spans]))
    return kept[item_id]


def own_item(course: Course, person_id: int, item_id: int) -> LaidItem | None:
    return layout_for(layout(course), person_id).student_items.get(item_id)


def _last(moments: Sequence[datetime | None]) -> datetime | None:
    found = [at for at in moments if at is not None]
    return max(found) if len(found) == len(moments) and found else None


def attempts_allowed(rules: QuizRules, item: LaidItem | None) -> int | None:
    """With those of an allowance; None: as many as one likes."""
    extra = item.allowed.extra_attempts if item is not None and item.allowed else 0
    return None if rules.attempts is None else rules.attempts + extra


def stand_of(course: Course, quiz: Quiz, rules: QuizRules, person_id: int, own: Sequence[QuizAttempt]) -> Stand:
    """`own`: their attempts."""
    ends = ends_of_class(course, quiz.item_id)
    item, at = own_item(course, person_id, quiz.item_id), now()
    most = attempts_allowed(rules, item)
    closed = item is None or (item.span.closes is not None and item.span.closes <= at)
    open_ones = any(a.handed_in_at is None for a in own)
    last = not open_ones and (closed or (most is not None and len(own) >= most))
    return Stand(now=at, last=last, due=ends.due, closes=ends.closes, opened=quiz.opened_at is not None)


def hindrance_of(
    course: Course,
    quiz: Quiz,
    rules: QuizRules,
    item: LaidItem,
    person_id: int,
    own: Sequence[QuizAttempt],
    *,
    sheet: bool = False,
) -> Problem | None:
    """What keeps the person from beginning, the code and the closing moment apart. `own`: their attempts; `sheet`: it
    is a sheet that they ask for."""
    return hindrance(
        rules,
        stand_of(course, quiz, rules, person_id, own),
        used=len(own),
        allowed=attempts_allowed(rules, item),
        sheet=sheet,
        questions=len(quiz.questions),
        here=not rules.room or room_place(item.id, person_id) is not None,
    )
