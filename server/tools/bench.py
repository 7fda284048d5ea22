"""Measure against floors measured in the same run: one raw SQL query of the same rows, through the same server.

Prints one line a figure: what, its time, the floor's, the ratio, the bar. Times are medians in
milliseconds over `ROUNDS` requests of one client, after a warm-up, database and server warm.
"""

from __future__ import annotations

import http.client
import statistics
import sys
import time
from collections.abc import Sequence
from datetime import datetime
from random import Random

from tools.measuring import CLOCK, measured, serving, signed_in

ROUNDS, WARM = 200, 30


def _measure() -> int:
    from apps.people.models import Person
    from demo.seeding import seed

    seed(datetime.fromisoformat(CLOCK))
    from tools.bench_questions import measured as questions_measured
    from tools.bench_quizzes import WHOSE, page
    from tools.bench_talk import pages as talk_pages

    cookie, port = signed_in(Person.objects.get(username="rosalind.tarrow")), 8765
    with serving(port):
        ok = all([_pages(port, cookie, COURSE_PAGES), _pages(port, cookie, talk_pages())])
        ok = _pages(port, signed_in(Person.objects.get(username=WHOSE)), page()) and ok
        teacher = signed_in(Person.objects.get(username="ines.varga-oduya"))
        ok = _pages(port, teacher, _gradebook()) and ok
        ok = questions_measured(port, teacher) and ok
    from tools.bench_class import measured as class_measured
    from tools.bench_grading import measured as grading_measured
    from tools.bench_hand_ins import measured as hand_ins_measured
    from tools.bench_links import measured as links_measured
    from tools.bench_quizzes import measured as quizzes_measured
    from tools.bench_search import measured as search_measured
    from tools.bench_talk import measured as talk_measured

    others = (quizzes_measured, hand_ins_measured, class_measured, talk_measured, search_measured, links_measured)
    return 0 if all([_core(), grading_measured(), *(run() for run in others), ok]) else 1


def _get(client: http.client.HTTPConnection, path: str, cookie: str) -> bytes:
    client.request("GET", path, headers={"Cookie": cookie})
    answer = client.getresponse()
    body = answer.read()
    if cookie and answer.status != 200:
        raise SystemExit(f"{path}: {answer.status} {body[:200]!r}")
    return body


def _medians(port: int, paths: tuple[str, str], cookie: str) -> list[tuple[float, int]]:
    """Median milliseconds and bytes of each path, asked for in turn so that both meet the same noise."""
    client = http.client.HTTPConnection("127.0.0.1", port)
    times: dict[str, list[float]] = {path: [] for path in paths}
    sizes = dict.fromkeys(paths, 0)
    for n in range(ROUNDS + WARM):
        for path in paths:
            start = time.perf_counter()
            sizes[path] = len(_get(client, path, cookie))
            if n >= WARM:
                times[path].append((time.perf_counter() - start) * 1000)
    return [(statistics.median(times[path]), sizes[path]) for path in paths]


COURSE_PAGES = (
    ("week sheet", "/api/courses/srv-110/weeks/7", "/api-floor/week", 2.0),
    ("ribbon", "/api/courses/srv-110/ribbon", "/api-floor/ribbon", 2.0),
    ("term map", "/api/courses/srv-110/term", "/api-floor/ribbon", 2.0),
    ("today", "/api/today", "/api-floor/ribbon", 2.0),
    ("standing", "/api/courses/srv-110/standing", "/api-floor/standing", 2.0),
)


def _gradebook() -> Sequence[tuple[str, str, str, float]]:
    from apps.courses.models import Enrolment

    people = Enrolment.objects.filter(course__slug="srv-110", role="student").values_list("person_id", flat=True)
    asked = "&".join(f"person={pk}" for pk in people)
    return (
        ("gradebook", "/api/courses/srv-110/gradebook", "/api-floor/book", 2.0),
        ("its counts", "/api/courses/srv-110/gradebook/counts", "/api-floor/counts", 2.0),
        ("its cells", f"/api/courses/srv-110/gradebook/rows?{asked}", "/api-floor/cells", 2.0),
    )


def _pages(port: int, cookie: str, pages: Sequence[tuple[str, str, str, float]]) -> bool:
    """Each page against the raw query of the same rows (tools.bench_floors)."""
    fine = True
    print(f"{'what':<14}{'ms':>8}{'floor':>8}{'ratio':>8}{'bar':>8}{'bytes':>9}{'floor':>9}")
    for name, path, floor_path, bar in pages:
        (floor, floor_size), (took, size) = _medians(port, (floor_path, path), cookie)
        ratio = took / floor
        fine = fine and ratio <= bar
        print(f"{name:<14}{took:8.2f}{floor:8.2f}{ratio:8.2f}{bar:8.1f}{size:9d}{floor_size:9d}")
    return fine


def _core() -> bool:
    """One student's whole course: 200 items, 300 conditions, in under 5 ms (spec of the path)."""
    from unvo_core.path.conditions import Done, When
    from unvo_core.path.done import Ticked
    from unvo_core.path.evaluate import evaluate
    from unvo_core.path.facts import ItemFacts, PersonFacts
    from unvo_core.path.model import PathItem, PathModule

    from tools.bench_time import measured

    random, now = Random(1), datetime.fromisoformat(CLOCK)
    drawn = [random.sample(range(n), min(n, 1 + n % 2 + (n < 4))) for n in range(200)]
    items = [
        PathItem(id=n, module_id=n // 10, done_rule=Ticked(), whens=(When(tuple(Done((i,)) for i in named)),))
        for n, named in enumerate(drawn)
    ]
    modules = [PathModule(m, tuple(items[m * 10 : m * 10 + 10])) for m in range(20)]
    facts = PersonFacts({n: ItemFacts(ticked_at=now) for n in range(0, 200, 2)})
    times = []
    for _ in range(50):
        start = time.perf_counter()
        evaluate(modules, facts, now)
        times.append((time.perf_counter() - start) * 1000)
    took = statistics.median(times)
    conditions = sum(map(len, drawn))
    fine = True
    for one in measured():
        fine = fine and one.milliseconds <= one.bar
        print(f"{one.what}: {one.milliseconds:.1f} ms, bar {one.bar:.0f} ms")
    print(f"path of 200 items, {conditions} conditions: {took:.2f} ms, bar 5 ms")
    return took <= 5 and fine


if __name__ == "__main__":
    sys.exit(measured(_measure))
