"""A demo database of an earlier Unvo, whose tables were laid out otherwise: kept as a dump, then begun anew."""

from __future__ import annotations

from datetime import datetime
from pathlib import Path

from launcher.postgres import Cluster
from launcher.shell import ROOT, STATE, Stop, say

APPS = ROOT / "server" / "apps"
FILES = STATE / "files"


def renew_if_old(cluster: Cluster, database: str = "unvo", files: Path = FILES) -> Path | None:
    """Where the old database was kept; None when it is of this Unvo, or empty."""
    if not unknown_migrations(cluster, database):
        return None
    stamp = f"{datetime.now():%Y-%m-%d-%H%M%S}"
    kept = cluster.home.parent / f"{cluster.name}-{stamp}.dump"
    say(
        "the demo's data is of an earlier Unvo, whose tables were laid out otherwise: it starts over."
        f" The old database is kept in {kept} (pg_restore reads it)."
    )
    cluster.dump(database, kept)
    cluster.query("postgres", f'DROP DATABASE "{database}" WITH (FORCE)')
    cluster.query("postgres", f'CREATE DATABASE "{database}"')
    if files.exists():
        aside = files.with_name(f"{files.name}-{stamp}")
        files.rename(aside)
        say(f"its files are kept in {aside}")
    return kept


def unknown_migrations(cluster: Cluster, database: str) -> set[str]:
    """What was applied to the database and is not in this source tree, as app.name; of our own apps.

    An app that is gone counts too: whoever has migrations of an app called courses has a database of ours.
    """
    if cluster.query(database, "SELECT to_regclass('public.django_migrations') IS NOT NULL") != "t":
        return set()
    applied = set(cluster.query(database, "SELECT app || '.' || name FROM django_migrations").split())
    if not any(one.startswith("courses.") for one in applied):
        return set()
    ours = {p.parent.parent.name for p in APPS.glob("*/migrations/__init__.py")} | {"messaging", "transfer"}
    known = {f"{p.parent.parent.name}.{p.stem}" for p in APPS.glob("*/migrations/0*.py")}
    if not known:
        raise Stop("This checkout has no migrations. Get it again, then start again.")
    return {one for one in applied if one.split(".")[0] in ours} - known
