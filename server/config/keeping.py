"""A backup: the database and every file of one moment in one tar, also made while Unvo runs; and back."""

from __future__ import annotations

import hashlib
import io
import json
import os
import shutil
import subprocess
import tarfile
import tempfile
from collections.abc import Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import UTC, datetime
from pathlib import Path
from typing import IO, Any

from apps.kernel.public import StoredFile, keep_bytes
from django.apps import apps
from django.conf import settings
from django.core.files import File
from django.core.files.storage import default_storage
from django.core.management.base import CommandError
from django.db import connection, transaction
from django.db.migrations.loader import MigrationLoader

FORM = 1
"""Of the backup itself; a later one may be laid out otherwise."""
MANIFEST, DUMP, FILES = "unvo.json", "database.dump", "files/"
CHUNK = 1024 * 1024


@dataclass(frozen=True)
class Held:
    """What a backup says that it holds. `migrations`: those that its database has, as app.name."""

    unvo: str
    made: str
    migrations: frozenset[str]
    dump_sha256: str
    files: int


def back_up(to: Path) -> Held:
    """Write it whole or not at all. Raises CommandError for a file that is not there any more, or is damaged."""
    part = to.with_name(f".{to.name}.part")
    try:
        with tempfile.TemporaryDirectory(dir=to.parent) as folder, transaction.atomic():
            with connection.cursor() as cursor:
                cursor.execute("SET TRANSACTION ISOLATION LEVEL REPEATABLE READ")
                keep_bytes(wait=True)
                cursor.execute("SELECT pg_export_snapshot()")
                snapshot = str(cursor.fetchone()[0])
            dump = Path(folder) / DUMP
            client("pg_dump", "-Fc", f"--snapshot={snapshot}", "-f", str(dump))
            paths = sorted(set(StoredFile.objects.values_list("path", flat=True)))
            held = Held(
                settings.VERSION, datetime.now(UTC).isoformat(), frozenset(applied()), _sha256(dump), len(paths)
            )
            with os.fdopen(os.open(part, os.O_WRONLY | os.O_CREAT | os.O_TRUNC, 0o600), "wb") as out:
                _write(out, held, dump, paths)
        part.replace(to)
    finally:
        part.unlink(missing_ok=True)
    return held


def _write(out: IO[bytes], held: Held, dump: Path, paths: Sequence[str]) -> None:
    manifest = {**vars(held), "form": FORM, "migrations": sorted(held.migrations)}
    with tarfile.open(fileobj=out, mode="w|", format=tarfile.PAX_FORMAT) as tar:
        _add(tar, MANIFEST, io.BytesIO(text := json.dumps(manifest, indent=1).encode()), len(text))
        with dump.open("rb") as content:
            _add(tar, DUMP, content, dump.stat().st_size)
        for path in paths:
            with default_storage.open(path) as content:
                _add(tar, FILES + path, _Sealed(content, path), default_storage.size(path))
    out.flush()
    os.fsync(out.fileno())


def _add(tar: tarfile.TarFile, name: str, content: Any, size: int) -> None:
    member = tarfile.TarInfo(name)
    member.size, member.mode = size, 0o600
    tar.addfile(member, content)


class _Sealed:
    """A file that is read once, and must be at its end what its name says: the checksum of its bytes."""

    def __init__(self, content: Any, path: str) -> None:
        self.content, self.path, self.digest = content, path, hashlib.sha256()

    def read(self, most: int) -> bytes:
        found: bytes = self.content.read(most)
        self.digest.update(found)
        if len(found) < most:
            self.check()
        return found

    def check(self) -> None:
        if self.digest.hexdigest() != self.path.rsplit("/", 1)[-1]:
            raise CommandError(f"The file {self.path} is damaged: its bytes are not those that were kept.")


def look_at(file: Path) -> Held:
    """Read a backup from end to end. Refuses one of a newer Unvo, one that is not whole, and what is none, in a
    sentence; nothing is touched."""
    try:
        with tarfile.open(file, mode="r|") as tar:
            held = _manifest(tar)
            if newer(held.migrations):
                raise CommandError(
                    f"This backup was made by Unvo {held.unvo}, which is newer than this one ({settings.VERSION})."
                    " Bring this place up to that version, then restore."
                )
            found = {m.name: _digest(tar.extractfile(m)) for m in tar if m.name != MANIFEST}
    except (tarfile.TarError, EOFError, KeyError, ValueError) as error:
        raise CommandError(f"{file} is no whole backup of Unvo: {error}") from None
    except OSError as error:
        raise CommandError(f"{file} can't be read: {error.strerror}") from None
    damaged = [name for name, sha256 in found.items() if name.startswith(FILES) and not name.endswith(sha256)]
    if found.get(DUMP) != held.dump_sha256 or damaged or len(found) != held.files + 1:
        raise CommandError(f"{file} is damaged or not whole. Take another backup.")
    return held


def _manifest(tar: tarfile.TarFile) -> Held:
    first = tar.next()
    content = tar.extractfile(first) if first is not None and first.name == MANIFEST else None
    if content is None:
        raise ValueError("it does not begin as one")
    said: dict[str, Any] = json.loads(content.read())
    if said.pop("form") != FORM:
        raise CommandError(
            "This backup is laid out in a way that this Unvo does not know. Bring this place up to date."
        )
    return Held(**{**said, "migrations": frozenset(said["migrations"])})


def put_back(file: Path) -> None:
    """The files, then the database in one transaction: what fails leaves that as it was. `file` was looked at."""
    with tempfile.TemporaryDirectory(dir=file.parent) as folder, tarfile.open(file, mode="r|") as tar:
        for member in tar:
            content = tar.extractfile(member)
            if content is not None and member.name.startswith(FILES):
                _put(member.name.removeprefix(FILES), content, Path(folder))
            elif content is not None and member.name == DUMP:
                with (Path(folder) / DUMP).open("wb") as out:
                    shutil.copyfileobj(content, out, CHUNK)
        begun, script = Path(folder) / "begun.sql", Path(folder) / "all.sql"
        begun.write_text("DROP SCHEMA public CASCADE;\nCREATE SCHEMA public;\n")
        plain = ("--no-owner", "--no-privileges", "--no-comments")
        client("pg_restore", *plain, "-f", str(script), str(Path(folder) / DUMP))
        connection.close()
        client("psql", "-q", "-1", "-v", "ON_ERROR_STOP=1", "-f", str(begun), "-f", str(script))


def _put(path: str, content: IO[bytes], folder: Path) -> None:
    if default_storage.exists(path):
        return
    with tempfile.TemporaryFile(dir=folder) as copy:
        shutil.copyfileobj(content, copy, CHUNK)
        copy.seek(0)
        default_storage.save(path, File(copy))


def applied() -> set[str]:
    """Migrations that the database has."""
    loader = MigrationLoader(connection)
    return {f"{app}.{name}" for app, name in loader.applied_migrations}


def newer(migrations: Collection[str]) -> set[str]:
    """Those of these that a later Unvo has and this one does not; of our own apps."""
    ours = {one.label for one in apps.get_app_configs() if one.name.startswith("apps.")}
    return {one for one in set(migrations) - known() if one.split(".")[0] in ours}


def known() -> set[str]:
    """Migrations that this Unvo has."""
    return {f"{app}.{name}" for app, name in MigrationLoader(None).disk_migrations}


def client(program: str, *words: str) -> str:
    """One of PostgreSQL's own programs over this place's database. Raises CommandError with what it said."""
    at = connection.settings_dict
    env: Mapping[str, str] = {
        **os.environ,
        "PGHOST": str(at["HOST"]),
        "PGPORT": str(at["PORT"]),
        "PGUSER": str(at["USER"]),
        "PGPASSWORD": str(at["PASSWORD"]),
    }
    database = [] if program == "pg_restore" else ["-d", str(at["NAME"])]
    command = [_program(program), *database, *words]
    done = subprocess.run(command, env=env, capture_output=True, text=True, check=False)  # noqa: S603 - words of ours
    if done.returncode:
        raise CommandError(f"{program} failed: {done.stderr.strip()[-1500:]}")
    return done.stdout


def _program(name: str) -> str:
    """The newest one: it reads the dumps of older ones."""
    found = sorted(Path("/usr/lib/postgresql").glob(f"*/bin/{name}"), key=lambda p: int(p.parts[4]))
    there = str(found[-1]) if found else shutil.which(name)
    if there is None:
        raise CommandError(f"{name} is not here. Debian: apt-get install postgresql-client")
    return there


def _chunks(content: IO[bytes] | None) -> Iterator[bytes]:
    while content is not None and (chunk := content.read(CHUNK)):
        yield chunk


def _digest(content: IO[bytes] | None) -> str:
    digest = hashlib.sha256()
    for chunk in _chunks(content):
        digest.update(chunk)
    return digest.hexdigest()


def _sha256(file: Path) -> str:
    with file.open("rb") as content:
        return _digest(content)
