"""200 students open Today, the week sheet and an item and hand in within 60 seconds, three rounds over: nothing is lost,
the slowest hundredth stays under four times the middle, and the server's memory stays level.

The client shares the machine with the server and its database, as it would nowhere else.
"""

from __future__ import annotations

import http.client
import json
import os
import statistics
import subprocess
import sys
import time
import uuid
from collections import Counter
from concurrent.futures import ThreadPoolExecutor
from datetime import datetime
from pathlib import Path
from random import Random

import django

STUDENTS, SECONDS, ROUNDS = 200, 60, 3
CLOCK = "2026-10-07T10:20:00-05:00"
MOST_RATIO = 4
GROWTH = 1.15
"""Between the second round and the last: the first fills what is kept."""
PORT = 8766
SETS = ("Set 7A: latitudes and departures", "Set 7B: misclosure and precision", "Field book: campus loop")
STEPS = ("Today", "week sheet", "item", "draft", "hand-in")
SERVER = Path(__file__).resolve().parents[1]


def main() -> int:
    os.environ["DJANGO_SETTINGS_MODULE"] = "tools.bench_settings"
    os.environ["UNVO_FIXED_CLOCK"] = CLOCK
    django.setup()
    from django.test.runner import DiscoverRunner

    runner = DiscoverRunner(interactive=False, verbosity=0)
    old = runner.setup_databases()
    try:
        return _measure()
    finally:
        runner.teardown_databases(old)


def _measure() -> int:
    from apps.assignments.models import HandIn
    from apps.courses.models import Enrolment
    from apps.layout.models import Item
    from demo.seeding import seed

    seed(datetime.fromisoformat(CLOCK), STUDENTS, False)
    rows = Enrolment.objects.filter(course__slug="srv-110", role="student").select_related("person")
    cookies = {row.person_id: _session(row.person) for row in rows}
    server = _serve()
    fine, memory = True, []
    try:
        _wait()
        for n in range(ROUNDS):
            item = Item.objects.get(title=SETS[n], course__slug="srv-110")
            there = set(HandIn.objects.filter(item=item).exclude(number=None).values_list("person_id", flat=True))
            asked = [cookie for person, cookie in cookies.items() if person not in there]
            steps = _round(asked, item.pk, Random(n))
            kept = HandIn.objects.filter(item=item).exclude(number=None).count() - len(there)
            memory.append(_memory(server.pid))
            took = sorted(seconds for results in steps.values() for seconds, _ in results)
            failed = Counter(status for results in steps.values() for _, status in results if status != 200)
            middle, slow = statistics.median(took), _slow(took)
            good = not failed and kept == len(asked) and slow < MOST_RATIO * middle
            fine = fine and good
            for name, results in steps.items():
                own = sorted(seconds for seconds, _ in results)
                print(f"  {name}: p50 {statistics.median(own) * 1000:.0f} ms, p99 {_slow(own) * 1000:.0f} ms")
            print(
                f"round {n + 1}: {len(took)} requests, failed {dict(failed)}, {kept} of {len(asked)} hand-ins kept,"
                f" p50 {middle * 1000:.0f} ms, p99 {slow * 1000:.0f} ms ({slow / middle:.1f} x),"
                f" server {memory[-1]} MB {'' if good else ' NOT AS IT SHOULD BE'}",
                flush=True,
            )
    finally:
        server.terminate()
        server.wait()
    level = memory[-1] <= GROWTH * memory[1]
    print(f"memory {' -> '.join(map(str, memory))} MB{'' if level else ' GROWS'}")
    return 0 if fine and level else 1


def _session(person: object) -> str:
    from django.contrib.sessions.backends.db import SessionStore

    session = SessionStore()
    session["_auth_user_id"] = str(person.pk)  # type: ignore[attr-defined]
    session["_auth_user_backend"] = "allauth.account.auth_backends.AuthenticationBackend"
    session["_auth_user_hash"] = person.get_session_auth_hash()  # type: ignore[attr-defined]
    session.create()
    return f"sessionid={session.session_key}; csrftoken={'c' * 32}"


def _serve() -> subprocess.Popen[bytes]:
    from django.db import connection

    env = os.environ | {
        "UNVO_DB_NAME": connection.settings_dict["NAME"],
        "PYTHONPATH": f"{SERVER}{os.pathsep}{SERVER.parent / 'core'}",
    }
    granian = str(Path(sys.executable).parent / "granian")
    command = [granian, "--interface", "wsgi", "--host", "127.0.0.1", "--port", str(PORT), "--workers", "2"]
    words = [*command, "--blocking-threads", "4", "--log-level", "error", "config.wsgi:application"]
    return subprocess.Popen(words, cwd=SERVER, env=env)


def _wait() -> None:
    for _ in range(80):
        try:
            _ask("GET", "/api/me", "")
            return
        except OSError:
            time.sleep(0.25)
    raise SystemExit("the server did not start")


def _slow(took: list[float]) -> float:
    return took[int(len(took) * 0.99)]


def _round(cookies: list[str], item: int, random: Random) -> dict[str, list[tuple[float, int]]]:
    """Each student begins at a moment of their own; by step, the seconds that it took and its status."""
    started = time.perf_counter()
    begin = [random.uniform(0, SECONDS - 10) for _ in cookies]
    with ThreadPoolExecutor(max_workers=len(cookies)) as pool:
        walks = pool.map(lambda one: _walk(one[0], item, started + one[1]), zip(cookies, begin, strict=True))
        each = list(walks)
    return {name: [walk[n] for walk in each] for n, name in enumerate(STEPS)}


def _walk(cookie: str, item: int, at: float) -> list[tuple[float, int]]:
    time.sleep(max(0.0, at - time.perf_counter()))
    course = "/api/courses/srv-110"
    steps = (
        ("GET", "/api/today", None),
        ("GET", f"{course}/weeks/7", None),
        ("GET", f"{course}/items/{item}", None),
        ("PUT", f"{course}/items/{item}/hand-in", {"text": f"Closed at 1 : 6 930, {uuid.uuid4()}", "comment": ""}),
        ("POST", f"{course}/items/{item}/hand-in", None),
    )
    found = []
    for method, path, body in steps:
        began = time.perf_counter()
        status = _ask(method, path, cookie, body)
        found.append((time.perf_counter() - began, status))
        time.sleep(0.8)
    return found


def _ask(method: str, path: str, cookie: str, body: object = None) -> int:
    client = http.client.HTTPConnection("127.0.0.1", PORT, timeout=30)
    headers = {"Cookie": cookie, "Content-Type": "application/json"}
    if method != "GET":
        headers |= {"Idempotency-Key": str(uuid.uuid4()), "X-CSRFToken": "c" * 32}
    client.request(method, path, None if body is None else json.dumps(body), headers)
    answer = client.getresponse()
    answer.read()
    client.close()
    return answer.status


def _memory(pid: int) -> int:
    """Megabytes that the server and its workers hold, shared pages counted by share."""
    found = subprocess.run(["pgrep", "-P", str(pid)], capture_output=True, text=True, check=False).stdout.split()
    kilobytes = 0
    for one in (str(pid), *found):
        rollup = Path(f"/proc/{one}/smaps_rollup")
        if rollup.exists():
            line = next(row for row in rollup.read_text().splitlines() if row.startswith("Pss:"))
            kilobytes += int(line.split()[1])
    return kilobytes // 1024


if __name__ == "__main__":
    sys.exit(main())
