"""What many writes at once are held against: the same rows written by pgbench, and the framework's answer to nothing.

The floor is what an answer of a quiz writes (the claim on its key, the answer, its record) in one transaction, sent by
pgbench as often as the server can. Above it stands what this stack can do at all: the answer to "who am I", which reads
a session and a person and writes nothing, asked by as many clients of as many processes.
"""

from __future__ import annotations

import http.client
import os
import re
import subprocess
import tempfile
import time
from collections.abc import Sequence
from concurrent.futures import ThreadPoolExecutor

from tools.measuring import serving

CLIENTS, PORT, ROUNDS = 20, 8771, 10
WRITES = """\\set row random({first}, {last})
BEGIN;
INSERT INTO kernel_answeredrequest (person_id, key, fingerprint, at)
 SELECT id, gen_random_uuid()::text, md5(random()::text), now() FROM people_person
 WHERE id = {person} AND is_active FOR KEY SHARE ON CONFLICT (person_id, key) DO NOTHING;
UPDATE quizzes_attemptquestion SET seq = seq + 1, answers = '{{"answer": "12.345"}}', answered_at = now(),
 seconds = seconds + 9 WHERE id = :row;
INSERT INTO kernel_auditrecord
 (at, actor_id, actor_name, action, course_id, target_kind, target_id, after, why, undone, reversible)
 VALUES (now(), {person}, 'A sitter', 'bench.answer', {course}, 'quiz_attempt', :row, '{{"questions": [2]}}', '', false, false);
COMMIT;
"""


def same_writes() -> float:
    """Transactions a second of pgbench, by `CLIENTS`, on the answers that are there."""
    from apps.kernel.models import AuditRecord
    from apps.quizzes.models import AttemptQuestion

    rows = AttemptQuestion.objects.order_by("pk").values_list("pk", flat=True)
    one = AttemptQuestion.objects.select_related("attempt").latest("pk").attempt
    sql = WRITES.format(first=rows.first(), last=rows.last(), person=one.person_id, course=one.course_id)
    with tempfile.NamedTemporaryFile("w", suffix=".sql") as script:
        script.write(sql)
        script.flush()
        told = pgbench("-n", "-f", script.name, "-c", str(CLIENTS), "-j", "4", "-T", "8")
    assert AuditRecord.objects.filter(action="bench.answer").exists(), "pgbench wrote nothing"
    found = re.search(r"tps = ([\d.]+)", told)
    assert found is not None, told
    return float(found.group(1))


def pgbench(*args: str) -> str:
    from django.db import connection

    known = connection.get_connection_params()
    env = {**os.environ, "PGPASSWORD": str(known.get("password") or "")}
    at = ["-h", str(known["host"]), "-p", str(known["port"]), "-U", str(known["user"])]
    command = ["pgbench", *args, *at, str(connection.settings_dict["NAME"])]
    return subprocess.run(command, env=env, check=True, capture_output=True, text=True).stdout


def answers_to_nothing(cookies: Sequence[str]) -> float:
    """Answers a second to "who am I", by `CLIENTS` of two processes."""

    def ask(cookie: str) -> None:
        client = http.client.HTTPConnection("127.0.0.1", PORT)
        for _ in range(ROUNDS):
            client.request("GET", "/api/me", headers={"Cookie": cookie})
            answer = client.getresponse()
            answer.read()
            assert answer.status == 200, answer.status

    with serving(PORT, processes=2), ThreadPoolExecutor(CLIENTS) as pool:
        start = time.perf_counter()
        list(pool.map(ask, cookies))
        return len(cookies) * ROUNDS / (time.perf_counter() - start)
