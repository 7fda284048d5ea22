"""A quiz that 200 sit at once: begun, ten questions answered one by one, handed in by the clock in one second.

None may be lost and none handed in twice; answers are kept at a rate of at least a third of what pgbench writes of the
same rows (tools.bench_writes), and the slowest hundredth stays within four times the middle.
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
from concurrent.futures import ThreadPoolExecutor
from datetime import datetime, timedelta
from typing import Any

from tools.bench_writes import CLIENTS, answers_to_nothing, same_writes
from tools.measuring import CLOCK, SERVER, serving, signed_in

STUDENTS, QUESTIONS, PORT = 200, 10, 8767
LEAST_RATE, MOST_RATIO, MOST_SECONDS = 1 / 3, 4.0, 30.0
TOKEN = "q" * 32

WHOSE = "marit.osei-lindgren"
"""Has an attempt under way."""


def measured() -> bool:
    """Prints rate, latencies and the hand-in; true when all keep their bars."""
    from apps.courses.models import Enrolment
    from apps.quizzes.models import AttemptQuestion, QuizAttempt

    item = _quiz()
    more_students()
    rows = Enrolment.objects.filter(course__slug="srv-110", role="student").select_related("person")[:STUDENTS]
    cookies = [f"{signed_in(row.person)}; csrftoken={TOKEN}" for row in rows]
    with serving(PORT, processes=2), ThreadPoolExecutor(CLIENTS) as pool:
        start = time.perf_counter()
        sat = list(pool.map(lambda cookie: _sit(item, cookie), cookies))
        took = time.perf_counter() - start
    kept = AttemptQuestion.objects.filter(attempt__item_id=item).exclude(answered_at=None).count()
    times = sorted(ms for own in sat for ms in own)
    p50, p99 = statistics.median(times), times[int(len(times) * 0.99)]
    rate, floor = len(times) / took, same_writes()
    print(
        f"200 at once: {kept} of {STUDENTS * QUESTIONS} answers kept, {rate:.0f} a second; pgbench of the same rows"
        f" {floor:.0f}",
        end="",
    )
    print(
        f" ({rate / floor:.2f} of it, bar {LEAST_RATE:.2f}); p50 {p50:.0f} ms, p99 {p99:.0f} ms (bar {MOST_RATIO:.0f} x)"
    )
    print(f"  of what writes nothing ('who am I') the same processes answer {answers_to_nothing(cookies):.0f} a second")
    seconds, receipts = _handed_in(item)
    attempts = QuizAttempt.objects.filter(item_id=item).count()
    print(f"handed in by the clock in one second: {receipts} of {attempts}, the last after {seconds:.1f} s", end="")
    print(f", bar {MOST_SECONDS:.0f} s")
    whole = kept == STUDENTS * QUESTIONS and receipts == attempts == STUDENTS
    return whole and rate >= LEAST_RATE * floor and p99 <= MOST_RATIO * p50 and seconds <= MOST_SECONDS


def page() -> tuple[tuple[str, str, str, float]]:
    """An attempt under way as its page asks for it: name, address, floor's address, bar."""
    from apps.quizzes.models import QuizAttempt

    item = QuizAttempt.objects.get(person__username=WHOSE, handed_in_at=None).item_id
    at = f"/api/courses/srv-110/items/{item}/quiz/attempts/1?holder=a-tab-of-a-bench"
    return (("quiz", at, f"/api-floor/quiz?item={item}", 2.0),)


def _quiz() -> int:
    """Ten questions with versions, open to everyone."""
    from apps.layout.models import Item
    from apps.questions.models import BankQuestion
    from apps.quizzes.models import Quiz

    first = Item.objects.get(title="Latitudes and departures", course__slug="srv-110")
    item = Item.objects.create(
        course_id=first.course_id, module_id=first.module_id, kind="quiz", title="All at once", position=999,
        published=True, points=20, done_rule="handed_in", takes_hand_ins=True,
    )  # fmt: skip
    named = BankQuestion.objects.filter(bank__course_id=first.course_id, bank__name__in=("Curves", "Setting out"))
    Quiz.objects.create(item=item, minutes=30, questions=[{"question": q.pk, "points": "2"} for q in named[:QUESTIONS]])
    return int(item.pk)


def more_students() -> None:
    """As many students as sit it."""
    from apps.courses.models import Course, Enrolment
    from apps.people.models import Person

    course = Course.objects.get(slug="srv-110")
    missing = STUDENTS - Enrolment.objects.filter(course=course, role="student").count()
    section = course.sections.first()
    people = Person.objects.bulk_create(
        Person(username=f"q{n}", email=f"q{n}@ostrell.example", name=f"Sitter {n}", sort_name=f"Sitter {n:03d}")
        for n in range(missing)
    )
    Enrolment.objects.bulk_create(Enrolment(course=course, person=p, role="student", section=section) for p in people)


def _sit(item: int, cookie: str) -> list[float]:
    """Milliseconds of each answer, from being sent to being acknowledged."""
    client, holder = http.client.HTTPConnection("127.0.0.1", PORT), str(uuid.uuid4())
    at = f"/api/courses/srv-110/items/{item}/quiz"
    taking = send(client, "POST", f"{at}/attempts", cookie, {"holder": holder})
    times = []
    for question in taking["questions"]:
        field = question["shown"]["fields"][0]
        value = [field["options"][0]["name"]] if field["options"] else "12.345"
        given = {"question": question["id"], "answers": {field["name"]: value}, "seq": 1, "seconds": 9}
        start = time.perf_counter()
        send(client, "PUT", f"{at}/answers", cookie, {"number": 1, "holder": holder, "given": [given]})
        times.append((time.perf_counter() - start) * 1000)
    return times


def send(client: http.client.HTTPConnection, method: str, path: str, cookie: str, body: object) -> Any:
    headers = {
        "Cookie": cookie, "X-CSRFToken": TOKEN, "Content-Type": "application/json", "Idempotency-Key": str(uuid.uuid4()),
    }  # fmt: skip
    client.request(method, path, json.dumps(body), headers)
    answer = client.getresponse()
    found = answer.read()
    if answer.status != 200:
        raise SystemExit(f"{path}: {answer.status} {found[:300]!r}")
    return json.loads(found)


def _handed_in(item: int) -> tuple[float, int]:
    """Seconds from the end of the time to the last hand-in by the worker, and how many receipts there are."""
    from apps.quizzes.jobs import hand_in_attempt
    from apps.quizzes.models import QuizAttempt
    from django.db import connection
    from django.utils import timezone

    ends = timezone.now() + timedelta(seconds=4)
    past = datetime.fromisoformat(CLOCK) - timedelta(seconds=1)
    QuizAttempt.objects.filter(item_id=item).update(ends_at=past)
    wishes: list[dict[str, Any]] = [
        {"attempt_id": pk} for pk in QuizAttempt.objects.values_list("pk", flat=True).filter(item_id=item)
    ]
    hand_in_attempt.configure(schedule_at=ends).batch_defer(*wishes)
    command = [sys.executable, "manage.py", "procrastinate", "-v", "0", "worker", "--delete-jobs=successful"]
    env = {
        **os.environ, "UNVO_DB_NAME": str(connection.settings_dict["NAME"]),
        "PYTHONPATH": f"{SERVER}{os.pathsep}{SERVER.parent / 'core'}",
    }  # fmt: skip
    worker = subprocess.Popen([*command, "--fetch-job-polling-interval=0.5"], cwd=SERVER, env=env)
    try:
        while QuizAttempt.objects.filter(item_id=item, handed_in_at=None).exists():
            if timezone.now() > ends + timedelta(seconds=120):
                break
            time.sleep(0.1)
        return (timezone.now() - ends).total_seconds(), _receipts(item)
    finally:
        worker.kill()
        worker.wait()


def _receipts(item: int) -> int:
    """How many were handed in, once each by the records."""
    from apps.kernel.models import AuditRecord
    from apps.quizzes.models import QuizAttempt

    attempts = list(QuizAttempt.objects.filter(item_id=item).exclude(receipt_number=None).values_list("pk", flat=True))
    records = AuditRecord.objects.filter(action="quiz.hand_in", target_id__in=attempts).count()
    return len(attempts) if records == len(attempts) else -records
