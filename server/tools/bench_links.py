"""A linked system that sends 200 scores a second for a minute while students read.

The stand-in sends over the services, by eight connections, for everybody and every set of the course; two web processes
and the worker take them. None may be lost: of every person and item the last that was acknowledged is held, and stands
in the gradebook. None may be out of order: what the records say of one cell only ever becomes later. Reads may take
twice what they take when nothing else goes on.

How many at most go in a second is held against pgbench: the same statement, with all that it asks of system, item and
person, by as many connections. Beside it stands a bare upsert of the row. All with a database that keeps what it
acknowledges (fsync).
"""

from __future__ import annotations

import http.client
import itertools
import json
import os
import re
import statistics
import subprocess
import sys
import tempfile
import time
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from decimal import Decimal
from fractions import Fraction
from pathlib import Path
from threading import Event, Thread
from typing import Any

from tests.homework_service import HomeworkService

from launcher import homework
from tools.bench_writes import pgbench
from tools.measuring import CLOCK, SERVER, serving, signed_in

PORT = 8773
RATE, SECONDS, BY = 200, 60, 20
BETWEEN_SECONDS = 0.2
ASIDE = ("nice", "-n", "5")
"""The stand-in is somebody else's machine in life, and the worker steps aside for readers (launcher/serving.py)."""
LEAST_SHARE = 0.25
READ = "/api/courses/srv-110/weeks/7"
INSERT = """\\set line random(1, {lines})
\\set person random({first}, {last})
INSERT INTO bench_reported (line_item_id, person_id, at, activity, grading, given, most, comment, received_at)
 VALUES (:line, :person, clock_timestamp(), 'Completed', 'FullyGraded', 7.25, 10, '', now())
 ON CONFLICT (line_item_id, person_id) DO UPDATE SET at = EXCLUDED.at, given = EXCLUDED.given,
 received_at = EXCLUDED.received_at, taken_at = NULL WHERE bench_reported.at < EXCLUDED.at;
"""
CELLS = """
CREATE TABLE bench_cell AS
SELECT row_number() OVER () AS number, line.key, known.subject
FROM links_lineitem line JOIN layout_item item ON item.id = line.item_id
JOIN links_known known ON known.system_id = line.system_id
JOIN courses_enrolment learner ON learner.person_id = known.person_id AND learner.course_id = line.course_id
WHERE line.dropped_at IS NULL AND NOT item.removed AND learner.role = 'student'
AND line.system_id = %(system)s AND line.course_id = %(course)s;
CREATE UNIQUE INDEX ON bench_cell (number);
ANALYZE bench_cell;
SELECT count(*) FROM bench_cell;
"""


def measured() -> bool:
    """Prints what was taken, how reads went meanwhile, and the ratio; true when all keep their bars."""
    service = HomeworkService(CLOCK)
    try:
        _prepare(service)
        with _durable(), serving(PORT, processes=2), _worker():
            idle = _reads(6.0)
            begun = datetime.now(UTC)
            with _reading() as times:
                told = _sent(service, RATE, SECONDS, ago=20)
            drained = _drained()
            fine = _kept(told, begun)
            print(
                f"{RATE} scores a second for {SECONDS} s: {told['statuses']} in {told['seconds']:.1f} s, "
                f"p50 {told['half_ms']:.1f} ms, p99 {told['of_a_hundred_99_ms']:.0f} ms; all in the gradebook "
                f"{drained:.1f} s after the last"
            )
            busy = statistics.median(times)
            print(
                f"the week sheet meanwhile: {busy:.1f} ms over {len(times)} reads, alone {idle:.1f} ms "
                f"({busy / idle:.2f} of it, bar 2)"
            )
            fast = _sent(service, 5_000, 1, ago=10)
            floor, plain = _same_statements(), _plain_inserts()
        rate = sum(fast["statuses"].values()) / fast["seconds"]
        print(
            f"as many scores as go: {rate:.0f} a second; the same statement by pgbench {floor:.0f} "
            f"({rate / floor:.3f} of it, bar {LEAST_SHARE}), a bare insert {plain:.0f} ({rate / plain:.3f})"
        )
        return fine and told["seconds"] < SECONDS + 3 and busy <= 2 * idle and rate >= LEAST_SHARE * floor
    finally:
        service.kill()


def _prepare(service: HomeworkService) -> None:
    """The demo's sets in the stand-in, both sides holding the same."""
    from apps.courses.models import Course
    from demo.homework_told import write_told
    from demo.linked import link_sets
    from django.conf import settings

    settings.PUBLIC_ADDRESS = f"http://127.0.0.1:{PORT}"
    settings.LINKS_PRIVATE_HOSTS = [service.host]
    os.environ |= {"UNVO_ADDRESS": settings.PUBLIC_ADDRESS, "UNVO_LINKS_PRIVATE_HOSTS": service.host}
    link_sets(Course.objects.get(slug="srv-110"), service.address, datetime.fromisoformat(CLOCK))
    with tempfile.TemporaryDirectory() as folder:
        write_told(Path(folder) / "told.json")
        homework.prepare(service.env, Path(folder) / "told.json")


def _sent(service: HomeworkService, rate: int, seconds: int, ago: int) -> dict[str, Any]:
    command = [*ASIDE, str(homework.PYTHON), str(homework.HOME / "manage.py"), "send_many"]
    words = ["--rate", str(rate), "--seconds", str(seconds), "--by", str(BY), "--ago", str(ago)]
    told = subprocess.run([*command, *words], cwd=homework.HOME, env=service.env, check=True, capture_output=True)
    found: dict[str, Any] = json.loads(told.stdout)
    return found


@contextmanager
def _durable() -> Iterator[None]:
    """The database keeps what it acknowledges, as that of a place does and that of tests does not."""
    from django.db import connection

    names = ("fsync", "synchronous_commit", "full_page_writes")
    with connection.cursor() as cursor:
        for name in names:
            cursor.execute(f"ALTER SYSTEM SET {name} = on")
        cursor.execute("SELECT pg_reload_conf()")
        try:
            yield
        finally:
            for name in names:
                cursor.execute(f"ALTER SYSTEM RESET {name}")
            cursor.execute("SELECT pg_reload_conf()")


@contextmanager
def _worker() -> Iterator[None]:
    from django.db import connection

    command = [*ASIDE, sys.executable, "manage.py", "procrastinate", "-v", "0", "worker", "--delete-jobs=successful"]
    env = os.environ | {
        "UNVO_DB_NAME": str(connection.settings_dict["NAME"]),
        "PYTHONPATH": f"{SERVER}{os.pathsep}{SERVER.parent / 'core'}",
    }
    worker = subprocess.Popen([*command, "--fetch-job-polling-interval=0.5"], cwd=SERVER, env=env)
    try:
        yield
    finally:
        worker.kill()
        worker.wait()


def _read(client: http.client.HTTPConnection, cookie: str) -> float:
    begun = time.perf_counter()
    client.request("GET", READ, headers={"Cookie": cookie})
    answer = client.getresponse()
    answer.read()
    assert answer.status == 200, answer.status
    return (time.perf_counter() - begun) * 1000


def _reader() -> tuple[http.client.HTTPConnection, str]:
    from apps.people.models import Person

    return http.client.HTTPConnection("127.0.0.1", PORT), signed_in(Person.objects.get(username="rosalind.tarrow"))


def _reads(seconds: float) -> float:
    """Median milliseconds of a student who reads again and again, after a warm-up."""
    client, cookie = _reader()
    for _ in range(20):
        _read(client, cookie)
    ends, times = time.monotonic() + seconds, []
    while time.monotonic() < ends:
        times.append(_read(client, cookie))
        time.sleep(BETWEEN_SECONDS)
    return statistics.median(times)


@contextmanager
def _reading() -> Iterator[list[float]]:
    """A student who reads again and again, while something else goes on."""
    client, cookie = _reader()
    times: list[float] = []
    ended = Event()

    def read() -> None:
        while not ended.wait(BETWEEN_SECONDS):
            times.append(_read(client, cookie))

    thread = Thread(target=read)
    thread.start()
    try:
        yield times
    finally:
        ended.set()
        thread.join()


def _drained() -> float:
    """Seconds until nothing waits any more."""
    from apps.links.models import Reported

    begun = time.monotonic()
    while Reported.objects.filter(taken_at=None).exists() and time.monotonic() < begun + 60:
        time.sleep(0.1)
    return time.monotonic() - begun


def _kept(told: dict[str, Any], begun: datetime) -> bool:
    """Whether the last acknowledged of each is held and stands in the gradebook, and each cell only went forward."""
    from apps.gradebook.models import Score
    from apps.links.models import Known, LineItem, Reported

    subjects = {str(known.subject): known.person_id for known in Known.objects.all()}
    lines = {str(line.key): line for line in LineItem.objects.all()}
    lost, back = [], 0
    for address, subject, at, given in told["last"]:
        line, person = lines[address.rpartition("/")[2]], subjects[subject]
        held = Reported.objects.get(line_item=line, person_id=person)
        score = Score.objects.get(cell__graded_item__item_id=line.item_id, cell__person_id=person, attempt=1)
        if held.at != datetime.fromisoformat(at) or abs(score.raw - Decimal(str(given))) > Decimal("0.01"):
            lost.append((address, subject, at, str(held.at), given, str(score.raw)))
        since = score.events.filter(pgh_created_at__gte=begun).order_by("pgh_id").values_list("raw", flat=True)
        back += sum(after < before for before, after in itertools.pairwise(since))
    refused = {status for status in told["statuses"] if status not in ("204", "409")}
    print(
        f"of {len(told['last'])} cells {len(lost)} do not hold the last that was acknowledged, {back} went back",
        *lost[:3],
    )
    return not lost and not refused and not back and bool(told["last"])


def _plain_inserts() -> float:
    """Transactions a second of pgbench, by `BY` connections, on a table like that of the reports."""
    from apps.links.models import LineItem
    from apps.people.models import Person
    from django.db import connection

    people = Person.objects.order_by("pk").values_list("pk", flat=True)
    with connection.cursor() as cursor:
        cursor.execute("CREATE TABLE bench_reported (LIKE links_reported INCLUDING ALL)")
    return _transactions(INSERT.format(lines=LineItem.objects.count(), first=people.first(), last=people.last()))


def _same_statements() -> float:
    """The same of the statement by which a score is kept, with all that it asks of system, item and person."""
    from apps.links.actions.keep_report import keeping, told_by
    from apps.links.lti import names
    from apps.links.models import LineItem
    from apps.links.services.at_once import PLACE
    from django.db import connection
    from psycopg import ClientCursor
    from unvo_core.links.reports import Activity, Grading, Report

    report = Report(
        at=datetime.fromisoformat(CLOCK),
        activity=Activity.COMPLETED,
        grading=Grading.FULLY_GRADED,
        given=Fraction(29, 4),
        most=Fraction(10),
    )
    line = LineItem.objects.filter(dropped_at=None, item__removed=False).first()
    assert line is not None
    with connection.cursor() as cursor:
        cursor.execute(CELLS, {"system": line.system_id, "course": line.course_id})
        while cursor.nextset():
            pass
        (cells,) = cursor.fetchone()
    sql = keeping(PLACE).replace("%(at)s", "clock_timestamp()")
    for what in ("key", "subject"):
        sql = sql.replace(f"%({what})s", f"(SELECT {what} FROM bench_cell WHERE number = :cell)")
    asked = {"system": line.system_id, "scope": names.SCORES, "course": line.course_id, "section": 0}
    sql = ClientCursor(connection.connection).mogrify(sql, told_by(report) | asked).replace("\n", " ")
    return _transactions(f"\\set cell random(1, {cells})\n{sql};\n")


def _transactions(script: str) -> float:
    with tempfile.NamedTemporaryFile("w", suffix=".sql") as file:
        file.write(script)
        file.flush()
        told = pgbench("-n", "-M", "prepared", "-f", file.name, "-c", str(BY), "-j", "2", "-T", "8")
    found = re.search(r"tps = ([\d.]+)", told)
    assert found is not None, told
    return float(found.group(1))
