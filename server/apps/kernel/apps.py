from django.apps import AppConfig


class KernelConfig(AppConfig):
    name = "apps.kernel"
    label = "kernel"
