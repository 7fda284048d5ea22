from django.apps import AppConfig


class GradebookConfig(AppConfig):
    name = "apps.gradebook"
    label = "gradebook"

    def ready(self) -> None:
        from apps.courses.public import use_marks
        from apps.gradebook.marks import GradebookMarks
        from apps.gradebook.sentences import SENTENCES
        from apps.kernel.public import register

        register(SENTENCES)
        use_marks(GradebookMarks())
