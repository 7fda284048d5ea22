from apps.quizzes.models.attempt import AttemptFile, AttemptQuestion, QuizAttempt, Try
from apps.quizzes.models.quiz import Quiz, RoomPlace
from apps.quizzes.models.rulings import QuestionRuling, Rescoring
from apps.quizzes.models.sheet import PaperSheet, SheetFile

__all__ = [
    "AttemptFile",
    "AttemptQuestion",
    "PaperSheet",
    "QuestionRuling",
    "Quiz",
    "QuizAttempt",
    "Rescoring",
    "RoomPlace",
    "SheetFile",
    "Try",
]
