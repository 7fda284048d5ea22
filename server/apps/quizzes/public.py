"""What upper apps may use of quizzes."""

from apps.quizzes.actions.set_quiz import copy_quizzes
from apps.quizzes.api.own_schemas import OwnQuiz
from apps.quizzes.asked_about import asked_about
from apps.quizzes.own_quizzes import own_quizzes, quiz_entries
from apps.quizzes.policies import can_read_attempt_file, can_read_question_picture, can_read_sheet_file
from apps.quizzes.waiting import quizzes_of_class, quizzes_waiting

__all__ = [
    "OwnQuiz",
    "asked_about",
    "can_read_attempt_file",
    "can_read_question_picture",
    "can_read_sheet_file",
    "copy_quizzes",
    "own_quizzes",
    "quiz_entries",
    "quizzes_of_class",
    "quizzes_waiting",
]
