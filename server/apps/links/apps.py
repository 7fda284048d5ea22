from django.apps import AppConfig


class LinksConfig(AppConfig):
    name = "apps.links"
    label = "links"

    def ready(self) -> None:
        from apps.layout.changes import add_row_kinds, follow
        from apps.layout.public import add_kind
        from apps.links.actions.take_reports import take_again
        from apps.links.kinds import LINKED
        from apps.links.models import Placement

        add_kind(LINKED)
        add_row_kinds(placement=Placement)
        follow("item", "points", take_again)
