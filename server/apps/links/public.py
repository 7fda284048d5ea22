"""What upper apps may use of links."""

from apps.links.actions.adopt_line_item import adopt_line_item
from apps.links.actions.hear_return import asked_along
from apps.links.actions.link_item import copy_links
from apps.links.api.schemas import ScoreSource
from apps.links.losses import AccessLoss, own_losses
from apps.links.pages.items import score_source
from apps.links.people import keep_names
from apps.links.queries import framed_origins, system_for, system_names, systems_here
from apps.links.services.at_once import scores_at_once
from apps.links.services.urls import urlpatterns as LTI
from apps.links.sources import OwnSource, own_sources
from apps.links.stated import shut_items, stated_dues, stray_line_items, unlinked_items
from apps.links.visits import Visit, first_visits
from apps.links.waiting import systems_waiting

__all__ = [
    "LTI",
    "AccessLoss",
    "OwnSource",
    "ScoreSource",
    "Visit",
    "adopt_line_item",
    "asked_along",
    "copy_links",
    "first_visits",
    "framed_origins",
    "keep_names",
    "own_losses",
    "own_sources",
    "score_source",
    "scores_at_once",
    "shut_items",
    "stated_dues",
    "stray_line_items",
    "system_for",
    "system_names",
    "systems_here",
    "systems_waiting",
    "unlinked_items",
]
