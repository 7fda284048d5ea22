"""Migrate, seed, serve: the demo, and the same with reloading for development."""

from __future__ import annotations

import contextlib
import os
import signal
import socket
import subprocess
import time
import urllib.error
import urllib.request
from collections.abc import Mapping, Sequence

from launcher import packages, postgres, renewing
from launcher.shell import ROOT, STATE, Stop, python_in_place, run, say

SERVER = ROOT / "server"
SETTINGS = "config.settings.demo"
WAIT_SECONDS = 60


def environment(cluster: postgres.Cluster, settings: str = SETTINGS) -> dict[str, str]:
    path = f"{SERVER}{os.pathsep}{ROOT / 'core'}"
    return {"DJANGO_SETTINGS_MODULE": settings, "PYTHONPATH": path, **cluster.environment()}


def manage(env: Mapping[str, str], *words: str, quiet: bool = True) -> None:
    run([python_in_place(), "manage.py", *words], where=SERVER, env=env, quiet=quiet)


def demo(port: int, fresh: bool, fixed_clock: str = "") -> int:
    """Install, migrate, seed, build, serve. The data of an earlier start is kept unless `fresh`."""
    _refuse_taken(port)
    packages.install()
    packages.build()
    if fresh:
        say("starting over: the demo's database and files are removed")
        postgres.DEMO.remove()
        run(["rm", "-rf", STATE / "files"])
    postgres.DEMO.start()
    renewing.renew_if_old(postgres.DEMO)
    env = environment(postgres.DEMO) | {"UNVO_ADDRESS": f"http://127.0.0.1:{port}"}
    if fixed_clock:
        env["UNVO_FIXED_CLOCK"] = fixed_clock
    prepare(env)
    try:
        return _serve(env, port)
    finally:
        postgres.DEMO.stop()


def prepare(env: Mapping[str, str]) -> None:
    say("migrating and seeding")
    manage(env, "prepare_demo")


def web_command(port: int, *extra: str) -> list[str]:
    granian = str(ROOT / ".venv" / "bin" / "granian")
    threads = ["--workers", "2", "--blocking-threads", "4"]
    where = ["--interface", "wsgi", "--host", "127.0.0.1", "--port", str(port)]
    return [granian, *where, *threads, "--log-level", "warning", *extra, "config.wsgi:application"]


def worker_command() -> list[str]:
    return [str(python_in_place()), "manage.py", "procrastinate", "-v", "0", "worker"]


def dev(port: int) -> int:
    """The demo with the front end served by Vite and Python reloaded on change."""
    _refuse_taken(port)
    packages.install()
    packages.build()
    postgres.DEMO.start()
    renewing.renew_if_old(postgres.DEMO)
    env = environment(postgres.DEMO) | {"UNVO_VITE": "1"}
    prepare(env)
    vite = subprocess.Popen(["npx", "vite"], cwd=ROOT / "web")
    try:
        return _serve(env, port, "--reload")
    finally:
        vite.terminate()
        postgres.DEMO.stop()


def _serve(env: Mapping[str, str], port: int, *extra: str) -> int:
    full = {**os.environ, **env}
    commands = (web_command(port, *extra), worker_command())
    started = [subprocess.Popen(c, cwd=SERVER, env=full, start_new_session=True) for c in commands]
    try:
        _wait_for(f"http://127.0.0.1:{port}/", started[0])
        say(f"Unvo is at http://127.0.0.1:{port}  (whom to sign in as is listed there; Ctrl-C stops it)")
        return _until_stopped(started)
    finally:
        _end(started)


def _until_stopped(started: Sequence[subprocess.Popen[bytes]]) -> int:
    for number in (signal.SIGINT, signal.SIGTERM):
        signal.signal(number, signal.default_int_handler)
    try:
        while all(p.poll() is None for p in started):
            time.sleep(0.5)
    except KeyboardInterrupt:
        say("stopping")
        return 0
    raise Stop("A part of Unvo ended by itself; its last lines are above. Start it again.")


def _end(started: Sequence[subprocess.Popen[bytes]]) -> None:
    """Ask every process group to end, then make it: no worker is left behind to hold the port."""
    for number in (signal.SIGINT, signal.SIGTERM):
        signal.signal(number, signal.SIG_IGN)
    for process in started:
        process.terminate()
    for process in started:
        with contextlib.suppress(subprocess.TimeoutExpired):
            process.wait(timeout=8)
        with contextlib.suppress(ProcessLookupError):
            os.killpg(process.pid, signal.SIGKILL)


def _wait_for(address: str, process: subprocess.Popen[bytes]) -> None:
    for _ in range(WAIT_SECONDS * 4):
        if process.poll() is not None:
            raise Stop("The web process ended while it was starting; its last lines are above.")
        try:
            with urllib.request.urlopen(address, timeout=2):
                return
        except (urllib.error.URLError, OSError):
            time.sleep(0.25)
    raise Stop(f"{address} did not answer within {WAIT_SECONDS} seconds.")


def _refuse_taken(port: int) -> None:
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind(("127.0.0.1", port))
        except OSError:
            raise Stop(
                f"Port {port} is in use, perhaps by Unvo itself. Stop what uses it, or start with --port {port + 1}."
            ) from None
