"""The words after `./unvo`."""

from __future__ import annotations

import argparse
import os
from collections.abc import Sequence
from pathlib import Path

from launcher import checking, doctor, live, packages, pattern, postgres, serving, testing
from launcher.shell import ROOT, Stop, python_in_place, run, say

PORT = 8000


def main(words: Sequence[str]) -> int:
    parser = argparse.ArgumentParser(prog="unvo", description="A course laid out over time.")
    commands = parser.add_subparsers(dest="command", required=True)
    demo = commands.add_parser("demo", help="install what is missing, seed, build and serve the demo")
    demo.add_argument("--fresh", action="store_true", help="remove the demo's data and start over")
    demo.add_argument("--port", type=int, default=PORT)
    dev = commands.add_parser("dev", help="the demo with reloading")
    dev.add_argument("--port", type=int, default=PORT)
    serve = commands.add_parser("serve", help="run it for real, behind a front server (docs/how-to/run-it.md)")
    serve.add_argument("--address", default="", help="where people reach it, at the first start: https://…")
    serve.add_argument("--host", default="127.0.0.1", help="where the front server asks it (127.0.0.1)")
    serve.add_argument("--port", type=int, default=PORT)
    person = commands.add_parser("administrator", help="make somebody an administrator; prints their link once")
    person.add_argument("email")
    person.add_argument("--name", default="")
    backup = commands.add_parser("backup", help="database and files of ./unvo serve in one file, also while it runs")
    backup.add_argument("--to", type=Path, default=None, help="the file, or a folder for it")
    backup.add_argument("--keep", type=int, default=0, help="remove all but so many of the newest in that folder")
    restore = commands.add_parser("restore", help="a backup into this place, while it does not run")
    restore.add_argument("file", type=Path)
    restore.add_argument("--replace", action="store_true", help="over what is here; that is kept in a backup first")
    commands.add_parser("doctor", help="say what is missing for ./unvo serve, and what to do")
    test = commands.add_parser("test", help="run every test")
    test.add_argument("labels", nargs="*", help="only these (labels of Django's runner)")
    commands.add_parser("stop", help="end what runs of this folder, also what a killed start left")
    commands.add_parser("check", help="format, lint, types, import contracts, API snapshot")
    commands.add_parser("api", help="write the API snapshot and the generated types anew")
    commands.add_parser("audit", help="ask the public registers of known flaws about the packages that are used")
    commands.add_parser("bench", help="measure against floors measured in the same run")
    commands.add_parser("load", help="200 students at once, three rounds: what is lost, how slow, how much memory")
    commands.add_parser("shots", help="take the screenshots of docs/ from the demo at the fixed clock")
    given = parser.parse_args(words)
    try:
        return _do(given)
    except Stop as stop:
        say(f"stopped. {stop}")
        return 1
    except KeyboardInterrupt:
        say("stopped")
        return 130


def _do(given: argparse.Namespace) -> int:
    match given.command:
        case "demo":
            return serving.demo(given.port, given.fresh)
        case "dev":
            return serving.dev(given.port)
        case "stop":
            return serving.stop()
        case "serve":
            return live.serve(given.port, given.host, given.address)
        case "administrator":
            return live.run("invite_administrator", given.email, "--name", given.name)
        case "backup":
            to = ["--to", str(given.to.resolve())] if given.to else []
            return live.run("backup", *to, "--keep", str(given.keep))
        case "restore":
            return live.restore(given.file, given.replace)
        case "doctor":
            return doctor.look_over()
        case "test":
            return testing.test(given.labels)
        case "check":
            return checking.check()
        case "audit":
            return checking.audit()
        case "api":
            return checking.refresh_api()
    return _tool(given.command)


def _tool(name: str) -> int:
    """bench, load and shots: programs of the server's own, on the tests' cluster."""
    packages.install(tests=True)
    packages.build()
    with postgres.TESTS.used():
        env = {**os.environ, **serving.environment(postgres.TESTS, "config.settings.test")}
        serving.manage(env, "collectstatic", "--no-input", "-v0")
        env |= pattern.made(env)
        run([python_in_place(), "-m", f"tools.{name}"], where=ROOT / "server", env=env)
    return 0
