from django.apps import AppConfig


class CoursesConfig(AppConfig):
    name = "apps.courses"
    label = "courses"
