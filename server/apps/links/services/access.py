"""What Unvo adds to Names and Roles: a system says who has access to it, until when, and in which section it has whom
(docs/links.md)."""

from __future__ import annotations

from collections.abc import Mapping

from django.db import transaction
from django.http import HttpRequest, HttpResponse

from apps.kernel.public import Refused
from apps.links.actions.fetch_state import note_access, note_section
from apps.links.lti import names
from apps.links.services.doors import Caller, body_of, context_of, service
from apps.links.services.scores import member_of


@service(POST=(names.ACCESS,))
def access(request: HttpRequest, caller: Caller, course_id: int, section_id: int) -> HttpResponse:
    context = context_of(caller, course_id, section_id)
    body = body_of(request)
    person_id = member_of(caller, context, body.get("userId"))
    told = body.get("access")
    with transaction.atomic():
        note_section(caller.system, context.course, person_id, body.get("context"))
        if told is not None and not (
            isinstance(told, Mapping) and note_access(caller.system, context.course, person_id, told)
        ):
            raise Refused("links.access_told", status=400)
    return HttpResponse(status=204)
