"""Dates that a system states, compared with the course's, and what a system made by itself."""

from __future__ import annotations

from datetime import datetime
from typing import Any

from procrastinate.contrib.django.models import ProcrastinateJob
from tests.base import BEHIND, INSTRUCTOR, Caller

from apps.checks.checking import findings, key_of
from apps.courses.models import Course, Enrolment
from apps.gradebook.models import Score
from apps.layout.models import Allowance, Item
from apps.layout.queries import layout
from apps.links.actions.take_reports import take_reports
from apps.links.models import LineItem, Placement
from apps.links.tests.test_holding import Holding
from apps.links.tests.test_services import MONDAY, TUESDAY
from apps.links.tests.tool import AGS

MINUTE = datetime.fromisoformat(TUESDAY).replace(microsecond=0)
"""A due moment is kept to the minute."""


class Dates(Holding):
    def setUp(self) -> None:
        super().setUp()
        self.of_other = self.arrive(BEHIND)[AGS]["lineitem"]
        self.assertNotEqual(self.of_other, self.line, "the same line item in another context")

    def states(self, ends: str, of_other: str) -> None:
        """What the system says of either section."""
        lines = [{"id": self.line, "endDateTime": ends}, {"id": self.of_other, "endDateTime": of_other}]
        self.pages.at["/state"] = {"lineItems": lines}
        self.assertTrue(self.fetch())

    def differing(self, code: str = "linked.due_differs") -> list[Any]:
        course = Course.objects.get(pk=self.course.pk)
        return [f for f in findings(course) if f.code == code]

    def test_a_date_of_one_section_is_settled_for_that_section(self) -> None:
        ours = layout(self.course).items[self.linked_item.pk].span.due.isoformat()
        self.states(TUESDAY, ours)
        self.assertEqual(self.differing(), [])
        teacher, path = Caller(INSTRUCTOR), "/courses/srv-110/date-check"
        section = Enrolment.objects.get(course=self.course, person=self.person).section
        (found,) = [f for f in teacher.get(path).json()["findings"] if f["code"] == "linked.section_differs"]
        self.assertIn(section.name, found["sentence"])
        self.assertIn(section.name, found["fix"])
        mails = ProcrastinateJob.objects.filter(task_name="notices.send_mail").count()
        fixed = teacher.send("POST", f"{path}/fix", {"keys": [found["key"]]})
        self.assertEqual(fixed.status_code, 200, fixed.content)
        self.assertEqual(self.differing("linked.section_differs"), [])
        told = [self.call("GET", line, "lineitem").json()["endDateTime"] for line in (self.line, self.of_other)]
        self.assertEqual([datetime.fromisoformat(at) for at in told], [MINUTE, datetime.fromisoformat(ours)])
        self.assertGreater(
            ProcrastinateJob.objects.filter(task_name="notices.send_mail").count(), mails, "the section is told"
        )
        teacher.send("POST", f"/courses/srv-110/changes/{fixed.json()['undo']}/undo")
        self.assertEqual(len(self.differing("linked.section_differs")), 1)
        self.states(ours, ours)
        self.assertEqual(self.differing("linked.section_differs"), [])

    def test_a_section_that_has_its_own_date_in_both_is_right(self) -> None:
        section = Enrolment.objects.get(course=self.course, person=self.person).section
        wish = {"section_id": section.pk, "item_id": self.linked_item.pk, "extra_attempts": 2}
        for walls in ({"due": "2026-10-06T08:00"}, {"due": "2026-10-06T09:00"}):
            given = Caller(INSTRUCTOR).send("POST", "/courses/srv-110/allowances", wish | {"walls": walls})
            self.assertEqual(given.status_code, 200, given.content)
        ours = layout(Course.objects.get(pk=self.course.pk)).items[self.linked_item.pk].span.due.isoformat()
        self.states(TUESDAY, ours)
        self.assertEqual(self.differing() + self.differing("linked.section_differs"), [])
        self.states(ours, ours)
        (found,) = self.differing("linked.section_differs")
        self.assertEqual(found.params["section"], section.name)
        # The allowance that is there is changed, and says whatever else it says.
        key = key_of(found)
        Caller(INSTRUCTOR).send("POST", "/courses/srv-110/date-check/fix", {"keys": [key]})
        given = Allowance.objects.filter(item=self.linked_item, removed=False).order_by("pk")
        self.assertEqual([("due" in row.walls, row.extra_attempts) for row in given], [(False, 2), (True, 2)])
        self.assertEqual(self.differing("linked.section_differs"), [])

    def test_a_date_that_differs_is_settled_either_way(self) -> None:
        self.states(TUESDAY, TUESDAY)
        (found,) = self.differing()
        self.assertEqual(found.place.id, self.linked_item.pk)
        teacher = Caller(INSTRUCTOR)
        told = teacher.send("POST", f"/courses/srv-110/items/{self.linked_item.pk}/link/dates")
        self.assertEqual(told.status_code, 200, told.content)
        self.assertEqual(self.differing(), [])
        self.fetch()
        (key,) = [
            f["key"]
            for f in teacher.get("/courses/srv-110/date-check").json()["findings"]
            if f["code"] == "linked.due_differs"
        ]
        teacher.send("POST", "/courses/srv-110/date-check/fix", {"keys": [key]})
        self.assertEqual(self.differing(), [])
        due = layout(Course.objects.get(pk=self.course.pk)).items[self.linked_item.pk].span.due
        self.assertEqual(due.isoformat(), "2026-10-06T14:00:00+00:00")

    def test_a_stray_line_item_is_a_proposal_and_becomes_an_item_with_its_scores(self) -> None:
        made = self.call("POST", self.lines, "lineitem", body={"label": "Extra practice", "scoreMaximum": 5}).json()
        body = self.tool.score(self.claims["sub"], 4, 5, MONDAY)
        self.call("POST", f"{made['id']}/scores", "score", body=body)
        teacher = Caller(INSTRUCTOR)
        found = teacher.get("/courses/srv-110/date-check").json()["findings"]
        (stray,) = [f for f in found if f["code"] == "linked.stray"]
        self.assertIn("Extra practice", stray["sentence"])
        teacher.send("POST", "/courses/srv-110/date-check/fix", {"keys": [stray["key"]]})
        item = Item.objects.get(title="Extra practice")
        self.assertEqual((item.kind, item.published, float(item.points or 0)), ("linked", False, 5))
        self.assertEqual(LineItem.objects.get(item=item).label, "Extra practice")
        take_reports()
        self.assertEqual(str(Score.objects.get(cell__graded_item__item=item).raw), "4.00")

    def test_a_copy_opens_the_same_content_by_a_link_of_its_own(self) -> None:
        module = self.linked_item.module_id
        Caller(INSTRUCTOR).send(
            "POST", "/courses/srv-110/copy-in", {"item_id": self.linked_item.pk, "into_module": module}
        )
        copy = Placement.objects.get(item__copied_from=self.linked_item.pk)
        own = Placement.objects.get(item=self.linked_item)
        self.assertEqual((copy.address, copy.system), (own.address, own.system))
        self.assertNotEqual(copy.key, own.key)
