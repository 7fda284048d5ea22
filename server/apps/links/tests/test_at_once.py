"""A score is kept by one statement, and that statement lets in what the steps of every service let in, and no more."""

from __future__ import annotations

from collections.abc import Callable
from unittest import mock

from django.db import connection, transaction
from django.test.utils import CaptureQueriesContext
from tests.base import KEEPS_UP

from apps.courses.models import Course, Enrolment, Section
from apps.kernel.clock import now
from apps.layout.models import Item, Module
from apps.links.lti import names
from apps.links.models import Deployment, Known, LineItem, LinkedSystem, Reported
from apps.links.services import scores as service
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

    def test_it_is_one_statement(self) -> None:
        with CaptureQueriesContext(connection) as asked:
            self.assertEqual(self.status(), 204)
        # The first takes away what an earlier one left.
        self.assertEqual(len(asked), 2, [one["sql"] for one in asked])

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
