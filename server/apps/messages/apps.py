from django.apps import AppConfig


class MessagesConfig(AppConfig):
    name = "apps.messages"
    label = "messages_of_courses"

    def ready(self) -> None:
        from apps.layout.changes import add_row_kinds
        from apps.messages.models import Announcement

        add_row_kinds(announcement=Announcement)
