"""Format, lint, types, import contracts, migrations, and the API snapshot in step with its types."""

from __future__ import annotations

import os
import subprocess
import tempfile
from collections.abc import Sequence
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

from launcher import packages, postgres, serving
from launcher.shell import ROOT, Stop, say

BIN = ROOT / ".venv" / "bin"
WEB = ROOT / "web"
SNAPSHOT = ROOT / "server" / "tests" / "openapi.json"
TYPES = WEB / "src" / "api" / "schema.d.ts"


def check() -> int:
    """Run every gate, two at a time and the longest first; say which failed, 0 when none did."""
    packages.install(tests=True)
    packages.build()
    with postgres.TESTS.used():
        return _all({**os.environ, **serving.environment(postgres.TESTS, "config.settings.test")})


def _all(env: dict[str, str]) -> int:
    gates: list[tuple[str, Path, Sequence[str | Path]]] = [
        ("types (vue-tsc)", WEB, ["npx", "vue-tsc", "--noEmit", "-p", "tsconfig.json"]),
        (
            "types (mypy)",
            ROOT,
            [BIN / "mypy", "core/unvo_core", "server/apps", "server/config", "server/demo", "launcher"],
        ),
        ("format (ruff)", ROOT, [BIN / "ruff", "format", "--check", "-q", "."]),
        ("lint (ruff)", ROOT, [BIN / "ruff", "check", "-q", "."]),
        ("import contracts", ROOT, [BIN / "lint-imports", "--no-cache"]),
        ("migrations", serving.SERVER, [BIN / "python", "manage.py", "makemigrations", "--check", "--dry-run"]),
        ("format (prettier)", WEB, ["npx", "prettier", "--check", "--log-level", "warn", "."]),
        ("lint (eslint)", WEB, ["npx", "eslint", ".", "--max-warnings", "0"]),
    ]
    with ThreadPoolExecutor(max_workers=2) as pool:
        passed = [(name, pool.submit(_passes, name, where, command, env)) for name, where, command in gates]
        failed = [name for name, fine in passed if not fine.result()]
    failed += _api_out_of_step(env)
    if failed:
        raise Stop(f"These gates failed: {', '.join(failed)}. What each said is above.")
    say("all gates passed")
    return 0


def _passes(name: str, where: Path, command: Sequence[str | Path], env: dict[str, str]) -> bool:
    """What it printed comes as one, after its name: others may run beside it."""
    mypy_path = {"MYPYPATH": f"{ROOT / 'core'}:{ROOT / 'server'}"}
    done = subprocess.run(
        [str(c) for c in command],
        cwd=where,
        env=env | mypy_path,
        stdin=subprocess.DEVNULL,
        stdout=subprocess.PIPE,
        stderr=subprocess.STDOUT,
        text=True,
        check=False,
    )
    say(f"{name}: {'fine' if done.returncode == 0 else 'failed'}\n{done.stdout}".rstrip())
    return done.returncode == 0


def _api_out_of_step(env: dict[str, str]) -> list[str]:
    """The committed snapshot and types against fresh ones."""
    say("API snapshot and generated types")
    with tempfile.TemporaryDirectory() as folder:
        snapshot, types = Path(folder) / "openapi.json", Path(folder) / "schema.d.ts"
        _write_api(env, snapshot, types)
        wrong = []
        if snapshot.read_text() != SNAPSHOT.read_text():
            wrong.append("API snapshot (refresh it with ./unvo api)")
        if types.read_text() != TYPES.read_text():
            wrong.append("generated API types (refresh them with ./unvo api)")
        return wrong


def _write_api(env: dict[str, str], snapshot: Path, types: Path) -> None:
    export = [str(BIN / "python"), "manage.py", "export_openapi", "--out", str(snapshot)]
    subprocess.run(export, cwd=serving.SERVER, env=env, check=True, stdin=subprocess.DEVNULL, capture_output=True)
    generate = ["npx", "openapi-typescript", str(snapshot), "-o", str(types)]
    subprocess.run(generate, cwd=WEB, env=env, check=True, stdin=subprocess.DEVNULL, capture_output=True)


def refresh_api() -> int:
    """Write snapshot and types anew after a change of the API."""
    packages.install()
    with postgres.TESTS.used():
        _write_api({**os.environ, **serving.environment(postgres.TESTS, "config.settings.test")}, SNAPSHOT, TYPES)
    say("wrote server/tests/openapi.json and web/src/api/schema.d.ts")
    return 0


PIP_AUDIT = "pip-audit==2.10.1"


def audit() -> int:
    """Ask the public registers of known flaws about every package of the lock files; 0 when none has one."""
    packages.install()
    asked: list[str | Path] = [BIN / "uv", "tool", "run", PIP_AUDIT, "--strict", "--disable-pip", "--require-hashes"]
    python = _passes("Python packages", ROOT, [*asked, "-r", ROOT / "requirements.lock"], {**os.environ})
    web = _passes("npm packages", WEB, ["npm", "audit", "--omit=dev"], {**os.environ})
    if python and web:
        say("no package has a flaw that the registers know")
        return 0
    raise Stop(
        "Not every package could be shown to be without known flaws. What was found, or that a register could not be"
        " asked from here, is said above; renew what it names, or ask again where the registers can be reached."
    )
