from django.apps import AppConfig


class PathConfig(AppConfig):
    name = "apps.path"
    label = "path"
