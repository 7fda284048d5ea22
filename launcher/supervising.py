"""Keep the parts of a running Unvo alive, and know which are running, also after this program was killed."""

from __future__ import annotations

import contextlib
import json
import os
import signal
import subprocess
import time
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from pathlib import Path

from launcher.shell import ROOT, STATE, Stop, say

MOST_ENDS, WITHIN_SECONDS = 5, 60.0
LOOK_SECONDS = 0.5
DATABASE_LOOK_SECONDS = 3.0
RUNNING = STATE / "running.json"


@dataclass
class Part:
    """A program that belongs to Unvo, in a process group of its own."""

    name: str
    command: Sequence[str]
    process: subprocess.Popen[bytes] | None = None
    ends: list[float] = field(default_factory=list)

    def start(self, where: Path, env: Mapping[str, str]) -> None:
        self.process = subprocess.Popen(list(self.command), cwd=where, env=dict(env), start_new_session=True)

    def ended(self) -> bool:
        return self.process is None or self.process.poll() is not None

    def too_often(self, at: float) -> bool:
        """Whether it has ended more often than a part may; counts this end."""
        self.ends = [*(e for e in self.ends if at - e < WITHIN_SECONDS), at]
        return len(self.ends) > MOST_ENDS


class Supervisor:
    """Starts the parts, starts again what ends by itself, and ends all of them."""

    def __init__(
        self, parts: Sequence[Part], where: Path, env: Mapping[str, str], port: int, kind: str = "demo"
    ) -> None:
        self.parts, self.where, self.env, self.port, self.kind = parts, where, {**os.environ, **env}, port, kind

    def start(self) -> None:
        for part in self.parts:
            part.start(self.where, self.env)
        self._note()

    def watch(self, database_lives: Callable[[], None]) -> int:
        """Until it is asked to stop. `database_lives` starts the database again when it is away. Raises Stop when a
        part ends again and again."""
        for number in (signal.SIGINT, signal.SIGTERM):
            signal.signal(number, signal.default_int_handler)
        looked = 0.0
        try:
            while True:
                if time.monotonic() - looked > DATABASE_LOOK_SECONDS:
                    database_lives()
                    looked = time.monotonic()
                self._look()
                time.sleep(LOOK_SECONDS)
        except KeyboardInterrupt:
            say("stopping")
            return 0

    def _look(self) -> None:
        for part in self.parts:
            if not part.ended():
                continue
            if part.too_often(time.monotonic()):
                raise Stop(
                    f"{part.name} ended {len(part.ends)} times within a minute; its last lines are above."
                    " Mend what they say, then start again."
                )
            say(f"{part.name} ended by itself, and is started again")
            part.start(self.where, self.env)
            self._note()

    def end(self) -> None:
        """Ask every process group to end, then make it: no worker is left behind to hold the port."""
        for number in (signal.SIGINT, signal.SIGTERM):
            signal.signal(number, signal.SIG_IGN)
        end_groups([p.process.pid for p in self.parts if p.process])
        RUNNING.unlink(missing_ok=True)

    def _note(self) -> None:
        groups = [p.process.pid for p in self.parts if p.process]
        STATE.mkdir(exist_ok=True)
        noted = {"launcher": os.getpid(), "groups": groups, "port": self.port, "kind": self.kind}
        RUNNING.write_text(json.dumps(noted))


@dataclass(frozen=True)
class Running:
    """What an earlier start noted of itself. `kind`: demo or live, whose database it is."""

    launcher: int
    groups: tuple[int, ...]
    port: int
    kind: str = "demo"

    @property
    def watched(self) -> bool:
        """The launcher that noted this is still there."""
        return _is_ours(self.launcher)


def running() -> Running | None:
    """The start that runs now or was killed; None when there is none, or the note can't be read."""
    try:
        noted = json.loads(RUNNING.read_text())
        groups = tuple(int(g) for g in noted["groups"])
        return Running(int(noted["launcher"]), groups, int(noted["port"]), str(noted.get("kind", "demo")))
    except (OSError, ValueError, KeyError, TypeError):
        return None


def end_leftovers(found: Running) -> int:
    """End the parts of a start whose launcher was killed. Returns how many were still there."""
    left = [pid for pid in found.groups if _is_ours(pid)]
    end_groups(left)
    RUNNING.unlink(missing_ok=True)
    return len(left)


def end_groups(pids: Sequence[int]) -> None:
    for pid in pids:
        with contextlib.suppress(ProcessLookupError):
            os.killpg(pid, signal.SIGTERM)
    until = time.monotonic() + 8
    while time.monotonic() < until and any(_lives(pid) for pid in pids):
        time.sleep(0.1)
    for pid in pids:
        with contextlib.suppress(ProcessLookupError):
            os.killpg(pid, signal.SIGKILL)


def _lives(pid: int) -> bool:
    with contextlib.suppress(ChildProcessError):
        os.waitpid(pid, os.WNOHANG)
    try:
        os.kill(pid, 0)
    except ProcessLookupError:
        return False
    except PermissionError:
        return True
    return True


def _is_ours(pid: int) -> bool:
    """It lives and works in this folder: a number that went on to another program is left alone."""
    try:
        return Path(f"/proc/{pid}/cwd").resolve().is_relative_to(ROOT) and _lives(pid)
    except OSError:
        return False
