"""Files as the API tells of them."""

from __future__ import annotations

from apps.kernel.api import schemas as out
from apps.kernel.models import StoredFile


def file_out(stored: StoredFile) -> out.File:
    return out.File(
        name=stored.name,
        size=stored.size,
        content_type=stored.content_type,
        address=f"/files/{stored.key}/{stored.name}",
    )
