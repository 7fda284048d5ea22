from django.apps import AppConfig


class PeopleConfig(AppConfig):
    name = "apps.people"
    label = "people"

    def ready(self) -> None:
        from apps.kernel.public import register
        from apps.people.sentences import SENTENCES

        register(SENTENCES)
