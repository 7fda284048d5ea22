from django.apps import AppConfig


class NoticesConfig(AppConfig):
    name = "apps.notices"
    label = "notices"
