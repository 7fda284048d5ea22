from django.apps import AppConfig


class GradebookConfig(AppConfig):
    name = "apps.gradebook"
    label = "gradebook"
