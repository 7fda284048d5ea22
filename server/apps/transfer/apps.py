from django.apps import AppConfig


class TransferConfig(AppConfig):
    name = "apps.transfer"
    label = "transfer"

    def ready(self) -> None:
        from apps.kernel.public import register
        from apps.transfer.sentences import SENTENCES

        register(SENTENCES)
