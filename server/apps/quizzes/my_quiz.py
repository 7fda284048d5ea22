"""A quiz as its student stands with it: what it asks, what is left, why it can't be begun."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime
from fractions import Fraction

from unvo_core.quizzes.clock import own_seconds
from unvo_core.quizzes.rules import Paper, QuizRules
from unvo_core.quizzes.slots import question_count, total_points
from unvo_core.schedule.spans import is_closed

from apps.courses.public import Course
from apps.gradebook.public import cells_of_person, points, setup_of
from apps.kernel.public import not_found, sentence
from apps.layout.public import LaidItem, kind_of
from apps.path.public import Progress
from apps.quizzes.api import schemas as out
from apps.quizzes.facts import rules_of, slots_of
from apps.quizzes.models import Quiz, QuizAttempt
from apps.quizzes.own_sheets import own_sheet_out, sheet_lies_open
from apps.quizzes.queries import attempts_of, quiz_of, room_place
from apps.quizzes.said import shows_said
from apps.quizzes.sheets import own_sheet
from apps.quizzes.standing import attempts_allowed, hindrance_of, stand_of


def my_quiz(course: Course, item_id: int, person_id: int, known: Progress, now: datetime) -> out.MyQuiz:
    item = known.laid.student_items[item_id]
    if not kind_of(item.kind).puts_questions:
        raise not_found("quiz")
    quiz, own = quiz_of(item_id), attempts_of(item_id, person_id)
    rules, slots = rules_of(quiz), slots_of(quiz)
    stand = stand_of(course, quiz, rules, person_id, own)
    most = attempts_allowed(rules, item)
    here = not rules.room or room_place(item_id, person_id) is not None
    shown = known.marks.by_item.get(item_id)
    why_not = _why_not(course, quiz, item, person_id, own, now)
    return out.MyQuiz(
        questions=question_count(slots),
        points=str(points(total_points(slots))),
        attempts=_attempts(course, item_id, person_id, own),
        attempts_left=None if most is None else max(0, most - len(own)),
        attempts_of=most,
        counting=counting_of(course, item_id),
        tries=rules.tries,
        try_cost=str(points(rules.try_cost)),
        minutes=own_minutes(rules, item),
        class_minutes=rules.minutes,
        one_by_one=rules.one_by_one,
        back=rules.back,
        wants_code=bool(rules.code),
        wants_room=rules.room,
        here=here,
        paper=rules.paper,
        sheet=_sheet(course, item_id, person_id, rules),
        can_begin=not why_not,
        why_not=why_not,
        shows=shows_said(rules, stand, known.laid.zone),
        open=not is_closed(item.span, now),
        score=None if shown is None or shown.points is None else str(shown.points),
        being_graded=shown is not None and shown.mark.held,
        practice=item.practice,
    )


def _sheet(course: Course, item_id: int, person_id: int, rules: QuizRules) -> out.OwnSheet | None:
    """What is handed out in a room is none of theirs before."""
    sheet = own_sheet(item_id, person_id) if rules.paper else None
    if sheet is None or not sheet_lies_open(course, sheet):
        return None
    return own_sheet_out(course, sheet)


def counting_of(course: Course, item_id: int) -> str:
    """Which attempt counts: best, latest, first or mean."""
    rules = setup_of(course).rules.get(item_id)
    return rules.counting if rules else "latest"


def own_minutes(rules: QuizRules, item: LaidItem | None) -> float | None:
    """With an allowance."""
    if rules.minutes is None:
        return None
    factor = item.allowed.time_factor if item is not None and item.allowed else Fraction(1)
    return own_seconds(rules.minutes, factor) / 60


def _why_not(
    course: Course, quiz: Quiz, item: LaidItem, person_id: int, own: Sequence[QuizAttempt], now: datetime
) -> str:
    """What keeps them from beginning; '' where nothing does, a code apart, or one is under way."""
    if own and own[-1].handed_in_at is None:
        return ""
    rules = rules_of(quiz)
    found = hindrance_of(course, quiz, rules, item, person_id, own, sheet=rules.paper is Paper.HOME)
    if found is not None:
        return sentence(found.code, found.params)
    return sentence("quiz.closed", {}) if is_closed(item.span, now) else ""


def _attempts(course: Course, item_id: int, person_id: int, own: Sequence[QuizAttempt]) -> list[out.OwnAttempt]:
    """A score is shown when the gradebook has let it out, and not before."""
    cell = cells_of_person(course, person_id).get(item_id) if any(a.handed_in_at for a in own) else None
    released = {a.attempt: a.raw for a in cell.attempts if a.released} if cell else {}
    return [
        out.OwnAttempt(
            number=a.number,
            started_at=a.started_at,
            ends_at=a.ends_at,
            handed_in_at=a.handed_in_at,
            how=a.how,  # type: ignore[arg-type]
            receipt=a.receipt_number or "",
            points=str(points(released[a.number])) if a.number in released else None,
            waits=a.handed_in_at is not None and a.raw is None,
            answered=int((a.receipt or {}).get("answered", 0)),
        )
        for a in own
    ]
