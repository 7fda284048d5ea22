"""What every measurement stands on: a database of its own at a fixed clock, signed-in people, the server as it is run."""

from __future__ import annotations

import http.client
import os
import subprocess
import sys
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import TYPE_CHECKING

import django

if TYPE_CHECKING:
    from apps.people.models import Person

CLOCK = "2026-10-07T10:20:00-05:00"
SERVER = Path(__file__).resolve().parents[1]


def measured(measure: Callable[[], int]) -> int:
    """What `measure` answers, on a database that is made for it and taken away after."""
    os.environ["DJANGO_SETTINGS_MODULE"] = "tools.bench_settings"
    os.environ["UNVO_FIXED_CLOCK"] = CLOCK
    django.setup()
    from django.test.runner import DiscoverRunner

    runner = DiscoverRunner(interactive=False, verbosity=0)
    old = runner.setup_databases()
    try:
        return measure()
    finally:
        runner.teardown_databases(old)


def signed_in(person: Person) -> str:
    """The cookie of a session of theirs."""
    from django.contrib.sessions.backends.db import SessionStore

    session = SessionStore()
    session["_auth_user_id"] = str(person.pk)
    session["_auth_user_backend"] = "allauth.account.auth_backends.AuthenticationBackend"
    session["_auth_user_hash"] = person.get_session_auth_hash()
    session.create()
    return f"sessionid={session.session_key}"


@contextmanager
def serving(port: int, processes: int = 1) -> Iterator[list[int]]:
    """The server on `port`, by so many processes; gives their numbers once it answers."""
    from django.db import connection

    env = os.environ | {
        "UNVO_DB_NAME": connection.settings_dict["NAME"],
        "PYTHONPATH": f"{SERVER}{os.pathsep}{SERVER.parent / 'core'}",
    }
    command = [sys.executable, "-m", "config.serve", "--port", str(port)]
    started = [subprocess.Popen(command, cwd=SERVER, env=env) for _ in range(processes)]
    try:
        _wait(port)
        yield [process.pid for process in started]
    finally:
        for process in started:
            process.terminate()
        for process in started:
            process.wait()


def _wait(port: int) -> None:
    for _ in range(80):
        client = http.client.HTTPConnection("127.0.0.1", port)
        try:
            client.request("GET", "/api/me")
            client.getresponse().read()
            return
        except OSError:
            time.sleep(0.25)
        finally:
            client.close()
    raise SystemExit("the server did not start")
