"""A number for every request, by which what a person was told is found again in the log."""

from __future__ import annotations

import logging
import re
import secrets
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar

from django.conf import settings
from django.http import HttpRequest, HttpResponse

REQUEST_NUMBER = "X-Request-ID"
_GIVEN = re.compile(r"[A-Za-z0-9-]{8,64}")
_number: ContextVar[str] = ContextVar("request_number", default="")
_log = logging.getLogger("unvo.requests")


def request_number() -> str:
    """That of the request that is being answered; '' outside of any."""
    return _number.get()


@contextmanager
def own_number(said: str) -> Iterator[str]:
    """The front server's number where there is one that is believed, else a new one."""
    believed = settings.ALLAUTH_TRUSTED_PROXY_COUNT and _GIVEN.fullmatch(said)
    number = said if believed else secrets.token_hex(8)
    token = _number.set(number)
    try:
        yield number
    finally:
        _number.reset(token)


def numbered(answer_to: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    """Middleware: a number for the request, and a line of the log."""

    def with_number(request: HttpRequest) -> HttpResponse:
        began = time.monotonic()
        with own_number(request.headers.get(REQUEST_NUMBER, "")) as number:
            answer = answer_to(request)
            answer[REQUEST_NUMBER] = number
            person = request.user.pk if getattr(request, "_cached_user", None) else None
            tell_request(request.method or "", request.path, answer.status_code, began, person)
        return answer

    return with_number


def tell_request(method: str, path: str, status: int, began: float, person: int | None = None) -> None:
    """Who by number and not by name, and no query: it may hold what somebody searched for."""
    took = round((time.monotonic() - began) * 1000)
    facts = {"method": method, "path": path, "status": status, "ms": took, "person": person}
    _log.info("%(method)s %(path)s %(status)s", facts, extra=facts)


class OfRequest(logging.Filter):
    """Puts the number of the request into every line that is written while it is answered."""

    def filter(self, record: logging.LogRecord) -> bool:
        record.request = request_number()
        return True
