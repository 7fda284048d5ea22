"""The migrated database of which those of the tests are copies: to migrate an empty one takes most of a minute."""

from __future__ import annotations

from collections.abc import Mapping
from hashlib import sha256

from launcher import postgres, serving
from launcher.shell import ROOT

NAMED = "pattern_"


def made(env: Mapping[str, str]) -> dict[str, str]:
    """What tests must know to use it. Made once for the migrations that there are, ours and those that we install."""
    name = NAMED + _migrations()
    known = _query(f"SELECT datname FROM pg_database WHERE starts_with(datname, '{NAMED}')").split()
    if name not in known:
        for old in known:
            _query(f'DROP DATABASE "{old}" WITH (FORCE)')
        half = f"{NAMED}half"
        _query(f'CREATE DATABASE "{half}"')
        serving.manage({**env, **postgres.TESTS.environment(half)}, "migrate", "-v0")
        _query(f'ALTER DATABASE "{half}" RENAME TO "{name}"')
    return {"UNVO_TEST_PATTERN": name}


def _migrations() -> str:
    files = [ROOT / "requirements.lock", *sorted((serving.SERVER / "apps").glob("*/migrations/*.py"))]
    return sha256(b"\0".join(str(f.relative_to(ROOT)).encode() + f.read_bytes() for f in files)).hexdigest()[:16]


def _query(sql: str) -> str:
    return postgres.TESTS.query("postgres", sql)
