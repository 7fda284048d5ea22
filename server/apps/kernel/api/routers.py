"""Files in pieces: the tus protocol 1.0.0, and what a person has begun."""

from __future__ import annotations

import base64
import binascii
from collections.abc import Mapping
from typing import Annotated
from uuid import UUID

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.utils.http import http_date
from ninja import Query, Router
from pydantic import BaseModel

from apps.kernel import pieces
from apps.kernel.models import PartialUpload
from apps.kernel.refusals import Refused

router = Router(tags=["uploads"])
VERSION = "1.0.0"
PIECE = "application/offset+octet-stream"


class BegunUpload(BaseModel):
    """A file of which something has come. `modified`: as its browser said, in milliseconds. `used`: it came whole and
    was handed on."""

    key: UUID
    name: str
    size: int
    modified: int
    received: int
    used: bool


@router.get("/uploads", response=list[BegunUpload])
def read_begun_uploads(request: HttpRequest, purpose: Annotated[str, Query()]) -> list[BegunUpload]:
    return [
        BegunUpload(
            key=row.key,
            name=row.name,
            size=row.size,
            modified=row.modified,
            received=row.received,
            used=row.used_at is not None,
        )
        for row in pieces.begun(_who(request), purpose)
    ]


@router.api_operation(["OPTIONS"], "/uploads", response={204: None})
def describe_uploads(request: HttpRequest) -> HttpResponse:
    answer = _answer(204)
    answer["Tus-Version"] = VERSION
    answer["Tus-Extension"] = "creation,termination,expiration"
    answer["Tus-Max-Size"] = str(settings.REQUEST_MAX_BYTES)
    return answer


@router.post("/uploads", response={201: None})
def begin_upload(request: HttpRequest) -> HttpResponse:
    """Nothing of the file comes with it. Its name, and what it is for, in `Upload-Metadata`."""
    _same_version(request)
    said = _metadata(request.headers.get("Upload-Metadata", ""))
    modified = said.get("modified", "")
    wish = pieces.Begun(
        purpose=said.get("purpose", ""),
        name=said.get("filename", ""),
        size=_number(request, "Upload-Length"),
        modified=int(modified) if modified.isdecimal() and len(modified) < 16 else 0,
    )
    row = pieces.begin(_who(request), wish)
    answer = _answer(201, row)
    answer["Location"] = f"{request.path}/{row.key}"
    return answer


@router.api_operation(["HEAD"], "/uploads/{key}", response={200: None})
def ask_upload(request: HttpRequest, key: UUID) -> HttpResponse:
    """How much of it has come."""
    _same_version(request)
    row = pieces.found(_who(request), key)
    answer = _answer(200, row)
    answer["Upload-Length"] = str(row.size)
    answer["Cache-Control"] = "no-store"
    return answer


@router.patch("/uploads/{key}", response={204: None})
def add_to_upload(request: HttpRequest, key: UUID) -> HttpResponse:
    """The next piece, of at most 5 MiB. By where it belongs it is kept once, however often it is sent."""
    _same_version(request)
    if request.content_type != PIECE:
        raise Refused("file.no_piece", status=415, wanted=PIECE)
    return _answer(204, pieces.append(_who(request), key, _number(request, "Upload-Offset"), request.body))


@router.delete("/uploads/{key}", response={204: None})
def discard_upload(request: HttpRequest, key: UUID) -> HttpResponse:
    _same_version(request)
    pieces.discard(_who(request), key)
    return _answer(204)


def _answer(status: int, row: PartialUpload | None = None) -> HttpResponse:
    answer = HttpResponse(status=status)
    answer["Tus-Resumable"] = VERSION
    if row is not None:
        answer["Upload-Offset"] = str(row.received)
        answer["Upload-Expires"] = http_date(pieces.expires(row).timestamp())
    return answer


def _who(request: HttpRequest) -> int:
    return request.user.pk or 0


def _same_version(request: HttpRequest) -> None:
    if request.headers.get("Tus-Resumable") != VERSION:
        raise Refused("file.other_protocol", status=412, version=VERSION)


def _number(request: HttpRequest, name: str) -> int:
    said = request.headers.get(name, "")
    if not said.isascii() or not said.isdecimal() or len(said) > 15:
        raise Refused("file.no_number", status=400, name=name)
    return int(said)


def _metadata(said: str) -> Mapping[str, str]:
    """Pairs of a name and a value in base64, by commas."""
    found = {}
    for pair in said.split(","):
        name, _, value = pair.strip().partition(" ")
        try:
            found[name] = base64.b64decode(value, validate=True).decode()
        except (binascii.Error, UnicodeDecodeError) as error:
            raise Refused("file.no_metadata", status=400) from error
    return found
