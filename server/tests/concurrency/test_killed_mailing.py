"""A worker that is killed in the middle of a mailing to 2,000: everybody gets one mail, nobody two."""

from __future__ import annotations

import subprocess
import sys
from collections import Counter
from types import SimpleNamespace
from typing import Any

from apps.courses.models import Course, Enrolment
from apps.kernel.jobs import take_up_stalled
from apps.notices.models import OutboxMail
from apps.people.models import Person
from asgiref.sync import async_to_sync
from django.db import connection
from django.test import TransactionTestCase, override_settings
from procrastinate.contrib.django import app
from procrastinate.contrib.django.models import ProcrastinateJob

from tests.base import INSTRUCTOR, Caller
from tests.concurrency.test_killed_server import SERVER, Server
from tests.places import until
from tests.worlds import CLOCK, Committed

READERS = 2_000
QUIET: dict[str, Any] = {"stdout": subprocess.DEVNULL, "stderr": subprocess.DEVNULL}


@override_settings(FIXED_CLOCK=CLOCK)
class KilledMailing(Committed, TransactionTestCase):
    def setUp(self) -> None:
        super().setUp()
        course = Course.objects.get(slug="srv-110")
        people = Person.objects.bulk_create(
            Person(username=f"r{n}", email=f"r{n}@ostrell.example", name=f"Reader {n}", sort_name=f"Reader {n:04d}")
            for n in range(READERS)
        )
        Enrolment.objects.bulk_create(Enrolment(course=course, person=p, role="student") for p in people)

    def worker(self) -> subprocess.Popen[bytes]:
        command = [sys.executable, "manage.py", "procrastinate", "-v", "0", "worker", "--delete-jobs=successful"]
        made = subprocess.Popen(command, cwd=SERVER, env=Server().environment(), **QUIET)
        self.addCleanup(made.wait)
        self.addCleanup(made.kill)
        return made

    def test_everybody_gets_one_and_nobody_two(self) -> None:
        said = {"title": "The bench mark has moved", "html": "<p>Use BM 7 from today.</p>", "published": True}
        answer = Caller(INSTRUCTOR).send("POST", "/courses/srv-110/announcements", said)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        mails = OutboxMail.objects.filter(subject__contains="The bench mark has moved", to__startswith="r")
        first = self.worker()
        until(lambda: mails.count() > READERS // 4, "a quarter of the mails", 120)
        first.kill()
        first.wait()
        sent = mails.count()
        self.assertLess(sent, READERS, "it was killed in the middle")
        self.fall_silent()
        self.worker()
        until(lambda: not ProcrastinateJob.objects.filter(status__in=("todo", "doing")).exists(), "the rest", 240)
        counts = Counter(mails.filter(to__regex=r"^r\d+@").values_list("to", flat=True))
        self.assertEqual(len(counts), READERS)
        self.assertEqual(set(counts.values()), {1})

    def fall_silent(self) -> None:
        """The dead worker gives no sign for so long that what it held is taken up again."""
        with connection.cursor() as cursor:
            cursor.execute("UPDATE procrastinate_workers SET last_heartbeat = now() - interval '5 minutes'")
        context: Any = SimpleNamespace(app=app)
        async_to_sync(take_up_stalled.func)(context, 0)
