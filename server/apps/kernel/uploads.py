"""Files: typed by content, kept by checksum, written whole before their row is."""

from __future__ import annotations

import hashlib
import os
import re
from typing import Any, Protocol
from uuid import UUID

import filetype
from django.conf import settings
from django.core.files.storage import default_storage
from django.core.files.uploadhandler import TemporaryFileUploadHandler
from django.db.models import Q, Sum
from django.template.defaultfilters import filesizeformat

from apps.kernel.actors import Actor
from apps.kernel.clock import now
from apps.kernel.models import StoredFile
from apps.kernel.refusals import Refused

RUNNABLE = {
    "application/x-msdownload",
    "application/x-executable",
    "application/x-mach-binary",
    "application/java-vm",
}
RUNNABLE_ENDINGS = {
    ".exe",
    ".bat",
    ".cmd",
    ".com",
    ".scr",
    ".msi",
    ".jar",
    ".app",
    ".dmg",
    ".sh",
    ".ps1",
    ".vbs",
}
TYPES_BY_ENDING = {
    ".pdf": "application/pdf",
    ".png": "image/png",
    ".jpg": "image/jpeg",
    ".jpeg": "image/jpeg",
    ".gif": "image/gif",
    ".webp": "image/webp",
    ".zip": "application/zip",
    ".mp4": "video/mp4",
    ".webm": "video/webm",
    ".mp3": "audio/mpeg",
    ".m4a": "audio/mp4",
    ".ogg": "audio/ogg",
}
TEXT_ENDINGS = {".txt": "text/plain", ".csv": "text/csv", ".md": "text/plain", ".vtt": "text/vtt"}
LONGEST_NAME, LONGEST_ENDING = 200, 20


class ShortNames(TemporaryFileUploadHandler):
    """Uploads on their way, under names that a file can have: what comes has any name and any ending."""

    def new_file(self, field_name: str, file_name: str, *args: Any, **kwargs: Any) -> None:
        super().new_file(field_name, safe_name(file_name), *args, **kwargs)


class Upload(Protocol):
    """What Django hands over for an uploaded file."""

    @property
    def name(self) -> str | None: ...

    @property
    def size(self) -> int | None: ...

    def chunks(self) -> object: ...


Owner = tuple[str, int | None]


def store(actor: Actor, course_id: int, upload: Upload, owner: Owner, most_bytes: int | None = None) -> StoredFile:
    """Check and keep an upload. Refuses empty, too large, mistyped and runnable files by name, and what goes beyond
    what a person, or a course, may keep."""
    name = safe_name(upload.name or "file")
    size = upload.size or 0
    most = most_bytes or settings.UPLOAD_MAX_BYTES
    if size == 0:
        raise Refused("file.empty", name=name)
    if size > most:
        raise Refused("file.too_large", name=name, size=filesizeformat(size), most=filesizeformat(most))
    _refuse_full(actor, course_id, name, size)
    content_type = _content_type(name, upload)
    sha256, path = _write(upload)
    return StoredFile.objects.create(
        owner_kind=owner[0],
        owner_id=owner[1],
        course_id=course_id,
        name=name,
        content_type=content_type,
        size=size,
        sha256=sha256,
        path=path,
        uploaded_by_id=actor.person_id,
        uploaded_at=now(),
    )


def _refuse_full(actor: Actor, course_id: int, name: str, size: int) -> None:
    """One person's files, and all files, of a course."""
    sums = StoredFile.objects.filter(course_id=course_id).aggregate(
        whole=Sum("size", default=0), own=Sum("size", filter=Q(uploaded_by_id=actor.person_id), default=0)
    )
    for code, used, most in (
        ("file.person_full", sums["own"], settings.PERSON_MOST_BYTES),
        ("file.course_full", sums["whole"], settings.COURSE_MOST_BYTES),
    ):
        if used + size > most:
            raise Refused(code, name=name, used=filesizeformat(used), most=filesizeformat(most))


def copied(stored: StoredFile, course_id: int, owner: Owner) -> StoredFile:
    """The same bytes under a key of their own, for another owner."""
    fields = ("name", "content_type", "size", "sha256", "path", "uploaded_by_id")
    kept = {name: getattr(stored, name) for name in fields}
    return StoredFile.objects.create(
        owner_kind=owner[0], owner_id=owner[1], course_id=course_id, uploaded_at=now(), **kept
    )


SHOWN_FILE = re.compile(r"/files/([0-9a-f-]{36})/")


def shown_in(html: str) -> set[UUID]:
    """Keys of the files that a text shows."""
    return {UUID(key) for key in SHOWN_FILE.findall(html)}


def with_own_files(html: str, source: Owner, course_id: int, owner: Owner) -> str:
    """The same words, for another owner: what they show of the files of `source` is shown under keys of their own."""
    kind, pk = source
    shown = StoredFile.objects.filter(key__in=shown_in(html), owner_kind=kind, owner_id=pk)
    keys = {str(stored.key): str(copied(stored, course_id, owner).key) for stored in shown}
    return SHOWN_FILE.sub(lambda found: f"/files/{keys.get(found[1], found[1])}/", html)


def safe_name(name: str) -> str:
    """The last part of the name without control characters, its ending kept when it is cut."""
    bare = "".join(c for c in name.replace("\\", "/").rsplit("/", 1)[-1] if c.isprintable()).strip() or "file"
    stem, ending = os.path.splitext(bare)
    if len(ending) > LONGEST_ENDING:
        return bare[:LONGEST_NAME]
    return stem[: LONGEST_NAME - len(ending)] + ending


def _content_type(name: str, upload: Upload) -> str:
    ending = os.path.splitext(name)[1].lower()
    head = next(iter(upload.chunks()))[:8192]  # type: ignore[call-overload]
    found = filetype.guess_mime(head)
    if ending in RUNNABLE_ENDINGS or found in RUNNABLE:
        raise Refused("file.not_accepted", name=name)
    expected = TYPES_BY_ENDING.get(ending)
    if expected and found != expected:
        raise Refused("file.wrong_type", name=name, found=found or "text")
    return found or TEXT_ENDINGS.get(ending, "application/octet-stream")


def _write(upload: Upload) -> tuple[str, str]:
    """Checksum and path. What lies there already is written again: so young, it can't be taken for loose."""
    digest = hashlib.sha256()
    for chunk in upload.chunks():  # type: ignore[attr-defined]
        digest.update(chunk)
    sha256 = digest.hexdigest()
    path = f"{sha256[:2]}/{sha256}"
    return sha256, default_storage.save(path, upload)  # type: ignore[arg-type]  # it reads by chunks, as an upload has


def existing_files(keys: set[UUID]) -> set[UUID]:
    """Those of these keys that name a stored file."""
    return set(StoredFile.objects.filter(key__in=keys).values_list("key", flat=True)) if keys else set()
