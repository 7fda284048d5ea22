"""Groups over the API: made, changed, removed; what names them holds them."""

from __future__ import annotations

from typing import Any

from tests.base import BEHIND, Caller
from tests.cases import RosterCase

from apps.courses.models import Group
from apps.layout.models import Allowance

COURSE = "/courses/srv-110"


class Groups(RosterCase):
    def keep(self, name: str, *members: int, group: int | None = None) -> Any:
        body = {"name": name, "members": list(members)}
        if group is None:
            return self.teacher.send("POST", f"{COURSE}/groups", body)
        return self.teacher.send("PUT", f"{COURSE}/groups/{group}", body)

    def test_a_group_is_made_changed_and_removed(self) -> None:
        other = Caller(BEHIND).person.pk
        pk = self.keep("Crew B", self.student.person.pk, other).json()["id"]
        self.assertIn(pk, self.row()["group_ids"])
        self.keep("Crew Blue", other, group=pk)
        self.assertNotIn(pk, self.row()["group_ids"])
        self.assertEqual(Group.objects.get(pk=pk).name, "Crew Blue")
        self.teacher.send("DELETE", f"{COURSE}/groups/{pk}")
        self.assertFalse(Group.objects.filter(pk=pk).exists())

    def test_one_that_is_in_use_stays(self) -> None:
        group = Group.objects.get(name="Crew A")
        Allowance.objects.create(course=self.course, group=group, given_at="2026-10-01T00:00Z", extra_attempts=1)
        self.refused(self.teacher.send("DELETE", f"{COURSE}/groups/{group.pk}"), 409, "group.in_use")

    def test_strangers_and_names_taken_are_refused(self) -> None:
        self.refused(self.keep("Crew B", self.teacher.person.pk), 422, "group.not_enrolled")
        self.refused(self.keep("crew a"), 422, "group.name_taken")
