"""Migrate, seed, serve: the demo, and the same with reloading for development."""

from __future__ import annotations

import errno
import os
import signal
import socket
import subprocess
import time
import urllib.error
import urllib.request
from collections.abc import Callable, Mapping, Sequence
from pathlib import Path

from launcher import homework, packages, postgres, renewing, supervising
from launcher.shell import ROOT, STATE, Stop, python_in_place, run, say
from launcher.supervising import Part, Supervisor

SERVER = ROOT / "server"
SETTINGS = "config.settings.demo"
WAIT_SECONDS = 60
WEB_PROCESSES = 2


def paths(settings: str) -> dict[str, str]:
    return {"DJANGO_SETTINGS_MODULE": settings, "PYTHONPATH": f"{SERVER}{os.pathsep}{ROOT / 'core'}"}


def environment(cluster: postgres.Cluster, settings: str = SETTINGS) -> dict[str, str]:
    return {**paths(settings), **cluster.environment()}


def manage(env: Mapping[str, str], *words: str, quiet: bool = True) -> None:
    run([python_in_place(), "manage.py", *words], where=SERVER, env=env, quiet=quiet)


def told(env: Mapping[str, str], *words: str) -> str:
    """What a program of the server prints."""
    command = [str(python_in_place()), "manage.py", *words]
    done = subprocess.run(command, cwd=SERVER, env={**os.environ, **env}, capture_output=True, text=True, check=False)
    if done.returncode:
        raise Stop(f"{' '.join(words)} failed.\n{done.stderr.strip()[-2000:]}")
    return done.stdout.strip()


def demo(port: int, fresh: bool, fixed_clock: str = "") -> int:
    """Install, migrate, seed, build, serve. The data of an earlier start is kept unless `fresh`. The stand-in homework
    system has the next port."""
    refuse_second()
    refuse_taken(port)
    refuse_taken(port + 1)
    packages.install()
    homework.install()
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
    env |= _with_homework(postgres.DEMO, port + 1, fixed_clock, fresh)
    prepare(env)
    homework.prepare(env, Path(env["UNVO_HOMEWORK_TOLD"]))
    try:
        webs = [Part(f"web process {n}", web_command(port)) for n in range(1, WEB_PROCESSES + 1)]
        webs.append(Part("the homework system", homework.command(port + 1)))
        return _serve(postgres.DEMO, env, port, webs)
    finally:
        postgres.DEMO.stop()


def _with_homework(cluster: postgres.Cluster, port: int, fixed_clock: str, fresh: bool) -> dict[str, str]:
    """What both sides have to know of each other: where the stand-in is, and that it may be reached without TLS."""
    homework.make_database(cluster, anew=fresh)
    return homework.environment(cluster, port, fixed_clock) | {
        "UNVO_HOMEWORK": f"http://127.0.0.1:{port}",
        "UNVO_HOMEWORK_TOLD": str(STATE / "homework.json"),
        "UNVO_LINKS_PRIVATE_HOSTS": f"127.0.0.1:{port}",
    }


def prepare(env: Mapping[str, str]) -> None:
    say("migrating and seeding")
    manage(env, "prepare_demo")


def web_command(port: int) -> list[str]:
    return [str(python_in_place()), "-m", "config.serve", "--port", str(port)]


def reloading_command(port: int) -> list[str]:
    return [str(python_in_place()), "manage.py", "runserver", "--nostatic", str(port)]


def worker_command() -> list[str]:
    """It looks twice a second: what is due at a moment is done within a second of it. Who reads goes before it."""
    worker = ["procrastinate", "-v", "0", "worker", "--delete-jobs=successful", "--fetch-job-polling-interval=0.5"]
    return ["nice", "-n", "5", str(python_in_place()), "manage.py", *worker]


def dev(port: int) -> int:
    """The demo with the front end served by Vite and Python reloaded on change."""
    refuse_second()
    refuse_taken(port)
    packages.install()
    packages.build()
    postgres.DEMO.start()
    renewing.renew_if_old(postgres.DEMO)
    env = environment(postgres.DEMO) | {"UNVO_VITE": "1"}
    prepare(env)
    vite = subprocess.Popen(["npx", "vite"], cwd=ROOT / "web")
    try:
        return _serve(postgres.DEMO, env, port, [Part("the web server", reloading_command(port))])
    finally:
        vite.terminate()
        postgres.DEMO.stop()


def _serve(cluster: postgres.Cluster, env: Mapping[str, str], port: int, webs: Sequence[Part]) -> int:
    parts = [*webs, Part("the job worker", worker_command())]
    ready = f"Unvo is at http://127.0.0.1:{port}  (whom to sign in as is listed there; Ctrl-C stops it)"
    return keep(parts, env, ("127.0.0.1", port), cluster.see_that_it_lives, ready, "demo")


def keep(
    parts: Sequence[Part],
    env: Mapping[str, str],
    at: tuple[str, int],
    database_lives: Callable[[], None],
    ready: str,
    kind: str,
) -> int:
    """Start the parts, say so when they answer, and keep them alive until this is asked to stop."""
    host, port = at
    supervisor = Supervisor(parts, SERVER, env, port, kind)
    try:
        supervisor.start()
        _wait_for(f"http://{host}:{port}/health/ready", parts)
        say(ready)
        return supervisor.watch(database_lives)
    finally:
        supervisor.end()


def stop() -> int:
    """End a running Unvo of this folder, also what a killed start left behind. 1 when nothing runs."""
    found = supervising.running()
    if found is None:
        say("nothing of Unvo runs here")
        return 1
    if found.watched:
        os.kill(found.launcher, signal.SIGTERM)
        for _ in range(WAIT_SECONDS * 4):
            if supervising.running() is None:
                break
            time.sleep(0.25)
    else:
        supervising.end_leftovers(found)
        (postgres.LIVE if found.kind == "live" else postgres.DEMO).stop()
    say("stopped")
    return 0


def refuse_second() -> None:
    """One start a folder: a second would share its database, and take it away from the first when it ends."""
    found = supervising.running()
    if found is None:
        return
    if found.watched:
        raise Stop(f"Unvo runs already at http://127.0.0.1:{found.port}. Use it there, or stop it with: ./unvo stop")
    if supervising.end_leftovers(found):
        say("parts of an earlier start that was killed were still running, and are stopped")


def _wait_for(address: str, parts: Sequence[Part]) -> None:
    for _ in range(WAIT_SECONDS * 4):
        if any(part.ended() for part in parts):
            raise Stop("A part of it ended while it was starting; its last lines are above.")
        try:
            # Under the name that is always allowed, wherever it listens.
            asked = urllib.request.Request(address, headers={"Host": "127.0.0.1"})
            with urllib.request.urlopen(asked, timeout=2):
                return
        except (urllib.error.URLError, OSError):
            time.sleep(0.25)
    raise Stop(f"{address} did not answer within {WAIT_SECONDS} seconds.")


def refuse_taken(port: int, host: str = "127.0.0.1") -> None:
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind((host, port))
        except OSError as error:
            if error.errno == errno.EADDRNOTAVAIL:
                raise Stop(f"This machine has no address {host}. Give one that it has with --host.") from None
            raise Stop(
                f"Port {port} is in use, perhaps by Unvo itself. Stop what uses it, or start with --port {port + 1}."
            ) from None
