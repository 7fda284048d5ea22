from apps.quizzes.models.attempt import AttemptFile, AttemptQuestion, QuizAttempt, Try
from apps.quizzes.models.quiz import Quiz, RoomPlace
from apps.quizzes.models.rulings import QuestionRuling, Rescoring

__all__ = [
    "AttemptFile",
    "AttemptQuestion",
    "QuestionRuling",
    "Quiz",
    "QuizAttempt",
    "Rescoring",
    "RoomPlace",
    "Try",
]
