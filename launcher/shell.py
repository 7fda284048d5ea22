"""Run other programs, say what is being done, stop with a sentence and a next step."""

from __future__ import annotations

import os
import shutil
import subprocess
from collections.abc import Mapping, Sequence
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
STATE = ROOT / ".unvo"


class Stop(Exception):
    """Something is missing: the message says what, and what to do next."""


def say(text: str) -> None:
    print(f"unvo: {text}", flush=True)


def run(
    command: Sequence[str | Path],
    *,
    where: Path = ROOT,
    env: Mapping[str, str] | None = None,
    hint: str = "",
    quiet: bool = False,
) -> None:
    """Run to its end; a failure becomes a Stop with the last lines that it printed."""
    text = [str(part) for part in command]
    done = subprocess.run(
        text,
        cwd=where,
        env={**os.environ, **(env or {})},
        stdin=subprocess.DEVNULL,
        stdout=subprocess.PIPE if quiet else None,
        stderr=subprocess.STDOUT if quiet else None,
        text=True,
        check=False,
    )
    if done.returncode:
        tail = "\n".join((done.stdout or "").splitlines()[-12:])
        raise Stop(f"{' '.join(text[:4])} failed.\n{tail}\n{hint}".strip())


def root_prefix() -> list[str]:
    """How to become root: not at all, or by sudo."""
    if os.geteuid() == 0:
        return []
    if shutil.which("sudo"):
        return ["sudo", "-n"]
    raise Stop("Debian packages are missing and this is neither root nor a sudoer. Install them, then start again.")


def python_in_place() -> Path:
    return ROOT / ".venv" / "bin" / "python"


def check_node() -> None:
    if not shutil.which("node") or not shutil.which("npm"):
        raise Stop("Unvo needs Node 20 with npm. Install Node.js, then start again.")
