"""A place that people really use: its configuration, which is made once, and its start."""

from __future__ import annotations

import os
import secrets
import stat
from collections.abc import Mapping
from contextlib import AbstractContextManager, nullcontext
from pathlib import Path
from urllib.parse import urlsplit

from launcher import packages, postgres, serving
from launcher.shell import STATE, Stop, say
from launcher.supervising import Part, running

SETTINGS = "config.settings.production"
HOME = STATE / "live"
BACKUPS = HOME / "backups"
TEMPLATE = """\
# How this Unvo runs: read by ./unvo serve; what stands in the environment goes before it.
# Whoever can read this file can read and change everything, so it is for the user alone who runs Unvo.

# The address at which people reach it, behind the front server.
UNVO_ADDRESS={address}
# Signs sessions and links. Another one signs everybody out.
UNVO_SECRET_KEY={secret}
# How many front servers stand before it; what they say of the browser is believed, and nobody else's word.
UNVO_FRONT_SERVERS=1
# Where files are kept.
UNVO_FILES={files}

# A PostgreSQL (15 or later) of your own. Without UNVO_DB_HOST Unvo runs one by itself, on loopback.
#UNVO_DB_HOST=127.0.0.1
#UNVO_DB_PORT=5432
#UNVO_DB_NAME=unvo
#UNVO_DB_USER=unvo
#UNVO_DB_PASSWORD=

# The mail server. With UNVO_MAIL_TLS=1 it is spoken to under TLS (STARTTLS).
UNVO_MAIL_FROM=unvo@{host}
UNVO_MAIL_HOST=localhost
UNVO_MAIL_PORT=25
#UNVO_MAIL_USER=
#UNVO_MAIL_PASSWORD=
#UNVO_MAIL_TLS=1

# Hosts whose pages and recordings may stand inside pages of Unvo, with commas between them.
UNVO_EMBED_HOSTS=

# Whether instructors may link homework systems for a course of theirs (1), or administrators alone (0); and hosts with
# their ports of linked systems that may be reached without TLS and in your own network.
UNVO_LINKS_BY_INSTRUCTORS=1
UNVO_LINKS_PRIVATE_HOSTS=

# One web process a core, one worker, and a line of JSON for each request.
UNVO_WEB_PROCESSES={webs}
UNVO_WORKERS=1
UNVO_LOG=json
"""


def config_file() -> Path:
    return Path(os.environ.get("UNVO_CONFIG") or STATE / "unvo.env")


def configuration(address: str = "") -> dict[str, str]:
    """What the file says, and the environment over it. The file is made when there is none, for which `address` must be
    given or stand in the environment."""
    address = address or os.environ.get("UNVO_ADDRESS", "")
    file = config_file()
    if not file.exists():
        if not address:
            raise Stop(
                "This Unvo is not set up yet. Say under which address people will reach it:"
                " ./unvo serve --address https://learn.example.edu"
            )
        _make(file, address)
    elif address and address.rstrip("/") != {**_read(file), **os.environ}.get("UNVO_ADDRESS", ""):
        raise Stop(
            f"The address stands in {file} already, as another one. Change UNVO_ADDRESS there, then start again."
        )
    found = _read(file) | {name: value for name, value in os.environ.items() if name.startswith("UNVO_")}
    _checked_address(found.get("UNVO_ADDRESS", ""))
    return found


def _make(file: Path, address: str) -> None:
    host = _checked_address(address)
    file.parent.mkdir(parents=True, exist_ok=True)
    text = TEMPLATE.format(
        address=address.rstrip("/"),
        host=host,
        secret=secrets.token_urlsafe(60),
        files=HOME / "files",
        webs=min(os.cpu_count() or 1, 4),
    )
    with os.fdopen(os.open(file, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600), "w") as out:
        out.write(text)
    say(f"made {file}: where things are, the secret, the mail server. Read it once.")


def _checked_address(address: str) -> str:
    """Its host; a Stop where people could not sign in under it."""
    parts = urlsplit(address)
    if parts.scheme != "https" or not parts.hostname or parts.path.strip("/"):
        raise Stop(
            f"“{address}” can't be the address. It begins with https:// and ends with the name of the host"
            " (passwords and sessions go over TLS alone), like https://learn.example.edu"
        )
    return parts.hostname


def _read(file: Path) -> dict[str, str]:
    """Lines of NAME=value; those that begin with # are left out."""
    try:
        mode, text = stat.S_IMODE(file.stat().st_mode), file.read_text()
    except PermissionError:
        raise Stop(f"{file} belongs to another user. Start Unvo as that user.") from None
    if mode & 0o077:
        raise Stop(f"Others can read {file}, and the secret is in it. Do: chmod 600 {file}")
    found = {}
    for number, line in enumerate(text.splitlines(), start=1):
        name, sign, value = line.partition("=")
        if not line.strip() or line.lstrip().startswith("#"):
            continue
        if not sign or not name.strip().isidentifier():
            raise Stop(f"Line {number} of {file} can't be read. It must be like NAME=value.")
        found[name.strip()] = value.strip().strip('"')
    return found


def own_cluster(config: Mapping[str, str]) -> postgres.Cluster | None:
    """The PostgreSQL that Unvo runs by itself; None where the configuration names another."""
    return None if config.get("UNVO_DB_HOST") else postgres.LIVE


def environment(config: Mapping[str, str]) -> dict[str, str]:
    """For programs of the server; its own PostgreSQL must have been started."""
    own = own_cluster(config)
    return {
        "UNVO_BACKUPS": str(BACKUPS),
        **config,
        **serving.paths(SETTINGS),
        **(own.environment() if own else {}),
    }


def serve(port: int, host: str, address: str) -> int:
    """Install, migrate, build, and keep the web processes and workers alive until it is asked to stop."""
    serving.refuse_second()
    serving.refuse_taken(port, host)
    config = configuration(address)
    packages.install()
    packages.build()
    own = own_cluster(config)
    with started(own):
        env = environment(config)
        # Work of students: for its own user, and a front server in its group.
        HOME.mkdir(parents=True, exist_ok=True)
        HOME.chmod(0o750)
        Path(env["UNVO_FILES"]).mkdir(parents=True, exist_ok=True)
        say("bringing the database up to this version")
        serving.manage(env, "prepare")
        if not serving.told(env, "administrators"):
            say("nobody administers it yet. Do, beside this: ./unvo administrator ADDRESS --name NAME")
        webs = [
            Part(f"web process {n}", [*serving.web_command(port), "--host", host])
            for n in range(1, _count(env, "UNVO_WEB_PROCESSES", 2) + 1)
        ]
        workers = [Part(f"worker {n}", serving.worker_command()) for n in range(1, _count(env, "UNVO_WORKERS", 1) + 1)]
        at = f"{env['UNVO_ADDRESS']}, behind the front server that asks {host}:{port}"
        watch = own.see_that_it_lives if own else (lambda: None)
        return serving.keep([*webs, *workers], env, (host, port), watch, f"Unvo is at {at}  (Ctrl-C stops it)", "live")


def _count(env: Mapping[str, str], name: str, usual: int) -> int:
    given = env.get(name) or str(usual)
    if not given.isdigit() or not 1 <= int(given) <= 64:
        raise Stop(f"{name} is “{given}”, and must be a number from 1 to 64.")
    return int(given)


def started(own: postgres.Cluster | None) -> AbstractContextManager[None]:
    """Its own PostgreSQL for as long as somebody uses it."""
    return own.used() if own else nullcontext()


def run(*words: str) -> int:
    """A program of the server over this place, beside a running Unvo or without one: what a running one stands on is
    not changed under it, the next start does that."""
    config = configuration()
    if not packages.ever_installed():
        packages.install()
    with started(own_cluster(config)):
        serving.manage(environment(config), *words, quiet=False)
    return 0


def restore(file: Path, replace: bool) -> int:
    """A backup into this place, which must not run meanwhile."""
    found = running()
    if found is not None and found.watched:
        raise Stop("Unvo runs here. Stop it first (./unvo stop, or its unit), then restore.")
    return run("restore", str(file.resolve()), *(["--replace"] if replace else []))
