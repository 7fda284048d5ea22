"""The page that carries the web application, for every address it knows."""

from apps.links.public import framed_origins
from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_GET


@require_GET
@never_cache
@ensure_csrf_cookie
def shell(request: HttpRequest) -> HttpResponse:
    page = render(request, "shell.html", {"demo": settings.DEMO})
    if framed := framed_origins():
        page._csp_update = {"frame-src": framed}  # type: ignore[attr-defined]
    return page
