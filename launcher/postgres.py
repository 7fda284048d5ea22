"""A PostgreSQL of our own on loopback: one cluster for the demo, one for tests."""

from __future__ import annotations

import contextlib
import fcntl
import hashlib
import os
import secrets
import shutil
import socket
import subprocess
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from pathlib import Path

from launcher.shell import ROOT, STATE, Stop, root_prefix, run, say

SYSTEM_USER = "postgres"
ROLE = "unvo"


@dataclass(frozen=True)
class Cluster:
    """A data directory with a role and a password; `durable` is off for tests."""

    name: str
    durable: bool

    @property
    def home(self) -> Path:
        """Root's clusters live where the system user can enter; anybody else's in the project."""
        if os.geteuid() != 0:
            return STATE / "postgres" / self.name
        mark = hashlib.sha256(str(ROOT).encode()).hexdigest()[:12]
        return Path("/var/lib/unvo") / mark / self.name

    @property
    def data(self) -> Path:
        return self.home / "data"

    @property
    def secret(self) -> Path:
        return STATE / f"postgres-{self.name}.secret"

    def environment(self, database: str = "unvo") -> dict[str, str]:
        return {
            "UNVO_DB_HOST": "127.0.0.1",
            "UNVO_DB_PORT": str(self.port()),
            "UNVO_DB_USER": ROLE,
            "UNVO_DB_PASSWORD": self.secret.read_text(),
            "UNVO_DB_NAME": database,
        }

    def port(self) -> int:
        found = _as_owner(["sed", "-n", "4p", str(self.data / "postmaster.pid")], self.home)
        return int(found.stdout.strip())

    def start(self) -> None:
        if not self.data.joinpath("PG_VERSION").exists() and not self._initialised():
            self._initialise()
        elif not self.secret.exists():
            self._without_secret()
        if _as_owner([str(_bin("pg_ctl")), "-D", str(self.data), "status"], self.home).returncode == 0:
            return
        say(f"starting PostgreSQL for the {self.name} on loopback")
        options = f"-p {self._port_wanted()}"
        command = [str(_bin("pg_ctl")), "-D", str(self.data), "-l", str(self.home / "log"), "-w", "-t", "60"]
        started = _as_owner([*command, "-o", options, "start"], self.home)
        if started.returncode:
            raise Stop(f"PostgreSQL did not start. Its log: {self.home / 'log'}. Look there, then start again.")
        self._make_database()

    def _port_wanted(self) -> int:
        """The one it had, so that whoever holds it can come back; another when somebody else took it meanwhile."""
        noted = STATE / f"postgres-{self.name}.port"
        port = int(noted.read_text()) if noted.exists() and _is_free(int(noted.read_text())) else _free_port()
        noted.write_text(str(port))
        return port

    def see_that_it_lives(self) -> None:
        """Start it again when it is away."""
        if _as_owner([str(_bin("pg_ctl")), "-D", str(self.data), "status"], self.home).returncode == 0:
            return
        say("PostgreSQL ended by itself, and is started again")
        self.start()

    @contextmanager
    def used(self) -> Iterator[None]:
        """Started, and stopped by whoever leaves it last: several programs of one folder may use it at a time."""
        STATE.mkdir(exist_ok=True)
        with (STATE / f"postgres-{self.name}.users").open("w") as users:
            fcntl.flock(users, fcntl.LOCK_SH)
            self.start()
            try:
                yield
            finally:
                with contextlib.suppress(BlockingIOError):
                    fcntl.flock(users, fcntl.LOCK_EX | fcntl.LOCK_NB)
                    self.stop()

    def stop(self) -> None:
        _as_owner([str(_bin("pg_ctl")), "-D", str(self.data), "-m", "fast", "-w", "stop"], self.home)

    def remove(self) -> None:
        if self.home.exists():
            self.stop()
            run([*root_prefix(), "rm", "-rf", self.home])

    def _without_secret(self) -> None:
        """The data is there, its password is not: tests start over, the demo's data is nobody's to throw away."""
        if self.durable:
            raise Stop(
                f"The data of the {self.name} in {self.home} is there, but {self.secret} with its password is gone."
                " Put the file back, or, if it is the demo, start over with: ./unvo demo --fresh"
            )
        self.remove()
        self._initialise()

    def _initialised(self) -> bool:
        return _as_owner(["test", "-s", str(self.data / "PG_VERSION")], self.home).returncode == 0

    def _initialise(self) -> None:
        say(f"making a PostgreSQL data directory for the {self.name}")
        self.home.mkdir(parents=True, exist_ok=True)
        STATE.mkdir(exist_ok=True)
        self.secret.write_text(secrets.token_urlsafe(24))
        self.secret.chmod(0o600)
        handed_over = self.home / "password"
        handed_over.write_text(self.secret.read_text())
        if os.geteuid() == 0:
            shutil.chown(self.home, SYSTEM_USER)
            shutil.chown(handed_over, SYSTEM_USER)
        self.home.chmod(0o700)
        command = [str(_bin("initdb")), "-D", str(self.data), "-U", ROLE, "--auth=scram-sha-256", "--encoding=UTF8"]
        command += ["--locale=C.UTF-8", f"--pwfile={handed_over}", "--no-sync"]
        made = _as_owner(command, self.home)
        handed_over.unlink()
        if made.returncode:
            raise Stop(f"initdb failed:\n{made.stderr.strip()}\nIs there space at {self.home}?")
        lines = ["listen_addresses = '127.0.0.1'", "unix_socket_directories = ''", "max_connections = 120"]
        if not self.durable:
            lines += ["fsync = off", "synchronous_commit = off", "full_page_writes = off"]
        text = "\n".join(["", *lines, ""])
        _as_owner(["tee", "-a", str(self.data / "postgresql.conf")], self.home, text)

    def _make_database(self) -> None:
        if self.query("postgres", "SELECT 1 FROM pg_database WHERE datname = 'unvo'") != "1":
            self.query("postgres", "CREATE DATABASE unvo")

    def query(self, database: str, sql: str) -> str:
        """What one statement brings, as plain text; a Stop with what the server said when it fails."""
        return self._client("psql", "-d", database, "-v", "ON_ERROR_STOP=1", "-tAc", sql)

    def dump(self, database: str, to: Path) -> None:
        """Everything of a database in one file, as pg_restore reads it."""
        self._client("pg_dump", "-Fc", "-d", database, "-f", str(to))
        if not to.exists() or not to.stat().st_size:
            raise Stop(f"The database could not be kept in {to}. Is there space? Nothing was changed.")

    def _client(self, program: str, *words: str) -> str:
        where = ["-h", "127.0.0.1", "-p", str(self.port()), "-U", ROLE]
        done = subprocess.run(
            [program, *where, *words],
            env={**os.environ, "PGPASSWORD": self.secret.read_text()},
            stdin=subprocess.DEVNULL,
            capture_output=True,
            text=True,
            check=False,
        )
        if done.returncode:
            raise Stop(f"{program} failed:\n{done.stderr.strip()}\nPostgreSQL's log: {self.home / 'log'}")
        return done.stdout.strip()


DEMO = Cluster("demo", durable=True)
TESTS = Cluster("tests", durable=False)
LIVE = Cluster("live", durable=True)


def _bin(name: str) -> Path:
    found = sorted(Path("/usr/lib/postgresql").glob(f"*/bin/{name}"))
    if not found:
        raise Stop("PostgreSQL's server is not installed. Debian: apt-get install postgresql-15, then start again.")
    return found[-1]


def _as_owner(command: list[str], where: Path, typed: str = "") -> subprocess.CompletedProcess[str]:
    """PostgreSQL refuses root: as root, run it as the system user, from a directory that it can enter."""
    prefix = ["runuser", "-u", SYSTEM_USER, "--"] if os.geteuid() == 0 else []
    cwd = where if where.exists() else Path("/")
    # A daemon must not hold our pipes open.
    out = subprocess.DEVNULL if "start" in command else subprocess.PIPE
    return subprocess.run([*prefix, *command], cwd=cwd, input=typed, stdout=out, stderr=out, text=True, check=False)


def _is_free(port: int) -> bool:
    with socket.socket() as found:
        found.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            found.bind(("127.0.0.1", port))
        except OSError:
            return False
    return True


def _free_port() -> int:
    with socket.socket() as found:
        found.bind(("127.0.0.1", 0))
        return int(found.getsockname()[1])
