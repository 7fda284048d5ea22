"""The door of a service: a token of ours, a scope that the system was given, a context that is its own."""

from __future__ import annotations

import json
import re
from collections.abc import Callable
from dataclasses import dataclass
from functools import wraps
from typing import Any

import orjson
from django.core import signing
from django.http import HttpRequest, HttpResponse
from django.views.decorators.csrf import csrf_exempt

from apps.courses.public import Course, Section
from apps.kernel.public import Refused, not_found, readable, refused
from apps.links.models import LinkedSystem
from apps.links.queries import deployment_of
from apps.links.services.pace import in_pace

SALT = "links.bearer"
TOKEN_SECONDS = 3600
MOST_BODY = 64 * 1024
COUNTED = "unvo.within_pace"
"""In the environment of a request (WSGI): what its system was told of its pace."""
PAGE = 100
"""Rows of a page when the caller names no number, and the most that it may name."""
MOST_PAGE = 500


@dataclass(frozen=True, slots=True)
class Caller:
    """The system that calls, with what its token was given for."""

    system: LinkedSystem
    scopes: frozenset[str]


@dataclass(frozen=True, slots=True)
class Context:
    """A course in one of its sections, in which the caller is put to use."""

    course: Course
    section: Section | None

    @property
    def section_id(self) -> int | None:
        return None if self.section is None else self.section.pk


View = Callable[..., HttpResponse]


def bearer(system: LinkedSystem, scopes: list[str]) -> str:
    """A token for the services; to the system it says nothing."""
    return signing.dumps([system.pk, scopes], salt=SALT)


def service(**scopes: tuple[str, ...]) -> Callable[[View], View]:
    """A view for systems: per method, the scopes of which the caller needs one. A refusal is answered as a problem
    (RFC 9457), and says how to come in (RFC 6750)."""

    def wrap(view: View) -> View:
        @csrf_exempt
        @wraps(view)
        def guarded(request: HttpRequest, *args: Any, **kwargs: Any) -> HttpResponse:
            try:
                wanted = scopes.get(request.method or "")
                if wanted is None:
                    raise Refused("links.method", status=405)
                return view(request, caller_of(request, wanted), *args, **kwargs)
            except Refused as refusal:
                answer = refused(refusal)
                if refusal.status == 401:
                    answer["WWW-Authenticate"] = 'Bearer error="invalid_token"'
                if refusal.status == 429:
                    answer["Retry-After"] = "5"
                return answer

        return guarded

    return wrap


def caller_of(request: HttpRequest, wanted: tuple[str, ...]) -> Caller:
    """Raises Refused: 401 without a token that is good, 403 with one for something else, 429 for too many calls."""
    system_id, scopes = token_in(request.headers.get("Authorization", ""))
    system = LinkedSystem.objects.filter(pk=system_id, off=False, waits=False).first()
    if system is None:
        raise Refused("links.no_token", status=401)
    granted = frozenset(scopes) & frozenset(system.scopes)
    if not granted & frozenset(wanted):
        raise Refused("links.scope", status=403)
    if not within_pace(system.pk, request.META):
        raise Refused("links.pace", status=429)
    return Caller(system, granted)


def within_pace(system_id: int, environ: dict[str, Any]) -> bool:
    """Whether it may be called by this system now. A call is counted once, whoever asks first."""
    if COUNTED not in environ:
        environ[COUNTED] = in_pace(f"service:{system_id}")
    return bool(environ[COUNTED])


def token_in(authorization: str) -> tuple[int, list[str]]:
    """For which system the token of this header was given, and for which scopes then. Raises Refused."""
    kind, _, token = authorization.partition(" ")
    if kind.lower() != "bearer" or not token:
        raise Refused("links.no_token", status=401)
    try:
        system_id, scopes = signing.loads(token.strip(), salt=SALT, max_age=TOKEN_SECONDS)
    except (signing.BadSignature, ValueError, TypeError) as error:
        raise Refused("links.no_token", status=401) from error
    return system_id, scopes


def context_of(caller: Caller, course_id: int, section_id: int) -> Context:
    """Raises Refused for a course in which the caller is not put to use, or a section of another one."""
    rows = Course.objects.select_related("term").filter(pk=course_id, removed_at=None)
    course = rows.first()
    if course is None or caller.system.course_id not in (None, course.pk):
        raise not_found("context")
    if deployment_of(caller.system, course) is None:
        raise not_found("context")
    section = None
    if section_id:
        section = course.sections.filter(pk=section_id).first()
        if section is None:
            raise not_found("context")
    return Context(course, section)


def body_of(request: HttpRequest) -> dict[str, Any]:
    return body_in(request.body)


def body_in(body: bytes) -> dict[str, Any]:
    """A JSON object. Numbers with a point are read as they are written. Raises Refused."""
    if len(body) > MOST_BODY:
        raise Refused("links.body_large", status=413)
    try:
        found = readable(json.loads(body, parse_constant=_no_number))
    except (ValueError, RecursionError) as error:
        raise Refused("links.body", status=400) from error
    if not isinstance(found, dict):
        raise Refused("links.body", status=400)
    return found


def _no_number(word: str) -> None:
    raise ValueError(word)


def answer_json(body: Any, kind: str, status: int = 200) -> HttpResponse:
    return HttpResponse(orjson.dumps(body), content_type=kind, status=status)


def page_of(request: HttpRequest) -> tuple[int, int]:
    """From which row, and how many: `from` and `limit` of the query."""
    return _whole(request, "from", 0), max(1, min(MOST_PAGE, _whole(request, "limit", PAGE)))


def _whole(request: HttpRequest, name: str, otherwise: int) -> int:
    given = request.GET.get(name, "")
    return int(given) if re.fullmatch(r"[0-9]{1,9}", given) else otherwise


def link_to_next(request: HttpRequest, base: str, start: int, limit: int, more: bool) -> str:
    """The Link header's part for the next page (RFC 8288); empty on the last one."""
    if not more:
        return ""
    query = request.GET.copy()
    query["from"], query["limit"] = str(start + limit), str(limit)
    return f'<{base}?{query.urlencode()}>; rel="next"'
