from django.apps import AppConfig


class TalkConfig(AppConfig):
    name = "apps.talk"
    label = "talk"

    def ready(self) -> None:
        from apps.layout.changes import add_row_kinds, follow
        from apps.layout.public import add_kind
        from apps.talk.actions.count_part import recount
        from apps.talk.kinds import DISCUSSION
        from apps.talk.models import Discussion

        add_kind(DISCUSSION)
        add_row_kinds(discussion=Discussion)
        follow("item", "wants", recount)
