"""A score is kept by one statement, and that statement lets in what the steps of every service let in, and no more."""

from __future__ import annotations

from collections.abc import Callable
from datetime import datetime
from unittest import mock

from django.db import connection, transaction
from django.test.utils import CaptureQueriesContext
from procrastinate.contrib.django.models import ProcrastinateJob
from tests.base import KEEPS_UP

from apps.courses.models import Course, Enrolment, Section
from apps.kernel.clock import now
from apps.layout.models import Item, Module
from apps.links import jobs
from apps.links.lti import names
from apps.links.models import Deployment, Known, LineItem, LinkedSystem, Reported
from apps.links.services import at_once as service
from apps.links.tests.test_services import MONDAY, Called
from apps.people.models import Person


class AtOnce(Called):
    def status(self) -> int:
        Reported.objects.all().delete()
        body = self.tool.score(self.claims["sub"], 8, 10, MONDAY)
        answer = self.tool.call(self.outside, "POST", f"{self.line}/scores", self.token, body)
        return int(answer.status_code)

    def setUp(self) -> None:
        super().setUp()
        self.token = self.tool.token(self.outside, "score")

    def test_it_is_one_statement_that_is_planned_once(self) -> None:
        for _ in range(2):
            with CaptureQueriesContext(connection) as asked:
                self.assertEqual(self.status(), 204)
            # What takes away what an earlier one left; the one that keeps it goes past Django, which captures.
            self.assertEqual(len(asked), 1, [one["sql"] for one in asked])
        with connection.cursor() as cursor:
            cursor.execute(
                "SELECT count(*), min(generic_plans + custom_plans) FROM pg_prepared_statements"
                " WHERE statement LIKE '%%INSERT INTO links_reported%%'"
            )
            statements, times = cursor.fetchone()
        self.assertEqual(statements, 1)
        self.assertGreaterEqual(times, 2)

    def test_while_many_come_they_are_taken_by_the_many(self) -> None:
        self.status()
        job = ProcrastinateJob.objects.get(queueing_lock="links.take_reports", status="todo")
        with mock.patch.object(jobs, "MANY", 2):
            jobs.take()
            self.assertEqual(self.soonest(), job.scheduled_at, "one is not many")
        with mock.patch.object(jobs, "MANY", 1):
            self.status()
            jobs.take()
        later = self.soonest()
        self.assertGreaterEqual((later - job.scheduled_at).total_seconds(), 4)
        self.status()
        self.assertEqual(self.soonest(), later, "what comes meanwhile waits along")

    def soonest(self) -> datetime:
        when = ProcrastinateJob.objects.get(queueing_lock="links.take_reports", status="todo").scheduled_at
        assert when is not None
        return when

    def changes(self) -> dict[str, Callable[[], object]]:
        """What may have become otherwise since the system was given its token."""
        system = LinkedSystem.objects.filter(pk=self.system.pk)
        course, item = Course.objects.filter(pk=self.course.pk), Item.objects.filter(pk=self.linked_item.pk)
        own = Enrolment.objects.filter(course=self.course, person=self.person)
        other = Course.objects.exclude(pk=self.course.pk).first()
        return {
            "nothing": lambda: None,
            "off": lambda: system.update(off=True),
            "waits": lambda: system.update(waits=True),
            "scope taken": lambda: system.update(scopes=[s for s in names.SCOPES if s != names.SCORES]),
            "of another course": lambda: system.update(course=other),
            "deployed elsewhere": lambda: Deployment.objects.filter(system=self.system).update(course=other),
            "deployed nowhere": lambda: Deployment.objects.filter(system=self.system).delete(),
            "archived": lambda: course.update(archived_at=now()),
            "removed": lambda: course.update(removed_at=now()),
            "item removed": lambda: item.update(removed=True),
            "module removed": lambda: Module.objects.filter(pk=self.linked_item.module_id).update(removed=True),
            "line item dropped": lambda: LineItem.objects.filter(item=self.linked_item).update(dropped_at=now()),
            "left": lambda: own.delete(),
            "teaches now": lambda: own.update(role=Enrolment.ASSISTANT),
            "another section": lambda: own.update(
                section=Section.objects.filter(course=self.course).exclude(pk=own.get().section_id).first()
            ),
            "unknown there": lambda: Known.objects.filter(system=self.system, person=self.person).delete(),
        }

    def test_it_lets_in_what_the_steps_let_in(self) -> None:
        self.assertEqual(Person.objects.get(username=KEEPS_UP), self.person)
        refused = 0
        for what, change in self.changes().items():
            with self.subTest(what), transaction.atomic():
                change()
                told = self.status()
                with mock.patch.object(service, "_kept_at_once", return_value=False):
                    self.assertEqual(told, self.status())
                self.assertEqual(told == 204, what == "nothing", told)
                refused += told != 204
                transaction.set_rollback(True)
        self.assertEqual(refused, len(self.changes()) - 1)
