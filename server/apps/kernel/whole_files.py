"""Where the bytes of kept files lie: in a folder, or in a bucket that speaks S3; under their checksum, whole or not at
all. Anywhere else they are asked for through Django's default storage."""

from __future__ import annotations

import os
import shutil
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from django.core.files.storage import FileSystemStorage, default_storage

INCOMING = "incoming"


class WholeFiles(FileSystemStorage):
    """A folder. A file is written beside its final place, synced, then renamed: a killed server leaves no half file
    under a name. The name is the checksum, so what lies there already is the same."""

    def get_available_name(self, name: str, max_length: int | None = None) -> str:
        return name

    def _save(self, name: str, content: Any) -> str:
        root = Path(self.location)
        (root / INCOMING).mkdir(parents=True, exist_ok=True)
        temporary, final = root / INCOMING / os.urandom(12).hex(), root / name
        try:
            with temporary.open("wb") as out:
                for chunk in content.chunks():
                    out.write(chunk)
                out.flush()
                os.fsync(out.fileno())
        except BaseException:
            temporary.unlink(missing_ok=True)
            raise
        final.parent.mkdir(parents=True, exist_ok=True)
        temporary.replace(final)
        return name


@contextmanager
def on_disk(path: str) -> Iterator[Path]:
    """A kept file as a file of this machine: itself where it lies here, a copy for as long as it is used elsewhere."""
    try:
        here = Path(default_storage.path(path))
    except NotImplementedError:
        here = None
    if here is not None:
        yield here
        return
    with tempfile.NamedTemporaryFile() as copy:
        with default_storage.open(path) as content:
            shutil.copyfileobj(content, copy)
        copy.flush()
        yield Path(copy.name)


def all_paths() -> Iterator[str]:
    """Whole files in folders of two letters, and parts of uploads."""
    try:
        folders, _ = default_storage.listdir("")
    except FileNotFoundError:
        return
    for folder in folders:
        yield from (f"{folder}/{name}" for name in default_storage.listdir(folder)[1])


def can_keep() -> bool:
    """Whether files can be kept there now."""
    if isinstance(default_storage, FileSystemStorage):
        root = Path(default_storage.location)
        return os.access(root if root.exists() else root.parent, os.W_OK)
    try:
        default_storage.exists("ready")
    except Exception:
        # Whatever keeps a bucket from answering, it can't be used
        return False
    return True
