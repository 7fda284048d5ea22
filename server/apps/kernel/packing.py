"""Files for somebody to take along: a ZIP archive (PKWARE APPNOTE), each entry under a name that every system takes."""

from __future__ import annotations

import tempfile
import zipfile
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from typing import IO

from django.core.files.storage import default_storage

from apps.kernel.models import StoredFile
from apps.kernel.texts import on_one_line

LONGEST_PART = 80
"""Letters of a folder's or a file's name in an archive."""


@dataclass(frozen=True, slots=True)
class Entry:
    """A file of an archive. `folders`: from the outermost; those with the same names are the same folder."""

    folders: tuple[str, ...]
    name: str
    content: Iterable[bytes]


def text_entry(folders: tuple[str, ...], name: str, text: str) -> Entry:
    return Entry(folders, name, [text.encode()])


def file_entry(folders: tuple[str, ...], stored: StoredFile) -> Entry:
    return Entry(folders, stored.name, _chunks(stored.path))


def packed(entries: Iterable[Entry]) -> IO[bytes]:
    """All of them, stored as they are; it lies on the disk, not in memory. The second of one name gets a number."""
    made = tempfile.TemporaryFile()  # noqa: SIM115  # the answer closes it
    names = Names()
    with zipfile.ZipFile(made, "w", zipfile.ZIP_STORED, allowZip64=True) as into:
        for one in entries:
            folder = "".join(f"{file_name(part)}/" for part in one.folders)
            with into.open(folder + names.file(one.name, folder), "w", force_zip64=True) as entry:
                for chunk in one.content:
                    entry.write(chunk)
    made.seek(0)
    return made


def file_name(name: str) -> str:
    """A name that every system takes for a file."""
    bare = on_one_line("".join(" " if c in '/\\:*?"<>|' else c for c in name)).strip(" .")
    stem, dot, ending = bare.rpartition(".")
    if not dot or len(ending) > 8:
        return bare[:LONGEST_PART].strip(" .") or "work"
    return f"{stem[:LONGEST_PART].strip(' .')}.{ending}"


def _chunks(path: str) -> Iterator[bytes]:
    with default_storage.open(path) as content:
        yield from content.chunks()


class Names:
    """Each name once where it stands: the second of the same gets a number."""

    def __init__(self) -> None:
        self.taken: set[tuple[str, str]] = set()

    def folder(self, name: str) -> str:
        return self._once(file_name(name), "", "")

    def file(self, name: str, folder: str) -> str:
        stem, dot, ending = file_name(name).rpartition(".")
        return self._once(stem, f".{ending}", folder) if dot else self._once(ending, "", folder)

    def _once(self, stem: str, ending: str, folder: str) -> str:
        found, n = stem + ending, 1
        while (folder, found.casefold()) in self.taken:
            n += 1
            found = f"{stem} ({n}){ending}"
        self.taken.add((folder, found.casefold()))
        return found
