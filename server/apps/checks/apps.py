from django.apps import AppConfig


class ChecksConfig(AppConfig):
    name = "apps.checks"
    label = "checks"
