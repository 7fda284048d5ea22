"""Where a system registers itself (Dynamic Registration 1.0, 2.2)."""

from __future__ import annotations

from django.db import transaction
from django.http import HttpRequest, HttpResponse
from django.views.decorators.csrf import csrf_exempt
from django.views.decorators.http import require_POST

from apps.kernel.public import Refused, refused
from apps.links.actions.join_system import register
from apps.links.services.doors import answer_json, body_of


@csrf_exempt
@require_POST
def registration(request: HttpRequest) -> HttpResponse:
    kind, _, token = request.headers.get("Authorization", "").partition(" ")
    try:
        if kind.lower() != "bearer":
            raise Refused("links.registration_token", status=401)
        with transaction.atomic():
            told = register(token.strip(), body_of(request))
    except Refused as refusal:
        return refused(refusal)
    return answer_json(told, "application/json")
