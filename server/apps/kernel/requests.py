"""What comes in with a request, and how a read is answered."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from django.http import HttpRequest, HttpResponse
from django.utils.datastructures import MultiValueDict
from ninja.parser import Parser
from pydantic import BaseModel

from apps.kernel.actors import Actor
from apps.kernel.problem_json import problem
from apps.kernel.sentences import sentence

NUL = "\x00"
"""PostgreSQL's text can't hold it. Nobody types it; some programs copy it along."""


class Readable(Parser):
    """Bodies and queries as they were sent, but for what is no text: NUL, and halves of surrogate pairs."""

    def parse_body(self, request: HttpRequest) -> Any:
        return readable(super().parse_body(request))

    def parse_querydict(self, data: MultiValueDict[str, Any], list_fields: list[str], request: HttpRequest) -> Any:
        return readable(super().parse_querydict(data, list_fields, request))


def readable(value: Any) -> Any:
    """Texts in it without what is no text. Raises ValueError for what is nested deeper than anybody nests."""
    try:
        return _readable(value)
    except RecursionError as error:
        raise ValueError("nested too deeply") from error


def _readable(value: Any) -> Any:
    match value:
        case str():
            return value.replace(NUL, "").encode("utf-8", "ignore").decode()
        case list():
            return [_readable(one) for one in value]
        case dict():
            return {_readable(name): _readable(one) for name, one in value.items()}
    return value


def nothing_at_nul(answer_to: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    """Middleware: nothing is found at an address with NUL in it."""

    def found(request: HttpRequest) -> HttpResponse:
        if NUL in request.path:
            return problem(404, "request.not_found", sentence("request.not_found", {"what": "page"}))
        return answer_to(request)

    return found


PERSONAL = ("/api/", "/_allauth/", "/files/", "/calendar/")


def nothing_personal_kept(answer_to: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    """Middleware: what is answered to a person is stored by no browser and no proxy, unless the answer says how."""

    def private(request: HttpRequest) -> HttpResponse:
        answer = answer_to(request)
        if request.path.startswith(PERSONAL) and "Cache-Control" not in answer:
            answer["Cache-Control"] = "private, no-store"
        return answer

    return private


def actor_of(request: HttpRequest) -> Actor:
    return Actor(request.user.pk, str(request.user))


def answer(value: BaseModel) -> HttpResponse:
    """A read's answer, written straight from the shape that the operation declares."""
    return HttpResponse(value.model_dump_json(), content_type="application/json")
