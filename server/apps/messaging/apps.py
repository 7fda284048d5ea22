from django.apps import AppConfig


class MessagingConfig(AppConfig):
    name = "apps.messaging"
    label = "messaging"

    def ready(self) -> None:
        from apps.courses.public import use_teller
        from apps.messaging.public import queue_mail

        use_teller(queue_mail)
