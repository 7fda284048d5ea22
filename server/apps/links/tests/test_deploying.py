"""Where a system of the whole place is put to use."""

from __future__ import annotations

from typing import Any

from tests.base import ADMINISTRATOR, INSTRUCTOR, KEEPS_UP, Caller

from apps.kernel.clock import now
from apps.links.jobs import in_use
from apps.links.models import Deployment, LinkedSystem, SystemAccess
from apps.links.tests.linked import Linked
from apps.links.tests.test_services import MONDAY
from apps.links.tests.tool import AGS, LTI


class Deploying(Linked):
    def setUp(self) -> None:
        super().setUp()
        self.keeper = Caller(ADMINISTRATOR)
        self.path = f"/systems/{self.system.key}/deployments"

    def deploy(self, course: str) -> Any:
        return self.keeper.send("POST", self.path, {"course": course})

    def end(self, code: str) -> Any:
        return self.keeper.send("DELETE", f"{self.path}/{code}")

    def shown(self, slug: str) -> list[Any]:
        return [one["deployments"] for one in Caller(INSTRUCTOR).get(f"/courses/{slug}/systems").json()["systems"]]

    def test_a_course_with_a_deployment_of_its_own_goes_by_that(self) -> None:
        before = self.arrive()[LTI + "deployment_id"]
        told = self.deploy("srv-110").json()
        code = next(one["code"] for one in told["deployments"] if one["course"] == "SRV 110")
        self.assertEqual({one["course"]: one["items"] for one in told["deployments"]}, {"": 0, "SRV 110": 0})
        self.assertNotEqual(code, before)
        self.tool.deployment = code
        self.assertEqual(self.arrive()[LTI + "deployment_id"], code)
        (own,), (of_place,) = self.shown("srv-110"), self.shown("srv-010")
        self.assertEqual([one["code"] for one in own], [code])
        self.assertEqual([one["code"] for one in of_place], [before], "nobody sees what other courses go by")
        self.refused(self.deploy("srv-110"), 409, "links.deployed")
        self.assertEqual(self.deploy("no-such-course").status_code, 404)

    def test_ended_everywhere_it_opens_only_where_it_has_a_deployment(self) -> None:
        line = self.arrive()[AGS]["lineitem"]
        address = f"/courses/srv-110/items/{self.linked_item.pk}/link"
        student = Caller(KEEPS_UP)
        SystemAccess.objects.create(
            system=self.system, course=self.course, person=student.person, kind="none", said_by="teacher", said_at=now()
        )
        self.assertEqual(student.get(address).json()["access"]["kind"], "none")
        (whole,) = Deployment.objects.values_list("code", flat=True)
        told = self.end(whole)
        self.assertEqual((told.status_code, told.json()["deployments"]), (200, []))
        refused = self.begun(self.browser(KEEPS_UP))
        self.assertContains(refused, "not put to use in this course", status_code=403)
        self.assertEqual((self.shown("srv-110"), self.shown("srv-010")), ([], []))
        for reader in (KEEPS_UP, INSTRUCTOR):
            page = Caller(reader).get(address).json()
            self.assertEqual(page["open_path"], "", "no button leads to what opens for nobody")
            self.assertIn("not put to use in this course", page["refusal"])
            self.assertIsNone(page["access"])
        teacher, wish = Caller(INSTRUCTOR), {"system": str(self.system.key), "item_ids": [self.linked_item.pk]}
        self.assertEqual(teacher.send("POST", "/courses/srv-110/pickings", wish).status_code, 404)
        token = self.tool.token(self.outside, "score")
        body = self.tool.score("anybody", 1, 10, MONDAY)
        self.assertEqual(self.tool.call(self.outside, "POST", f"{line}/scores", token, body).status_code, 404)
        code = self.deploy("srv-110").json()["deployments"][0]["code"]
        self.tool.deployment = code
        self.assertEqual(self.arrive()[LTI + "deployment_id"], code)
        self.assertEqual(self.shown("srv-010"), [])
        (row,) = self.keeper.get("/systems").json()["systems"]
        self.assertEqual([(one["course"], one["items"]) for one in row["deployments"]], [("SRV 110", 1)])
        self.assertEqual(self.deploy("").status_code, 200)
        self.assertEqual(self.end("none").status_code, 404)

    def test_the_date_check_says_what_opens_for_nobody_any_more(self) -> None:
        def said() -> list[str]:
            found = Caller(INSTRUCTOR).get("/courses/srv-110/date-check").json()["findings"]
            return [f["sentence"] for f in found if f["code"] == "linked.not_in_use"]

        def in_use_here() -> bool:
            return (self.system.pk, self.course.pk) in [(system.pk, course.pk) for system, course in in_use()]

        LinkedSystem.objects.update(state_address="https://tool.example/state")
        self.assertEqual((said(), in_use_here()), ([], True))
        (whole,) = Deployment.objects.values_list("code", flat=True)
        self.end(whole)
        (sentence,) = said()
        self.assertIn(f"{self.system.name} is not put to use in this course.", sentence)
        self.assertIn(f"opens for nobody, {self.linked_item.title} first (1 in all)", sentence)
        self.assertFalse(in_use_here(), "it is not asked any more")
        asked = f"/courses/srv-110/items/{self.linked_item.pk}/link/fetch"
        self.refused(Caller(INSTRUCTOR).send("POST", asked), 403, "links.not_deployed")
        self.deploy("srv-010")
        self.assertEqual(len(said()), 1)
        self.deploy("srv-110")
        self.assertEqual((said(), in_use_here()), ([], True))
        LinkedSystem.objects.update(off=True)
        self.assertEqual(len(said()), 1)

    def test_a_system_of_one_course_stays_there(self) -> None:
        self.system.course = self.course
        self.system.save()
        (code,) = Deployment.objects.values_list("code", flat=True)
        teacher = Caller(INSTRUCTOR)
        self.refused(teacher.send("POST", self.path, {"course": "srv-010"}), 409, "links.of_one_course")
        self.refused(teacher.send("DELETE", f"{self.path}/{code}"), 409, "links.of_one_course")
