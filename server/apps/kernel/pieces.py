"""Large files in pieces, so that a lost line costs one piece: what has arrived is kept, and the rest is sent after it.

The file comes by the tus protocol 1.0.0 (https://tus.io/protocols/resumable-upload, with its extensions creation,
termination and expiration). What it is for gets it as any other upload, by the key in the header `Upload-Key`.
"""

from __future__ import annotations

from collections.abc import Callable
from datetime import datetime, timedelta
from typing import NamedTuple
from uuid import UUID

from django.conf import settings
from django.core.files.base import ContentFile
from django.core.files.storage import default_storage
from django.core.files.uploadedfile import TemporaryUploadedFile
from django.db import transaction
from django.db.models import QuerySet, Sum
from django.http import HttpRequest, HttpResponse
from django.template.defaultfilters import filesizeformat
from django.utils import timezone
from django.utils.datastructures import MultiValueDict

from apps.kernel.models import PartialUpload
from apps.kernel.refusals import Refused
from apps.kernel.uploads import ShortNames, safe_name

KEPT = timedelta(hours=20)
"""Less than loose bytes are left lying (collecting.ON_ITS_WAY_SECONDS)."""
MOST_OPEN = 20
"""Of one person, at a time."""
FIELD = "file"


class Begun(NamedTuple):
    """`modified`: milliseconds since 1970, or 0."""

    purpose: str
    name: str
    size: int
    modified: int = 0


def begin(person_id: int, wish: Begun) -> PartialUpload:
    """Raises Refused for an empty file, one too large for any use, and too many or too much at a time."""
    name = safe_name(wish.name)
    if wish.size <= 0:
        raise Refused("file.empty", name=name)
    if wish.size > settings.REQUEST_MAX_BYTES:
        raise Refused("file.far_too_large", status=413, name=name)
    if _live(person_id).filter(used_at=None).count() >= MOST_OPEN:
        raise Refused("file.too_many_begun", most=MOST_OPEN)
    if _size(person_id) + wish.size > settings.PERSON_MOST_BYTES:
        _forget(_live(person_id).exclude(used_at=None))
    if _size(person_id) + wish.size > settings.PERSON_MOST_BYTES:
        raise Refused("file.too_much_begun", name=name, most=filesizeformat(settings.PERSON_MOST_BYTES))
    return PartialUpload.objects.create(
        person_id=person_id, purpose=wish.purpose[:300], name=name, size=wish.size, modified=wish.modified
    )


def begun(person_id: int, purpose: str) -> list[PartialUpload]:
    """What somebody has sent for one address, those that arrived whole too; the earliest first."""
    return list(_live(person_id).filter(purpose=purpose[:300]))


def found(person_id: int, key: UUID) -> PartialUpload:
    """Raises Refused where there is none, or no longer."""
    row = _live(person_id).filter(key=key).first()
    if row is None:
        raise Refused("file.not_begun", status=404)
    return row


def append(person_id: int, key: UUID, offset: int, piece: bytes) -> PartialUpload:
    """Keep what comes at `offset`. The same piece again is refused as out of place, and changes nothing."""
    with transaction.atomic():
        row = _live(person_id).select_for_update().filter(key=key).first()
        if row is None:
            raise Refused("file.not_begun", status=404)
        if offset != row.received:
            raise Refused("file.out_of_place", status=409, also={"offset": row.received})
        if row.received + len(piece) > row.size:
            raise Refused("file.more_than_said", name=row.name, status=413)
        if piece:
            path = f"parts/{row.key}/{offset}"
            row.parts = [*row.parts, default_storage.save(path, ContentFile(piece))]
            row.received += len(piece)
            row.save(update_fields=["parts", "received"])
    return row


def discard(person_id: int, key: UUID) -> None:
    _forget(_live(person_id).filter(key=key))


def forget_pieces(at: datetime) -> int:
    """Remove what nobody goes on with; how many."""
    return _forget(PartialUpload.objects.filter(begun_at__lt=at - KEPT))


def expires(row: PartialUpload) -> datetime:
    return row.begun_at + KEPT


def whole_from_pieces(answer_to: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    """Middleware: a form whose file came in pieces is one with a file. Where it is not there, or not whole, the form
    has none."""

    def answered(request: HttpRequest) -> HttpResponse:
        row = _named(request)
        if row is None:
            return answer_to(request)
        request.POST  # noqa: B018  # read first: it would put its own files in place
        request._files = MultiValueDict({FIELD: [_whole(row)]})  # type: ignore[attr-defined]
        answer = answer_to(request)
        if answer.status_code < 300:
            PartialUpload.objects.filter(pk=row.pk).update(used_at=timezone.now())
        return answer

    return answered


def _named(request: HttpRequest) -> PartialUpload | None:
    said = request.headers.get("Upload-Key", "")
    if not said or request.method != "POST" or request.content_type != "multipart/form-data":
        return None
    try:
        key = UUID(said)
    except ValueError:
        return None
    row = _live(request.user.pk or 0).filter(key=key).first()
    return row if row is not None and row.received == row.size else None


def _whole(row: PartialUpload) -> TemporaryUploadedFile:
    file = TemporaryUploadedFile(row.name, "application/octet-stream", row.size, None)
    for path in row.parts:
        with default_storage.open(path) as part:
            for chunk in part.chunks(ShortNames.chunk_size):
                file.write(chunk)
    file.seek(0)
    return file


def _size(person_id: int) -> int:
    """Of all that somebody has on its way, as large as it is to become."""
    return int(_live(person_id).aggregate(whole=Sum("size", default=0))["whole"])


def _live(person_id: int) -> QuerySet[PartialUpload]:
    return PartialUpload.objects.filter(person_id=person_id, begun_at__gte=timezone.now() - KEPT)


def _forget(rows: QuerySet[PartialUpload]) -> int:
    gone = 0
    for row in rows:
        row.delete()
        for path in row.parts:
            default_storage.delete(path)
        gone += 1
    return gone
