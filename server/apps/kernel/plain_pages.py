"""What is answered where no page of the application can be: as a problem to programs, as a plain page to people."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.utils.html import format_html

from apps.kernel.problem_json import problem
from apps.kernel.refusals import Refused
from apps.kernel.sentences import sentence

FOR_PROGRAMS = ("/api/", "/_allauth/", "/files/")
PAGE = """<!doctype html>
<html lang="en">
<head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Unvo</title></head>
<body><main><h1>Unvo</h1><p>{}</p><p><a href="/">Go to Unvo's first page</a></p></main></body>
</html>
"""


def _answer(request: HttpRequest, status: int, code: str, **params: object) -> HttpResponse:
    said = sentence(code, params)
    if request.path.startswith(FOR_PROGRAMS):
        return problem(status, code, said)
    return HttpResponse(format_html(PAGE, said), status=status)


def not_there(request: HttpRequest, exception: Exception) -> HttpResponse:
    return _answer(request, 404, "request.not_found", what="page")


def not_understood(request: HttpRequest, exception: Exception) -> HttpResponse:
    """Among others an address of the host that this Unvo does not go by, and a form too large to be read."""
    return _answer(request, 400, "request.not_understood")


def not_from_here(request: HttpRequest, reason: str = "") -> HttpResponse:
    """A write without the mark of our own pages."""
    return _answer(request, 403, "request.not_from_here")


def plain_refusal(refusal: Refused) -> HttpResponse:
    """A refusal to a person who is on the way between Unvo and somewhere else."""
    said = sentence(refusal.code, refusal.params)
    return HttpResponse(format_html(PAGE, said), status=refusal.status)
