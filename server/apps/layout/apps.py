from django.apps import AppConfig


class LayoutConfig(AppConfig):
    name = "apps.layout"
    label = "layout"
