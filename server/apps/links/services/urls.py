"""The addresses of LTI."""

from django.urls import path

from apps.links.services.access import access
from apps.links.services.authorize import authorize
from apps.links.services.begin import begin, begin_pick
from apps.links.services.keys import configuration, keys
from apps.links.services.line_items import line_item, line_items
from apps.links.services.members import members
from apps.links.services.picked import picked
from apps.links.services.registration import registration
from apps.links.services.scores import results, scores
from apps.links.services.token import token

CONTEXT = "<int:course_id>/<int:section_id>/"
LINE = CONTEXT + "line-items/<uuid:key>"

urlpatterns = [
    path("keys", keys),
    path("configuration", configuration),
    path("register", registration),
    path("authorize", authorize, name="lti-authorize"),
    path("token", token),
    path("open/<slug:slug>/<int:item_id>", begin),
    path("pick/<uuid:key>", begin_pick),
    path("picked/<uuid:key>", picked),
    path(CONTEXT + "line-items", line_items),
    path(LINE, line_item),
    path(LINE + "/scores", scores),
    path(LINE + "/results", results),
    path(CONTEXT + "members", members),
    path(CONTEXT + "access", access),
]
