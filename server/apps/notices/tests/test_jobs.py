"""Mail and stalled work: a worker that is killed loses nothing and doubles nothing."""

from __future__ import annotations

from types import SimpleNamespace
from typing import Any
from unittest import mock

from asgiref.sync import async_to_sync
from django.core import mail
from django.db import connection
from django.test import TestCase, override_settings
from procrastinate.contrib.django import app
from procrastinate.contrib.django.models import ProcrastinateJob
from tests.post import deliver

from apps.kernel.jobs import take_up_stalled
from apps.notices.models import OutboxMail
from apps.notices.public import queue_mail


class Mail(TestCase):
    def job(self) -> ProcrastinateJob:
        queue_mail("someone@ostrell.example", "A receipt", "We have it.")
        return ProcrastinateJob.objects.latest("pk")

    @override_settings(EMAIL_BACKEND="apps.notices.outbox.OutboxBackend")
    def test_a_job_taken_up_again_sends_nothing_twice(self) -> None:
        job = self.job()
        deliver(job)
        deliver(job)
        self.assertEqual(OutboxMail.objects.count(), 1)

    @override_settings(EMAIL_BACKEND="apps.notices.outbox.OutboxBackend")
    def test_killed_while_sending_it_is_sent_the_next_time(self) -> None:
        job, real = self.job(), OutboxMail.objects.bulk_create

        def killed(rows: Any) -> None:
            real(rows)
            raise SystemExit

        with mock.patch.object(OutboxMail.objects, "bulk_create", killed), self.assertRaises(SystemExit):
            deliver(job)
        self.assertEqual(OutboxMail.objects.count(), 0)
        deliver(job)
        self.assertEqual(OutboxMail.objects.count(), 1)

    def test_a_second_mail_of_the_same_job_would_be_told_by_its_id(self) -> None:
        job = self.job()
        deliver(job)
        self.assertEqual(mail.outbox[0].extra_headers["Message-ID"], f"<job-{job.pk}@ostrell.example>")


class Stalled(TestCase):
    def doing(self, silent: str) -> ProcrastinateJob:
        """A job in the hands of a worker that gave its last sign so long ago."""
        queue_mail("someone@ostrell.example", "A receipt", "We have it.")
        job = ProcrastinateJob.objects.latest("pk")
        with connection.cursor() as cursor:
            cursor.execute(
                "INSERT INTO procrastinate_workers (last_heartbeat) VALUES (now() - %s::interval) RETURNING id",
                [silent],
            )
            worker = cursor.fetchone()[0]
            cursor.execute(
                "UPDATE procrastinate_jobs SET status = 'doing', worker_id = %s WHERE id = %s", [worker, job.pk]
            )
        return job

    def test_what_a_dead_worker_held_goes_back_and_what_a_living_one_holds_stays(self) -> None:
        dead, living = self.doing("5 minutes"), self.doing("10 seconds")
        context: Any = SimpleNamespace(app=app)
        async_to_sync(take_up_stalled.func)(context, 0)
        states = dict(ProcrastinateJob.objects.values_list("pk", "status"))
        self.assertEqual((states[dead.pk], states[living.pk]), ("todo", "doing"))
