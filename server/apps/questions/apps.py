from django.apps import AppConfig


class QuestionsConfig(AppConfig):
    name = "apps.questions"
    label = "questions"
