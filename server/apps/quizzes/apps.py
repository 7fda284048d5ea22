from django.apps import AppConfig


class QuizzesConfig(AppConfig):
    name = "apps.quizzes"
    label = "quizzes"

    def ready(self) -> None:
        from apps.layout.changes import add_row_kinds, follow
        from apps.layout.public import add_kind
        from apps.quizzes.actions.set_quiz import refuse_other_points, refuse_other_questions
        from apps.quizzes.kinds import QUIZ
        from apps.quizzes.models import Quiz

        add_kind(QUIZ)
        add_row_kinds(quiz=Quiz)
        follow("item", "points", refuse_other_points)
        follow("quiz", "questions", refuse_other_questions)
        follow("quiz", "paper", refuse_other_questions)
