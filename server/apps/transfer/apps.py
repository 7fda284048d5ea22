from django.apps import AppConfig


class TransferConfig(AppConfig):
    name = "apps.transfer"
    label = "transfer"
