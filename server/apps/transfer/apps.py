from django.apps import AppConfig


class TransferConfig(AppConfig):
    name = "apps.transfer"
    label = "transfer"

    def ready(self) -> None:
        from apps.courses.public import use_desk_source
        from apps.kernel.public import register
        from apps.transfer.desk import conflicts_waiting
        from apps.transfer.sentences import SENTENCES

        register(SENTENCES)
        use_desk_source(conflicts_waiting)
