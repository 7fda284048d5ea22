"""Send a kept file to those whom its owner allows, never as a page of ours."""

from __future__ import annotations

import io
import os
import re
import uuid
from collections.abc import Callable, Mapping
from typing import Any, BinaryIO

from django.conf import settings
from django.core.files.storage import FileSystemStorage, default_storage
from django.http import FileResponse, HttpRequest, HttpResponse, HttpResponseRedirect
from django.http.response import HttpResponseBase
from django.utils.cache import get_conditional_response
from django.utils.http import content_disposition_header
from django.views.decorators.http import require_GET

from apps.kernel.actors import Actor
from apps.kernel.models import StoredFile
from apps.kernel.problem_json import problem, refused
from apps.kernel.refusals import Refused, not_found
from apps.kernel.sentences import sentence
from apps.kernel.verdicts import Verdict, require

ReadPolicy = Callable[[Actor, StoredFile], Verdict]
SHOWN_IN_PAGE = {"image/png", "image/jpeg", "image/gif", "image/webp", "application/pdf", "text/vtt"}
PLAYED = ("video/", "audio/")
LEAST_BY_BUCKET = 256 * 1024


@require_GET
def send_file(request: HttpRequest, key: uuid.UUID, name: str, guards: Mapping[str, ReadPolicy]) -> HttpResponseBase:
    """`guards`: by kind of owner, who may read its files. Kinds without a guard go to nobody."""
    if not request.user.is_authenticated:
        return problem(401, "request.signed_out", sentence("request.signed_out", {}))
    actor = Actor(request.user.pk, str(request.user))
    try:
        stored = StoredFile.objects.filter(key=key).first()
        if stored is None or stored.owner_kind not in guards:
            raise not_found("file")
        require(guards[stored.owner_kind](actor, stored))
    except Refused as refusal:
        return refused(refusal)
    etag = f'"{stored.sha256}"'
    unchanged = get_conditional_response(request, etag=etag)
    if unchanged is not None:
        return unchanged
    return _sent(stored, etag, request)


def _sent(stored: StoredFile, etag: str, request: HttpRequest) -> HttpResponseBase:
    inline = stored.content_type in SHOWN_IN_PAGE and request.GET.get("show") == "1"
    as_image = stored.content_type.startswith("image/")
    played = stored.content_type.startswith(PLAYED)
    attached = not (inline or as_image or played)
    wanted = request.headers.get("Range") if played else None
    answer = _by_front(stored, attached) or _by_bucket(stored, attached) or _streamed(stored, attached, wanted)
    if played:
        answer["Accept-Ranges"] = "bytes"
    # Kept by the browser, but asked about each time: the next person at it may not see what this one may.
    answer["Cache-Control"] = "private, no-cache"
    answer["ETag"] = etag
    answer["X-Content-Type-Options"] = "nosniff"
    answer._csp_replace = {"default-src": ["'none'"], "sandbox": []}  # type: ignore[attr-defined]
    return answer


def _by_front(stored: StoredFile, attached: bool) -> HttpResponseBase | None:
    """The answer by which a front server sends the file itself, stretches too; None without such a server."""
    if not settings.FILES_BY_FRONT:
        return None
    answer = HttpResponse(content_type=stored.content_type)
    answer["Content-Disposition"] = content_disposition_header(attached, stored.name) or "inline"
    answer["X-Accel-Redirect"] = settings.FILES_BY_FRONT + stored.path
    del answer["Content-Length"]
    return answer


def _by_bucket(stored: StoredFile, attached: bool) -> HttpResponseBase | None:
    """The way to a signed address of the bucket that holds the file; None where none does, and for what is small, and
    captions, which a page must have from where it is itself."""
    if (
        isinstance(default_storage, FileSystemStorage)
        or stored.size < LEAST_BY_BUCKET
        or stored.content_type == "text/vtt"
    ):
        return None
    said = {
        "ResponseContentType": stored.content_type,
        "ResponseContentDisposition": content_disposition_header(attached, stored.name) or "inline",
    }
    return HttpResponseRedirect(default_storage.url(stored.path, parameters=said))  # type: ignore[call-arg]


def _streamed(stored: StoredFile, attached: bool, wanted: str | None) -> HttpResponseBase:
    """The file as the web server sends it: its own loop does, and no thread of ours is held."""
    stretch = _stretch(wanted, stored.size) if wanted else None
    content: Any = default_storage.open(stored.path)
    named: Any = {"as_attachment": attached, "filename": stored.name, "content_type": stored.content_type}
    if stretch is None:
        return FileResponse(content, **named)
    first, last = stretch
    part = _Stretch(content, first, last)
    answer = FileResponse(part, **named, status=206)
    answer["Content-Range"] = f"bytes {first}-{last}/{stored.size}"
    answer["Content-Length"] = str(last - first + 1)
    return answer


def _stretch(wanted: str, size: int) -> tuple[int, int] | None:
    """First and last byte of a single range (RFC 9110, 14.1.2); None sends all, as for whatever is no such range."""
    found = re.fullmatch(r"bytes=(\d*)-(\d*)", wanted.strip())
    if found is None or not any(found.groups()):
        return None
    start, end = found.groups()
    if not start:
        return max(0, size - int(end)), size - 1
    first, last = int(start), min(int(end or size - 1), size - 1)
    return (first, last) if first <= last else None


class _Stretch(io.RawIOBase):
    """A part of an open file, as a file of its own."""

    def __init__(self, content: BinaryIO, first: int, last: int) -> None:
        content.seek(first)
        self.content, self.first, self.length = content, first, last - first + 1

    def readable(self) -> bool:
        return True

    def seekable(self) -> bool:
        return True

    def tell(self) -> int:
        return self.content.tell() - self.first

    def seek(self, offset: int, whence: int = os.SEEK_SET) -> int:
        base = {os.SEEK_SET: 0, os.SEEK_CUR: self.tell(), os.SEEK_END: self.length}[whence]
        return self.content.seek(self.first + max(0, base + offset)) - self.first

    def read(self, most: int = -1) -> bytes:
        left = max(0, self.length - self.tell())
        return self.content.read(left if most < 0 else min(most, left))

    def close(self) -> None:
        self.content.close()
        super().close()
