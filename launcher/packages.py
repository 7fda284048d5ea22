"""Install what is missing: Debian's packages, Python's and npm's from their lock files; build the front end."""

from __future__ import annotations

import hashlib
import shutil
import subprocess
import sys
from collections.abc import Iterable
from pathlib import Path

from launcher.shell import ROOT, Stop, check_node, python_in_place, root_prefix, run, say

DEBIAN = ("postgresql-15", "libpango-1.0-0", "libpangoft2-1.0-0", "libharfbuzz-subset0")
DEBIAN_FOR_TESTS = ("chromium-headless-shell", "poppler-utils", "nginx-light", "openssl", "pgbouncer")
UV = "uv==0.13.9"
BUILT = ROOT / "server" / "assets" / ".unvo-built"


def install(tests: bool = False) -> None:
    """Everything that the given purpose needs; seconds when it is there already."""
    check_node()
    debian(DEBIAN + (DEBIAN_FOR_TESTS if tests else ()))
    python_packages("requirements-dev.lock" if tests else "requirements.lock")
    npm_packages()


def missing(names: tuple[str, ...]) -> list[str]:
    """Those of Debian's packages that are not installed."""
    return [name for name in names if not _debian_has(name)]


def ever_installed() -> bool:
    return bool(_reads(ROOT / ".venv" / "unvo-lock"))


def stale() -> str:
    """What of the installed is not of this version; empty when nothing."""
    wanted = [digest_of([ROOT / lock]) for lock in ("requirements.lock", "requirements-dev.lock")]
    if _reads(ROOT / ".venv" / "unvo-lock") not in wanted:
        return "it installs Python packages"
    return "" if _reads(BUILT) == digest_of(_sources()) else "it builds the front end"


def debian(names: tuple[str, ...]) -> None:
    lacking = missing(names)
    if not lacking:
        return
    if not shutil.which("apt-get"):
        raise Stop(f"These packages are missing: {' '.join(lacking)}. Install them, then start again.")
    say(f"installing Debian packages: {' '.join(lacking)}")
    env = {"DEBIAN_FRONTEND": "noninteractive"}
    run([*root_prefix(), "apt-get", "update", "-qq"], env=env, quiet=True, hint="Is the package registry reachable?")
    command = [*root_prefix(), "apt-get", "install", "-y", "--no-install-recommends", *lacking]
    run(command, env=env, quiet=True, hint="Run the same command by hand to see more.")


def _debian_has(name: str) -> bool:
    asked = ["dpkg-query", "-W", "-f", "${db:Status-Status}", name]
    if not shutil.which("dpkg-query"):
        return False
    found = subprocess.run(asked, capture_output=True, text=True, check=False)
    return found.stdout.strip() == "installed"


def python_packages(lock: str) -> None:
    """What `lock` names, and nothing else; what tests need holds all that the rest needs."""
    stamp, wanted = ROOT / ".venv" / "unvo-lock", digest_of([ROOT / lock])
    if _reads(stamp) in (wanted, digest_of([ROOT / "requirements-dev.lock"])):
        return
    say(f"installing Python packages from {lock}")
    if not python_in_place().exists():
        run([sys.executable, "-m", "venv", ROOT / ".venv"], hint="On Debian: apt-get install python3-venv", quiet=True)
    install_locked(python_in_place(), ROOT / lock)
    stamp.write_text(wanted)


def install_locked(python: Path, lock: Path) -> None:
    """What the lock file names, and nothing else, into the environment of this Python."""
    pip: list[str | Path] = [python_in_place(), "-m", "pip", "-q", "install", UV]
    run(pip, quiet=True, hint="Is the package registry reachable?")
    uv: list[str | Path] = [ROOT / ".venv" / "bin" / "uv", "pip", "sync", "-q", "--python", python, "--require-hashes"]
    run([*uv, lock], quiet=True, hint="Is the package registry reachable?")


def npm_packages() -> None:
    stamp, wanted = ROOT / "web" / "node_modules" / ".unvo-lock", digest_of([ROOT / "web" / "package-lock.json"])
    if _reads(stamp) == wanted:
        return
    say("installing npm packages from package-lock.json")
    command = ["npm", "ci", "--no-audit", "--no-fund", "--loglevel=error"]
    run(command, where=ROOT / "web", quiet=True, hint="Is the package registry reachable?")
    stamp.write_text(wanted)


def build() -> None:
    """The front end into server/assets, when a source changed."""
    wanted = digest_of(_sources())
    if _reads(BUILT) == wanted:
        return
    say("building the front end")
    command = ["npx", "vite", "build", "--logLevel", "warn"]
    run(command, where=ROOT / "web", quiet=True, hint="Run it in web/ to see more.")
    BUILT.write_text(wanted)


def _sources() -> list[Path]:
    web = ROOT / "web"
    sources = [p for p in sorted((web / "src").rglob("*")) if p.is_file()]
    return [*sources, web / "vite.config.ts", web / "package-lock.json"]


def digest_of(files: Iterable[Path]) -> str:
    digest = hashlib.sha256()
    for file in files:
        digest.update(str(file.relative_to(ROOT)).encode())
        digest.update(file.read_bytes())
    return digest.hexdigest()


def _reads(file: Path) -> str:
    return file.read_text() if file.exists() else ""
