from django.apps import AppConfig


class LibraryConfig(AppConfig):
    name = "apps.library"
    label = "library"
