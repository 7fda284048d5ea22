"""The service worker, served from the root of the site so that it may keep every page of it."""

from __future__ import annotations

from django.conf import settings
from django.http import FileResponse, Http404, HttpRequest
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_GET


@require_GET
@never_cache
def worker(request: HttpRequest) -> FileResponse:
    built = settings.SERVER / "assets" / "sw.js"
    if not built.is_file():
        raise Http404
    return FileResponse(built.open("rb"), content_type="text/javascript")
