"""Send a kept file to those whom its owner allows, never as a page of ours."""

from __future__ import annotations

import uuid
from collections.abc import Callable

from django.http import FileResponse, HttpRequest
from django.http.response import HttpResponseBase
from django.views.decorators.http import require_GET

from apps.kernel.actors import Actor
from apps.kernel.models import StoredFile
from apps.kernel.problem_json import problem, refused
from apps.kernel.refusals import Refused, not_found
from apps.kernel.sentences import sentence
from apps.kernel.uploads import location
from apps.kernel.verdicts import Verdict, require

ReadPolicy = Callable[[Actor, StoredFile], Verdict]
SHOWN_IN_PAGE = {"image/png", "image/jpeg", "image/gif", "image/webp", "application/pdf"}
_policies: dict[str, ReadPolicy] = {}


def guard_files(owner_kind: str, policy: ReadPolicy) -> None:
    """The app that holds files of this kind says who may read them. Unguarded kinds go to nobody."""
    _policies[owner_kind] = policy


@require_GET
def send_file(request: HttpRequest, key: uuid.UUID, name: str) -> HttpResponseBase:
    if not request.user.is_authenticated:
        return problem(401, "request.signed_out", sentence("request.signed_out", {}))
    actor = Actor(request.user.pk, str(request.user))
    try:
        stored = StoredFile.objects.filter(key=key).first()
        if stored is None or stored.owner_kind not in _policies:
            raise not_found("file")
        require(_policies[stored.owner_kind](actor, stored))
    except Refused as refusal:
        return refused(refusal)
    inline = stored.content_type in SHOWN_IN_PAGE and request.GET.get("show") == "1"
    as_image = stored.content_type.startswith("image/")
    answer = FileResponse(
        location(stored).open("rb"),
        as_attachment=not (inline or as_image),
        filename=stored.name,
        content_type=stored.content_type,
    )
    answer["Cache-Control"] = "private, max-age=3600"
    answer["X-Content-Type-Options"] = "nosniff"
    answer._csp_replace = {"default-src": ["'none'"], "sandbox": []}  # type: ignore[attr-defined]
    return answer
