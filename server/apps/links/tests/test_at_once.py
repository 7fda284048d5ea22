"""A score is kept by one statement, and that statement lets in what the steps of every service let in, and no more."""

from __future__ import annotations

import json
from collections.abc import Callable
from datetime import datetime
from typing import Any
from unittest import mock

from config.wsgi import application
from django.core.wsgi import get_wsgi_application
from django.db import InterfaceError, connection, connections, transaction
from django.http import HttpResponse
from django.test import Client, override_settings
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
from apps.links.services.doors import MOST_BODY
from apps.links.tests.test_services import MONDAY, Called
from apps.people.models import Person


class WebProcess(Client):
    """A caller from outside, whose calls go all the way that they go in a web process, in the test's transaction."""

    def __init__(self, process: Any = application) -> None:
        super().__init__()
        self.process = process

    def request(self, **request: Any) -> HttpResponse:  # type: ignore[override]
        told: list[tuple[str, list[tuple[str, str]]]] = []
        with mock.patch.object(connections["default"], "close"):
            parts = self.process(self._base_environ(**request), lambda *given: told.append(given))  # type: ignore[arg-type]
        [(status, headers)] = told
        return HttpResponse(b"".join(parts), status=int(status[:3]), headers=dict(headers))


class AtOnce(Called):
    def told(self, body: Any) -> HttpResponse:
        answer: HttpResponse = self.tool.call(WebProcess(), "POST", f"{self.line}/scores", self.token, body)
        return answer

    def status(self) -> int:
        Reported.objects.all().delete()
        return self.told(self.tool.score(self.claims["sub"], 8, 10, MONDAY)).status_code

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

    def test_what_keeps_one_from_being_kept_is_said_as_ever(self) -> None:
        good = self.tool.score(self.claims["sub"], 8, 10, MONDAY)
        for body, status, code in (
            (good, 204, ""),
            (good, 409, "links.older"),
            (good | {"scoreGiven": "eight"}, 400, "links.score_given"),
            ([good], 400, "links.body"),
            (good | {"comment": "x" * MOST_BODY}, 413, "links.body_large"),
        ):
            with self.subTest(status=status, code=code):
                told = self.told(body)
                self.assertEqual(told.status_code, status)
                self.assertEqual(json.loads(told.content or "{}").get("title", ""), code)
                self.assertRegex(told["X-Request-ID"], "^[0-9a-f]{16}$")

    def test_a_call_is_counted_once_whoever_answers_it(self) -> None:
        good = self.tool.score(self.claims["sub"], 8, 10, MONDAY)
        counts: dict[str, list[int]] = {}
        with mock.patch("apps.links.services.pace._counts", counts):
            self.assertEqual([self.told(good).status_code for _ in range(2)], [204, 409])
        self.assertEqual(list(counts.values()), [[2]])

    def test_where_the_database_fails_it_is_tried_once_more_step_by_step(self) -> None:
        with mock.patch.object(service, "keep_where", side_effect=InterfaceError("the connection is closed")) as kept:
            self.assertEqual(self.status(), 204)
        kept.assert_called_once()
        self.assertTrue(Reported.objects.exists())

    def test_one_that_did_not_come_by_tls_where_it_must_is_not_kept(self) -> None:
        body, token = self.tool.score(self.claims["sub"], 8, 10, MONDAY), self.token
        with override_settings(SECURE_SSL_REDIRECT=True, SECURE_PROXY_SSL_HEADER=("HTTP_X_FORWARDED_PROTO", "https")):
            process = WebProcess(service.scores_at_once(get_wsgi_application()))
            plain = self.tool.call(process, "POST", f"{self.line}/scores", token, body)
            self.assertEqual((plain.status_code, Reported.objects.exists()), (301, False))
            process.defaults["HTTP_X_FORWARDED_PROTO"] = "https"
            self.assertEqual(self.tool.call(process, "POST", f"{self.line}/scores", token, body).status_code, 204)

    def test_a_line_of_the_log_tells_of_it(self) -> None:
        with self.assertLogs("unvo.requests", "INFO") as logged:
            self.status()
        [line] = [record for record in logged.records if getattr(record, "path", "").endswith("/scores")]
        self.assertEqual((line.method, line.status), ("POST", 204))  # type: ignore[attr-defined]

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
