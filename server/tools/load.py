"""200 students (or UNVO_LOAD_STUDENTS) open Today, the week sheet and an item and hand in within 60 seconds, three rounds over: nothing is lost,
the slowest hundredth stays under four times the middle, and the server's memory stays level.

The client shares the machine with the server and its database, as it would nowhere else.
"""

from __future__ import annotations

import http.client
import json
import os
import statistics
import sys
import time
import uuid
from collections import Counter
from concurrent.futures import ThreadPoolExecutor
from datetime import datetime
from pathlib import Path
from random import Random

from tools.measuring import CLOCK, measured, serving, signed_in

STUDENTS = int(os.environ.get("UNVO_LOAD_STUDENTS", "200"))
PROCESSES = int(os.environ.get("UNVO_WEB_PROCESSES", "2"))
SECONDS, ROUNDS = 60, 3
MOST_RATIO = 4
GROWTH = 1.15
"""Between the second round and the last: the first fills what is kept."""
PORT = 8766
SETS = ("Set 7A: latitudes and departures", "Set 7B: misclosure and precision", "Field book: campus loop")
STEPS = ("Today", "week sheet", "item", "draft", "hand-in")


def _measure() -> int:
    from apps.assignments.models import HandIn
    from apps.courses.models import Enrolment
    from apps.layout.models import Item
    from demo.seeding import seed

    seed(datetime.fromisoformat(CLOCK), STUDENTS, False)
    rows = Enrolment.objects.filter(course__slug="srv-110", role="student").select_related("person")
    cookies = {row.person_id: f"{signed_in(row.person)}; csrftoken={'c' * 32}" for row in rows}
    fine, memory = True, []
    with serving(PORT, processes=PROCESSES) as processes:
        for n in range(ROUNDS):
            item = Item.objects.get(title=SETS[n], course__slug="srv-110")
            handed_in = HandIn.objects.filter(item=item).exclude(number=None)
            there = set(handed_in.values_list("person_id", flat=True))
            asked = [cookie for person, cookie in cookies.items() if person not in there]
            steps = _round(asked, item.pk, Random(n))
            kept = handed_in.count() - len(there)
            memory.append(_memory(processes))
            print(f"round {n + 1}: {kept} of {len(asked)} hand-ins kept, server {memory[-1]} MB")
            fine = _told(steps) and kept == len(asked) and fine
    level = memory[-1] <= GROWTH * memory[1]
    print(f"memory {' -> '.join(map(str, memory))} MB{'' if level else ' GROWS'}")
    return 0 if fine and level else 1


def _told(steps: dict[str, list[tuple[float, int]]]) -> bool:
    """Prints the times of each step and of all; whether none failed and the slowest are near enough to the middle."""
    for name, results in steps.items():
        own = sorted(seconds for seconds, _ in results)
        print(f"  {name}: p50 {statistics.median(own) * 1000:.0f} ms, p99 {_slow(own) * 1000:.0f} ms")
    took = sorted(seconds for results in steps.values() for seconds, _ in results)
    failed = Counter(status for results in steps.values() for _, status in results if status != 200)
    ratio = _slow(took) / statistics.median(took)
    good = not failed and ratio < MOST_RATIO
    print(
        f"  {len(took)} requests, failed {dict(failed)}, p50 {statistics.median(took) * 1000:.0f} ms,"
        f" p99 {_slow(took) * 1000:.0f} ms ({ratio:.1f} x){'' if good else ' NOT AS IT SHOULD BE'}",
        flush=True,
    )
    return good


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


def _memory(pids: list[int]) -> int:
    """Megabytes that the server's processes hold, shared pages counted by share."""
    kilobytes = 0
    for pid in pids:
        lines = Path(f"/proc/{pid}/smaps_rollup").read_text().splitlines()
        kilobytes += int(next(row for row in lines if row.startswith("Pss:")).split()[1])
    return kilobytes // 1024


if __name__ == "__main__":
    sys.exit(measured(_measure))
