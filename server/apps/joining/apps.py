from django.apps import AppConfig


class JoiningConfig(AppConfig):
    name = "apps.joining"
    label = "joining"
