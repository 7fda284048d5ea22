"""A student's own standing says who sent a score."""

from __future__ import annotations

from typing import Any

from tests.base import INSTRUCTOR, KEEPS_UP, Caller

from apps.gradebook.models import Score
from apps.links.tests.test_services import MONDAY, SUNDAY, Called
from apps.people.models import Person


class Sources(Called):
    def source(self) -> Any:
        """What their own standing says of where this score comes from."""
        rows = Caller(KEEPS_UP).get("/courses/srv-110/standing").json()["categories"]
        return next(i for row in rows for i in row["items"] if i["id"] == self.linked_item.pk)["source"]

    def test_their_standing_says_who_sent_a_score_and_how_old_it_is(self) -> None:
        self.assertIsNone(self.source())
        self.send(0, SUNDAY, gradingProgress="Pending")
        self.raw()
        self.assertIsNone(self.source())
        self.send(8, MONDAY)
        self.raw()
        told = self.source()
        self.assertEqual((told["system"], told["at"]), (self.system.name, "2026-10-05T14:00:00Z"))
        self.assertIsNotNone(told["heard_at"])
        row = Score.objects.get(cell__graded_item__item=self.linked_item, cell__person=self.person)
        row.graded_by = Person.objects.get(username=INSTRUCTOR)
        row.save()
        self.assertIsNone(self.source())
