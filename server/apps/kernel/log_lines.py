"""A number for every request, by which what a person was told is found again in the log."""

from __future__ import annotations

import logging
import re
import secrets
import time
from collections.abc import Callable
from contextvars import ContextVar

from django.conf import settings
from django.http import HttpRequest, HttpResponse

HEADER = "X-Request-ID"
_GIVEN = re.compile(r"[A-Za-z0-9-]{8,64}")
_number: ContextVar[str] = ContextVar("request_number", default="")
_log = logging.getLogger("unvo.requests")


def request_number() -> str:
    """That of the request that is being answered; '' outside of any."""
    return _number.get()


def numbered(answer_to: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    """Middleware: the front server's number where there is one that is believed, else a new one; a line of the log."""

    def with_number(request: HttpRequest) -> HttpResponse:
        said = request.headers.get(HEADER, "") if settings.ALLAUTH_TRUSTED_PROXY_COUNT else ""
        token = _number.set(said if _GIVEN.fullmatch(said) else secrets.token_hex(8))
        began = time.monotonic()
        try:
            answer = answer_to(request)
            answer[HEADER] = request_number()
            _tell(request, answer.status_code, began)
        finally:
            _number.reset(token)
        return answer

    return with_number


def _tell(request: HttpRequest, status: int, began: float) -> None:
    """Who by number and not by name, and no query: it may hold what somebody searched for."""
    person = request.user.pk if getattr(request, "_cached_user", None) else None
    took = round((time.monotonic() - began) * 1000)
    facts = {"method": request.method, "path": request.path, "status": status, "ms": took, "person": person}
    _log.info("%(method)s %(path)s %(status)s", facts, extra=facts)


class OfRequest(logging.Filter):
    """Puts the number of the request into every line that is written while it is answered."""

    def filter(self, record: logging.LogRecord) -> bool:
        record.request = request_number()
        return True
