"""Files that nothing holds any more: their rows first, then their bytes."""

from __future__ import annotations

import time
from collections.abc import Callable, Iterator, Mapping
from datetime import datetime, timedelta
from typing import Any, NamedTuple
from uuid import UUID

from django.core.files.storage import default_storage
from django.db import OperationalError, connection, transaction
from django.db.models import Exists, ForeignKey, OuterRef

from apps.kernel.models import StoredFile
from apps.kernel.whole_files import all_paths

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
    return Collected(len(gone), _collect_bytes())


def _collect_bytes() -> int:
    """None while a backup is made: what it holds of the database still names them."""
    try:
        with transaction.atomic():
            keep_bytes(wait=False)
            return sum(_removed(path) for path in all_paths() if not _young(path))
    except OperationalError:
        return 0


def keep_bytes(wait: bool) -> None:
    """No bytes are collected by others until the end of the transaction. It is the first statement of one that reads
    a single moment: unlike a query it does not settle yet which. Raises OperationalError where others hold it, unless
    it is to `wait`."""
    table = StoredFile._meta.db_table
    with connection.cursor() as cursor:
        cursor.execute(f"LOCK TABLE {table} IN SHARE UPDATE EXCLUSIVE MODE{'' if wait else ' NOWAIT'}")


def _holders() -> Iterator[ForeignKey[Any, Any]]:
    """Every column of any app that refers to a stored file."""
    for relation in StoredFile._meta.get_fields(include_hidden=True):
        field = getattr(relation, "field", None)
        if isinstance(field, ForeignKey) and field.model is not StoredFile:
            yield field


def _young(path: str) -> bool:
    try:
        at = default_storage.get_modified_time(path)
    except FileNotFoundError:
        return True
    return time.time() - at.timestamp() <= ON_ITS_WAY_SECONDS


def _removed(path: str) -> bool:
    if StoredFile.objects.filter(path=path).exists():
        return False
    default_storage.delete(path)
    return True
