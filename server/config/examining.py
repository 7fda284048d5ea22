"""What the server sees of its place: database, files, mail, workers, front server; with the next step if one lacks."""

from __future__ import annotations

import shutil
import ssl
import time
import urllib.error
import urllib.request
from collections.abc import Iterator
from dataclasses import dataclass
from datetime import timedelta
from pathlib import Path
from smtplib import SMTPException
from urllib.parse import urlsplit

from apps.kernel.public import can_keep, now
from apps.people.public import Person
from django.conf import settings
from django.core.files.storage import FileSystemStorage, default_storage
from django.core.mail import get_connection
from django.db import DatabaseError, connection
from procrastinate.contrib.django.models import ProcrastinateJob, ProcrastinateWorker

from config.keeping import applied, known

OLDEST_POSTGRESQL = 150000
LEAST_FREE_BYTES = 5 * 1024**3
HEARTBEAT = timedelta(minutes=2)
BACKUP_SECONDS = 2 * 24 * 3600


@dataclass(frozen=True)
class Found:
    """As launcher.doctor reads it."""

    what: str
    do: str = ""
    only_said: bool = False


def found() -> Iterator[Found]:
    try:
        yield _database()
    except DatabaseError as error:
        yield Found("the database does not answer", f"see UNVO_DB_… in the configuration ({str(error).strip()[:200]})")
        return
    lacking = known() - applied()
    yield Found("the database is of this version", "start it again: ./unvo serve" if lacking else "")
    if lacking:
        return
    yield _administrator()
    yield from _files()
    yield from _work()
    yield _mail()
    yield _backup()
    yield _front()


def _database() -> Found:
    with connection.cursor() as cursor:
        cursor.execute("SHOW server_version_num")
        version = int(cursor.fetchone()[0])
    old = version < OLDEST_POSTGRESQL
    return Found(f"PostgreSQL {version // 10000}", "bring PostgreSQL to 15 or later" if old else "")


def _administrator() -> Found:
    n = Person.objects.filter(administers=True, is_active=True).count()
    return Found(f"administrators: {n}", "" if n else "./unvo administrator ADDRESS --name NAME")


def _files() -> Iterator[Found]:
    if not isinstance(default_storage, FileSystemStorage):
        yield Found("files in a bucket", "" if can_keep() else "see UNVO_S3_… in the configuration")
        return
    place = Path(default_storage.location)
    fine = can_keep()
    yield Found(f"files in {place}", "" if fine else f"make it writable for the user who runs Unvo: {place}")
    if fine:
        free = shutil.disk_usage(place if place.exists() else place.parent).free
        do = "" if free > LEAST_FREE_BYTES else "make room, or put UNVO_FILES on another disk"
        yield Found(f"room for files: {free / 1024**3:.0f} GB", do, only_said=True)


def _work() -> Iterator[Found]:
    """Mail and the reading of files are done by workers."""
    alive = ProcrastinateWorker.objects.filter(last_heartbeat__gt=now() - HEARTBEAT).count()
    yield Found(f"workers at work: {alive}", "" if alive else "./unvo serve, or start its unit")
    failed = ProcrastinateJob.objects.filter(status="failed").count()
    look = "see the worker's lines for what they say" if failed else ""
    yield Found(f"jobs that failed: {failed}", look, only_said=True)


def _mail() -> Found:
    at = f"mail by {settings.EMAIL_HOST}:{settings.EMAIL_PORT}"
    try:
        mail = get_connection(timeout=5)
        mail.open()
        mail.close()
    except (OSError, SMTPException) as error:
        return Found(f"{at} does not go ({error})", "see UNVO_MAIL_… in the configuration")
    return Found(at)


def _backup() -> Found:
    kept = list(settings.BACKUPS.glob("*.tar"))
    newest = max((file.stat().st_mtime for file in kept), default=0.0)
    if time.time() - newest < BACKUP_SECONDS:
        return Found(f"backups in {settings.BACKUPS}")
    return Found("no backup of the last two days", "./unvo backup --keep 14, every night", only_said=True)


def _front() -> Found:
    """Asked as a browser would ask, by the public address."""
    address = f"{settings.PUBLIC_ADDRESS}/health/ready"
    try:
        with urllib.request.urlopen(address, timeout=8) as answer:  # noqa: S310 - the address of this place, by TLS
            safe = answer.headers.get("Strict-Transport-Security")
    except (urllib.error.URLError, ssl.SSLError, OSError) as error:
        host = urlsplit(address).hostname
        do = f"see that {host} leads to the front server, that it has its certificate, and deploy/nginx.conf"
        return Found(f"{address} does not answer ({error})", do)
    if not safe:
        return Found(address, "let the front server send X-Forwarded-Proto, as in deploy/nginx.conf")
    return Found(f"{address} answers through the front server")
