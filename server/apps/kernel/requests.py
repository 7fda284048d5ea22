"""From a signed-in request to an actor."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from pydantic import BaseModel

from apps.kernel.actors import Actor


def actor_of(request: HttpRequest) -> Actor:
    return Actor(request.user.pk, str(request.user))


def answer(value: BaseModel) -> HttpResponse:
    """A read's answer, written straight from the shape that the operation declares."""
    return HttpResponse(value.model_dump_json(), content_type="application/json")
