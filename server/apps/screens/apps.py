from django.apps import AppConfig


class ScreensConfig(AppConfig):
    name = "apps.screens"
    label = "screens"
