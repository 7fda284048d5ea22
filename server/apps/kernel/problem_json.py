"""Refusals and unreadable requests as problem+json (RFC 9457)."""

from __future__ import annotations

import logging
import sys
from collections.abc import Mapping

import orjson
from django.db import DataError, OperationalError
from django.http import Http404, HttpRequest, HttpResponse
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, ValidationError

from apps.kernel.log_lines import request_number
from apps.kernel.refusals import Refused
from apps.kernel.sentences import sentence

log = logging.getLogger(__name__)


def problem(
    status: int,
    code: str,
    detail: str,
    fields: list[dict[str, str]] | None = None,
    also: Mapping[str, object] | None = None,
) -> HttpResponse:
    body: dict[str, object] = dict(also or {}) | {
        "type": f"urn:unvo:problem:{code}",
        "title": code,
        "status": status,
        "detail": detail,
    }
    if fields:
        body["fields"] = fields
    if status == 500:
        body["request"] = request_number()
    return HttpResponse(orjson.dumps(body), status=status, content_type="application/problem+json")


def refused(refusal: Refused) -> HttpResponse:
    fields = [{"path": p.path, "code": p.code, "detail": sentence(p.code, p.params)} for p in refusal.fields]
    return problem(refusal.status, refusal.code, sentence(refusal.code, refusal.params), fields, refusal.also)


def _unreadable(error: ValidationError) -> HttpResponse:
    first = error.errors[0] if error.errors else {}
    where = ".".join(str(p) for p in first.get("loc", ()) if p not in ("body", "payload", "path", "query"))
    return problem(422, "request.unreadable", _read(f"{where}: {first.get('msg', '')}"))


def _read(why: str) -> str:
    return sentence("request.unreadable", {"detail": why.rstrip(".")})


def answer_problems(api: NinjaAPI) -> None:
    """Make the API answer every failure in one shape."""

    @api.exception_handler(Refused)
    def on_refused(request: HttpRequest, error: Refused) -> HttpResponse:
        return refused(error)

    @api.exception_handler(ValidationError)
    def on_unreadable(request: HttpRequest, error: ValidationError) -> HttpResponse:
        return _unreadable(error)

    @api.exception_handler(HttpError)
    def on_malformed(request: HttpRequest, error: HttpError) -> HttpResponse:
        return problem(error.status_code, "request.unreadable", _read(str(error)))

    @api.exception_handler(AuthenticationError)
    def on_signed_out(request: HttpRequest, error: AuthenticationError) -> HttpResponse:
        return problem(401, "request.signed_out", sentence("request.signed_out", {}))

    @api.exception_handler(Http404)
    def on_missing(request: HttpRequest, error: Http404) -> HttpResponse:
        return problem(404, "request.not_found", sentence("request.not_found", {"what": "page"}))

    @api.exception_handler(DataError)
    def on_out_of_bounds(request: HttpRequest, error: DataError) -> HttpResponse:
        """The model's fields are the one place of bounds: what is longer or larger is refused by the database."""
        return problem(422, "request.out_of_bounds", sentence("request.out_of_bounds", {}))

    @api.exception_handler(OperationalError)
    def on_no_database(request: HttpRequest, error: OperationalError) -> HttpResponse:
        log.error("the database is away: %s", str(error).splitlines()[:1])
        return no_database()

    @api.exception_handler(Exception)
    def on_bug(request: HttpRequest, error: Exception) -> HttpResponse:
        log.exception("unhandled error in %s %s", request.method, request.path)
        return problem(500, "request.failed", sentence("request.failed", {}))


def no_database() -> HttpResponse:
    answer = problem(503, "request.no_database", sentence("request.no_database", {}))
    answer["Retry-After"] = "2"
    return answer


def server_error(request: HttpRequest) -> HttpResponse:
    """What failed before or beside the API, such as a database that is gone: the same shape and sentence."""
    if isinstance(sys.exception(), OperationalError):
        return no_database()
    return problem(500, "request.failed", sentence("request.failed", {}))
