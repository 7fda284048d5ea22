"""Two accounts of one person that a system knows both: after they are merged it may call them by either name."""

from __future__ import annotations

from tests.base import ADMINISTRATOR, KEEPS_UP, Caller

from apps.courses.models import Enrolment
from apps.links.models import Known, KnownIn
from apps.links.tests.test_services import MONDAY, TUESDAY, Called
from apps.links.visits import first_visits
from apps.people.models import Person


class Merged(Called):
    def setUp(self) -> None:
        super().setUp()
        mine = Enrolment.objects.get(course=self.course, person=self.person)
        double = Person.objects.create(username="double", email="rt@x.example", name="R. T.", sort_name="T., R.")
        Enrolment.objects.create(course=self.course, person=double, role="student", section=mine.section)
        self.former = self.arrive("double")["sub"]
        keeper = Caller(ADMINISTRATOR)
        told = keeper.send("POST", f"/administration/people/{self.person.pk}/merge", {"gone": double.pk})
        self.assertEqual(told.status_code, 200, told.content)

    def test_a_score_under_either_name_is_theirs(self) -> None:
        self.send(3, MONDAY, user=self.former)
        self.assertEqual(self.raw(), f"{self.linked_item.points * 3 / 10:.2f}")
        self.send(9, TUESDAY)
        self.assertEqual(self.raw(), f"{self.linked_item.points * 9 / 10:.2f}")
        self.assertEqual(
            self.send(1, MONDAY, 409, user=self.former).json()["title"], "links.older", "older under the other name"
        )

    def test_they_are_told_under_one_name_and_answered_for_under_both(self) -> None:
        self.assertEqual(self.arrive(KEEPS_UP)["sub"], self.claims["sub"])
        told = self.call("GET", self.members(), "members").json()["members"]
        named = [m["user_id"] for m in told]
        self.assertEqual((named.count(self.claims["sub"]), named.count(self.former)), (1, 0))
        self.send(9, TUESDAY)
        self.raw()
        results = self.call("GET", f"{self.line}/results", "result").json()
        self.assertEqual(
            [r["userId"] for r in results if r["userId"] in (self.claims["sub"], self.former)], [self.claims["sub"]]
        )
        asked = self.call("GET", f"{self.line}/results?user_id={self.former}", "result").json()
        self.assertEqual([r["userId"] for r in asked], [self.former])

    def members(self) -> str:
        return self.claims["https://purl.imsglobal.org/spec/lti-nrps/claim/namesroleservice"]["context_memberships_url"]

    def test_their_first_visit_is_the_earlier_one(self) -> None:
        self.assertEqual(Known.objects.filter(person=self.person).count(), 2)
        for former, day in ((True, "2026-09-01"), (False, "2026-09-20")):
            KnownIn.objects.filter(known__former=former).update(first_at=f"{day}T10:00:00-05:00")
        (visit,) = first_visits(self.course, self.person.pk).values()
        self.assertEqual((visit.system, visit.at.day), (self.system.name, 1))
