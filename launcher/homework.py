"""The stand-in homework system: a program and a database of its own, beside the demo and in tests."""

from __future__ import annotations

import sys
from collections.abc import Mapping
from pathlib import Path

from launcher import postgres
from launcher.packages import digest_of, install_locked
from launcher.shell import ROOT, run, say

HOME = ROOT / "standin" / "homework"
PYTHON = HOME / ".venv" / "bin" / "python"


def install() -> None:
    """Its own packages, from its own lock file, in an environment of its own."""
    lock, stamp = HOME / "requirements.lock", HOME / ".venv" / "unvo-lock"
    wanted = digest_of([lock])
    if stamp.exists() and stamp.read_text() == wanted:
        return
    say("installing the packages of the stand-in homework system")
    if not PYTHON.exists():
        run([sys.executable, "-m", "venv", HOME / ".venv"], quiet=True)
    install_locked(PYTHON, lock)
    stamp.write_text(wanted)


def environment(
    cluster: postgres.Cluster, port: int, fixed_clock: str = "", database: str = "homework"
) -> dict[str, str]:
    there = {name.replace("UNVO_", "HOMEWORK_"): value for name, value in cluster.environment(database).items()}
    return {
        **there,
        "HOMEWORK_ADDRESS": f"http://127.0.0.1:{port}",
        "HOMEWORK_SECRET": cluster.secret.read_text(),
        "HOMEWORK_FIXED_CLOCK": fixed_clock,
    }


def make_database(cluster: postgres.Cluster, name: str = "homework", anew: bool = False) -> None:
    if anew:
        cluster.query("postgres", f'DROP DATABASE IF EXISTS "{name}" WITH (FORCE)')
    if cluster.query("postgres", f"SELECT 1 FROM pg_database WHERE datname = '{name}'") != "1":
        cluster.query("postgres", f'CREATE DATABASE "{name}"')


def prepare(env: Mapping[str, str], told: Path | None = None) -> None:
    """Migrates; `told`: what a platform says of the demo's classes, so that both sides hold the same."""
    words = ["--from", str(told)] if told is not None else []
    run([PYTHON, HOME / "manage.py", "prepare", *words], where=HOME, env=env, quiet=True)


def command(port: int) -> list[str]:
    return [str(PYTHON), str(HOME / "manage.py"), "serve", "--port", str(port)]
