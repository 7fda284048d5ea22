"""An assignment that 200 hand in at once: a text is kept and handed in by each, with 20 connections.

None may be lost, none handed in twice, and each has a receipt of its own. Its rate is told beside that of pgbench
(tools.bench_writes) without a bar: a hand-in is two requests with some forty statements.
"""

from __future__ import annotations

import http.client
import statistics
import time
from concurrent.futures import ThreadPoolExecutor

from tools.bench_quizzes import STUDENTS, TOKEN, more_students, send
from tools.bench_writes import CLIENTS, same_writes
from tools.measuring import serving, signed_in

PORT = 8769


def measured() -> bool:
    """Prints how many are there, the rate and the latencies; true when none is lost and none is twice."""
    from apps.assignments.models import HandIn
    from apps.courses.models import Enrolment
    from apps.layout.models import Item

    first = Item.objects.get(title="Latitudes and departures", course__slug="srv-110")
    item = Item.objects.create(
        course_id=first.course_id, module_id=first.module_id, kind="assignment", title="All at once, in text", position=998,
        published=True, done_rule="handed_in", takes_hand_ins=True,
    )  # fmt: skip
    more_students()
    rows = Enrolment.objects.filter(course__slug="srv-110", role="student").select_related("person")[:STUDENTS]
    cookies = [f"{signed_in(row.person)}; csrftoken={TOKEN}" for row in rows]
    at = f"/api/courses/srv-110/items/{item.pk}/hand-in"

    def one(cookie: str) -> float:
        client = http.client.HTTPConnection("127.0.0.1", PORT)
        begun = time.perf_counter()
        send(client, "PUT", at, cookie, {"text": "Leg AB 42.18 m", "comment": "", "attempt": 1, "edition": 0})
        send(client, "POST", f"{at}?attempt=1&edition=1", cookie, None)
        return (time.perf_counter() - begun) * 1000

    with serving(PORT, processes=2), ThreadPoolExecutor(CLIENTS) as pool:
        start = time.perf_counter()
        times = sorted(pool.map(one, cookies))
        took = time.perf_counter() - start
    kept = HandIn.objects.filter(item=item, handed_in_at__isnull=False)
    receipts = kept.values("number").distinct().count()
    rate, floor = STUDENTS / took, same_writes()
    print(f"200 hand-ins at once: {kept.count()} kept with {receipts} receipts, {rate:.0f} a second", end="")
    print(
        f"; pgbench {floor:.0f} ({rate / floor:.3f} of it); p50 {statistics.median(times):.0f} ms, the last {times[-1]:.0f} ms"
    )
    return kept.count() == receipts == STUDENTS
