from django.apps import AppConfig


class LiveConfig(AppConfig):
    name = "apps.live"
    label = "live"
