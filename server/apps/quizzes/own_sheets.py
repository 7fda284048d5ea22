"""A student's own sheet: whether it lies open to them, and its key."""

from __future__ import annotations

from unvo_core.quizzes.rules import TELLING, Paper, QuizRules, Revealed, Stand, shown, told_to_all

from apps.courses.public import Course
from apps.quizzes.api.schemas import OwnSheet
from apps.quizzes.facts import rules_of
from apps.quizzes.models import PaperSheet
from apps.quizzes.queries import attempts_of, quiz_of
from apps.quizzes.sheets import photos_of
from apps.quizzes.standing import stand_of


def rules_and_stand(course: Course, sheet: PaperSheet) -> tuple[QuizRules, Stand]:
    quiz = quiz_of(sheet.item_id)
    rules, own = rules_of(quiz), attempts_of(sheet.item_id, sheet.person_id)
    return rules, stand_of(course, quiz, rules, sheet.person_id, own)


def sheet_lies_open(course: Course, sheet: PaperSheet) -> bool:
    """What is handed out in a room is read there, and afterwards as the quiz shows one's answers."""
    rules, stand = rules_and_stand(course, sheet)
    if rules.paper is Paper.HOME:
        return True
    return sheet.attempt_id is not None and Revealed.ANSWERS in shown(rules, stand)


def key_lies_open(course: Course, sheet: PaperSheet) -> bool:
    """Where nothing was handed in yet: only once it lies open to everyone, and nothing is handed in any more."""
    rules, stand = rules_and_stand(course, sheet)
    return shown(rules, stand) >= TELLING and (sheet.attempt_id is not None or told_to_all(rules, stand))


def own_sheet_out(course: Course, sheet: PaperSheet) -> OwnSheet:
    return OwnSheet(
        code=sheet.code,
        number=sheet.number,
        made_at=sheet.made_at,
        taken_in=sheet.attempt_id is not None,
        key=key_lies_open(course, sheet),
        photos=photos_of(sheet),
    )
