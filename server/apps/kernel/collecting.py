"""Files that nothing holds any more: their rows first, then their bytes."""

from __future__ import annotations

import time
from collections.abc import Callable, Iterator, Mapping
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any, NamedTuple
from uuid import UUID

from django.conf import settings
from django.db.models import Exists, ForeignKey, OuterRef

from apps.kernel.models import StoredFile

KEPT = timedelta(days=30)
"""A younger one that nothing holds may belong to a text that is still being written."""
ON_ITS_WAY_SECONDS = 24 * 3600
"""Bytes so young may belong to a row that is just being made."""

Wanted = Callable[[Mapping[UUID, int]], set[UUID]]
"""Those of these files, numbers by key, that some text still shows or some change can bring back."""


class Collected(NamedTuple):
    rows: int
    files: int


def collect_files(now: datetime, wanted: Wanted) -> Collected:
    """Remove rows that no row refers to and nothing wants, once they are older than `KEPT`, and bytes without a row."""
    loose = StoredFile.objects.filter(uploaded_at__lt=now - KEPT)
    for field in _holders():
        loose = loose.exclude(Exists(field.model._default_manager.filter(**{field.name: OuterRef("pk")})))
    files = dict(loose.values_list("key", "pk"))
    gone = files.keys() - wanted(files)
    StoredFile.objects.filter(key__in=gone).delete()
    old = [place for place in _places() if time.time() - place.stat().st_mtime > ON_ITS_WAY_SECONDS]
    return Collected(len(gone), sum(_removed(place) for place in old))


def _holders() -> Iterator[ForeignKey[Any, Any]]:
    """Every column of any app that refers to a stored file."""
    for relation in StoredFile._meta.get_fields(include_hidden=True):
        field = getattr(relation, "field", None)
        if isinstance(field, ForeignKey) and field.model is not StoredFile:
            yield field


def _places() -> Iterator[Path]:
    """Whole files in folders of two letters, and parts of uploads."""
    root = Path(settings.MEDIA_ROOT)
    return (place for place in root.glob("*/*") if place.is_file())


def _removed(place: Path) -> bool:
    path = str(place.relative_to(settings.MEDIA_ROOT))
    if StoredFile.objects.filter(path=path).exists():
        return False
    place.unlink(missing_ok=True)
    return True
