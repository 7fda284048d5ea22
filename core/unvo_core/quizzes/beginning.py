"""What keeps somebody from beginning an attempt."""

from __future__ import annotations

from unvo_core.problems import Problem
from unvo_core.quizzes.rules import Paper, QuizRules, Stand, told_to_all


def hindrance(
    rules: QuizRules, stand: Stand, *, used: int, allowed: int | None, sheet: bool, questions: int, here: bool
) -> Problem | None:
    """The first of them; None where nothing does, the code apart. `used`: attempts so far, of those `allowed`, None as
    many as one likes. `sheet`: it is a sheet of their own that they ask for. `here`: checked in, where the quiz is
    begun in a room."""
    if rules.paper is Paper.ROOM or (rules.paper is Paper.HOME) != sheet:
        return Problem("quiz.on_paper" if rules.paper else "quiz.on_screen")
    if not questions:
        return Problem("quiz.empty")
    if allowed is not None and used >= allowed:
        return Problem("quiz.no_attempt_left", params={"most": allowed})
    if told_to_all(rules, stand):
        return Problem("quiz.key_is_out")
    return None if here or sheet or not rules.room else Problem("quiz.not_checked_in")
