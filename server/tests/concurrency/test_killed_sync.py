"""A web process, and a worker, killed while a linked system sends its scores: after it everything is there, once."""

from __future__ import annotations

import http.client
import json
import signal
import subprocess
import sys
import time
from concurrent.futures import ThreadPoolExecutor
from datetime import datetime, timedelta
from typing import Any

from apps.courses.models import Course
from apps.gradebook.models import Cell, GradedItem, Score
from apps.links.actions.take_reports import take_reports
from apps.links.lti import names
from apps.links.lti.messages import service_base
from apps.links.models import Known, LineItem, Reported
from apps.links.services.doors import bearer
from apps.path.models import Fact
from demo.linked import link_sets
from django.apps import apps
from django.db import connection
from django.test import TransactionTestCase, override_settings

from tests.concurrency.test_killed_server import SERVER, Server, cut_every_connection, other_connection
from tests.worlds import CLOCK, Committed

FROM = datetime.fromisoformat(CLOCK) - timedelta(minutes=10)
SETS = 6
SENDERS = 6


@override_settings(FIXED_CLOCK=CLOCK)
class KilledSync(Committed, TransactionTestCase):
    """Everybody's scores for six sets of which nothing was reported yet."""

    def setUp(self) -> None:
        super().setUp()
        self.course = Course.objects.get(slug="srv-110")
        link_sets(self.course, "http://127.0.0.1:9", datetime.fromisoformat(CLOCK))
        self.lines = list(LineItem.objects.filter(course=self.course, reports=None).order_by("-pk")[:SETS])
        system = self.lines[0].system
        self.lines = [line for line in self.lines if line.system_id == system.pk]
        self.assertGreater(len(self.lines), 2)
        self.token = bearer(system, [names.SCORES])
        self.people = list(Known.objects.filter(system=system, person__enrolments__course=self.course).order_by("pk"))
        sections = self.course.sections.in_bulk()
        enrolled = dict(self.course.enrolments.values_list("person_id", "section_id"))
        self.bases = {k.pk: service_base(self.course, sections[enrolled[k.person_id]]) for k in self.people}
        self.pairs = [(line, known) for line in self.lines for known in self.people]

    def score(self, number: int) -> tuple[str, dict[str, Any]]:
        line, known = self.pairs[number]
        body = {
            "userId": str(known.subject),
            "scoreGiven": number % 11,
            "scoreMaximum": 10,
            "timestamp": (FROM + timedelta(milliseconds=number)).isoformat(),
            "activityProgress": "Completed",
            "gradingProgress": "FullyGraded",
        }
        path = self.bases[known.pk].partition("/lti/")[2]
        return f"/lti/{path}/line-items/{line.key}/scores", body

    def all_there_once(self) -> None:
        """Each is held as it was sent, counted by one change of one score, and one fact says that it was handed in."""
        events = apps.get_model("gradebook.ScoreEvent")._default_manager
        for number, (line, known) in enumerate(self.pairs):
            held = Reported.objects.get(line_item=line, person=known.person_id)
            self.assertEqual((held.at, held.given), (FROM + timedelta(milliseconds=number), number % 11))
            self.assertIsNotNone(held.taken_at)
            here = {"cell__graded_item__item": line.item_id, "cell__person": known.person_id}
            score = Score.objects.get(**here)
            self.assertEqual(events.filter(cell_id=score.cell_id).count(), 1)
            facts = Fact.objects.filter(item=line.item_id, person=known.person_id, kind=Fact.HANDED_IN)
            self.assertEqual(facts.count(), 1)

    def test_a_web_process_killed_while_scores_come_in(self) -> None:
        server = Server()
        server.start()
        self.addCleanup(lambda: server.kill())
        acknowledged: list[int] = []

        def send(number: int) -> None:
            """Until it is acknowledged, as the standard has a system do."""
            path, body = self.score(number)
            for _ in range(200):
                line = http.client.HTTPConnection("127.0.0.1", server.port, timeout=10)
                try:
                    line.request("POST", path, json.dumps(body), {"Authorization": f"Bearer {self.token}"})
                    status = line.getresponse().status
                except (OSError, http.client.HTTPException):
                    time.sleep(0.1)
                    continue
                # Kept before the line was cut is not later than what is held.
                self.assertIn(status, (204, 409))
                acknowledged.append(number)
                return

        with ThreadPoolExecutor(SENDERS) as pool:
            sent = [pool.submit(send, number) for number in range(len(self.pairs))]
            while len(acknowledged) < len(self.pairs) // 3:
                time.sleep(0.01)
            server.kill()
            self.assertLess(len(acknowledged), len(self.pairs))
            server.start()
            for one in sent:
                one.result()
        self.assertEqual(sorted(acknowledged), list(range(len(self.pairs))))
        take_reports()
        take_reports()
        self.all_there_once()

    def test_a_database_that_cuts_the_connection_a_thread_keeps(self) -> None:
        server = Server()
        server.start()
        self.addCleanup(lambda: server.kill())
        line = http.client.HTTPConnection("127.0.0.1", server.port, timeout=30)
        statuses = []
        for number in range(24):
            if number % 12 == 6:
                cut_every_connection()
            path, body = self.score(number)
            line.request("POST", path, json.dumps(body), {"Authorization": f"Bearer {self.token}"})
            told = line.getresponse()
            told.read()
            statuses.append(told.status)
        self.assertEqual(statuses, [204] * 24)
        self.assertEqual(Reported.objects.filter(line_item__in=self.lines).count(), 24)

    def worker(self) -> subprocess.Popen[bytes]:
        command = [sys.executable, "manage.py", "procrastinate", "-v", "0", "worker", "--delete-jobs=successful"]
        found = subprocess.Popen([*command, "--fetch-job-polling-interval=0.5"], cwd=SERVER, env=Server().environment())
        self.addCleanup(found.wait, 20)
        self.addCleanup(found.kill)
        return found

    def until(self, what: str, seconds: float = 60) -> None:
        """Wait for a row of this query."""
        ends = time.monotonic() + seconds
        with connection.cursor() as cursor:
            while time.monotonic() < ends:
                cursor.execute(what)
                if cursor.fetchone() is not None:
                    return
                time.sleep(0.1)
        self.fail(f"never: {what}")

    def send_all(self, numbers: range) -> None:
        for number in numbers:
            path, body = self.score(number)
            told = self.client.post(
                path, json.dumps(body), "application/json", headers={"Authorization": f"Bearer {self.token}"}
            )
            self.assertEqual(told.status_code, 204, told.content)

    def test_a_worker_killed_while_it_takes_them(self) -> None:
        """It hangs on a row in the middle and is killed there; the next score that comes has the rest be taken too."""
        self.send_all(range(len(self.pairs) - 1))
        barred = sorted(line.pk for line in self.lines)[len(self.lines) // 2]
        graded = GradedItem.objects.get(item=LineItem.objects.get(pk=barred).item_id)
        Cell.objects.get_or_create(graded_item=graded, person_id=self.people[0].person_id)
        with other_connection() as other:
            other.execute(f"SELECT 1 FROM {Cell._meta.db_table} WHERE graded_item_id = %s FOR UPDATE", [graded.pk])
            first = self.worker()
            self.until(
                "SELECT 1 FROM pg_locks JOIN pg_stat_activity USING (pid)"
                " WHERE NOT granted AND datname = current_database() AND query LIKE '%gradebook_%'"
            )
            first.send_signal(signal.SIGKILL)
            first.wait(20)
        waiting = set(Reported.objects.filter(taken_at=None).values_list("line_item_id", flat=True))
        taken = set(
            Reported.objects.filter(line_item__in=self.lines).exclude(taken_at=None).values_list("line_item_id")
        )
        self.assertIn(barred, waiting)
        self.assertTrue(taken)
        self.assertFalse({pk for (pk,) in taken} & waiting, "of one item all are taken or none")
        self.worker()
        self.send_all(range(len(self.pairs) - 1, len(self.pairs)))
        self.until("SELECT 1 WHERE NOT EXISTS (SELECT 1 FROM links_reported WHERE taken_at IS NULL)")
        self.all_there_once()
