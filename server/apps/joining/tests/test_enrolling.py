"""People come into a course, by list, by invitation and by code; they move, leave and return with all their work."""

from __future__ import annotations

import re
from typing import Any

from django.test import Client
from procrastinate.contrib.django.models import ProcrastinateJob
from tests.base import ASSISTANT, INSTRUCTOR, KEEPS_UP, Caller, DemoCase

from apps.assignments.models import HandIn
from apps.courses.models import Course, Enrolment, Section, Withdrawal
from apps.joining.models import Invitation
from apps.kernel.models import AuditRecord
from apps.layout.models import Allowance
from apps.people.models import Person

AT = "/courses/srv-110"
GOOD = "heron-lantern-42"


class Enrolling(DemoCase):
    def setUp(self) -> None:
        self.teacher = Caller(INSTRUCTOR)
        self.first, self.second = Section.objects.filter(course=self.course).order_by("number")

    def enrolled(self, *people: dict[str, Any]) -> dict[str, int]:
        answer = self.teacher.send("POST", f"{AT}/people", {"people": list(people)})
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer.json()

    def mails(self, to: str) -> list[str]:
        return [job.args["body"] for job in ProcrastinateJob.objects.order_by("id") if job.args.get("to") == to]

    def secret(self, to: str) -> str:
        return re.search(r"/invitation/([\w-]+)", self.mails(to)[-1])[1]  # type: ignore[index]

    def test_a_pasted_list_says_what_each_line_would_do(self) -> None:
        known = Enrolment.objects.filter(course=self.course, role="student", section=self.first).first()
        assert known
        text = (
            f"Name,Email,Section\nNew One,new@x.example,2\n{known.person.name},{known.person.email},Section 1\n"
            f"{known.person.name},{known.person.email.upper()},1\nNo Where,no@x.example,Section 9\nHalf,,1\n"
        )
        found = self.teacher.send("POST", f"{AT}/people-preview", {"text": text}).json()
        rows = [(p["line"], p["section_id"], p["fate"], p["as_line"], p["known"]) for p in found["people"]]
        self.assertEqual(
            rows,
            [
                (2, self.second.pk, "new", None, False),
                (3, self.first.pk, "already", None, True),
                (4, self.first.pk, "already", 3, True),
                (5, None, "new", None, False),
            ],
        )
        self.assertEqual([(p["line"], p["column"]) for p in found["problems"]], [(6, 2), (5, 3)])
        self.assertFalse(Person.objects.filter(email="new@x.example").exists())

    def test_a_new_person_is_invited_sets_a_password_and_is_in(self) -> None:
        wish = {"name": "Ada Moe", "sort_name": "Moe, Ada", "email": "Ada@X.example", "section_id": self.second.pk}
        self.assertEqual(self.enrolled(wish)["new"], 1)
        self.assertEqual(self.enrolled(wish), {"new": 0, "already": 1, "moved": 0, "returned": 0, "teaches": 0})
        self.assertEqual(len(self.mails("ada@x.example")), 1)
        browser, secret = Client(), self.secret("ada@x.example")
        shown = browser.get(f"/api/invitations/{secret}").json()
        self.assertEqual((shown["name"], shown["courses"]), ("Ada Moe", ["SRV 110 Plane Surveying"]))
        weak = self.accept(browser, secret, "short")
        self.refused(weak, 422, "password.weak")
        self.assertEqual(self.accept(browser, secret, GOOD).status_code, 200)
        self.assertEqual(browser.get("/api/me").json()["email"], "ada@x.example")
        self.assertEqual(browser.get("/api/courses").json()[0]["section"], self.second.name)
        self.refused(self.accept(Client(), secret, GOOD), 409, "invitation.used")
        self.refused(Client().get("/api/invitations/none"), 404, "invitation.unknown")

    def accept(self, browser: Client, secret: str, password: str) -> Any:
        body = {"name": "Ada Moe", "password": password}
        return browser.post(f"/api/invitations/{secret}", body, content_type="application/json")

    def test_another_invitation_ends_the_one_before(self) -> None:
        self.enrolled({"name": "Ada Moe", "email": "ada@x.example", "section_id": self.first.pk})
        person = Person.objects.get(email="ada@x.example")
        old = self.secret("ada@x.example")
        again = self.teacher.send("POST", f"{AT}/people/{person.pk}/invitation")
        self.assertEqual(again.status_code, 200, again.content)
        self.refused(Client().get(f"/api/invitations/{old}"), 409, "invitation.over")
        self.assertEqual(Client().get(f"/api/invitations/{self.secret('ada@x.example')}").status_code, 200)
        keeps_up = Person.objects.get(username=KEEPS_UP)
        told = self.teacher.send("POST", f"{AT}/people/{keeps_up.pk}/invitation")
        self.refused(told, 409, "invitation.there_already")
        self.assertEqual(Invitation.objects.count(), 2)

    def test_moved_withdrawn_and_back_with_all_work(self) -> None:
        person = Person.objects.get(username=KEEPS_UP)
        work = HandIn.objects.filter(course=self.course, person=person).count()
        self.assertGreater(work, 3)
        here = Enrolment.objects.get(course=self.course, person=person)
        other = self.first if here.section_id == self.second.pk else self.second
        moved = self.teacher.send("PUT", f"{AT}/people/{person.pk}/section", {"section_id": other.pk})
        self.assertEqual(moved.status_code, 200, moved.content)
        self.assertEqual(Caller(KEEPS_UP).get("/courses").json()[0]["section"], other.name)
        gone = self.teacher.send("DELETE", f"{AT}/people/{person.pk}")
        self.assertIn(person.pk, [p["id"] for p in gone.json()["withdrawn"]])
        self.refused(Caller(KEEPS_UP).get(f"{AT}/ribbon"), 404, "request.not_found")
        self.assertNotIn(person.pk, [s["id"] for s in self.teacher.get(f"{AT}/roster").json()["students"]])
        self.assertEqual(HandIn.objects.filter(course=self.course, person=person).count(), work)
        receipt = HandIn.objects.filter(course=self.course, person=person, number__isnull=False)[0].number
        self.assertEqual(Caller(KEEPS_UP).get(f"/receipts/{receipt}").status_code, 200, "their own stay theirs")
        back = self.teacher.send("POST", f"{AT}/people/{person.pk}/return")
        self.assertEqual(back.status_code, 200, back.content)
        self.assertEqual(Caller(KEEPS_UP).get("/courses").json()[0]["section"], other.name)
        self.assertFalse(Withdrawal.objects.exists())
        told = self.teacher.get(f"{AT}/history?sort=people").json()["entries"]
        said = ["Somebody who had withdrawn is back", "Somebody was withdrawn", "A student came into another section"]
        self.assertEqual([entry["what"] for entry in told][:3], said)
        lines = [(line["thing"], line["field"], line["before"], line["after"]) for line in told[2]["lines"]]
        places = {self.first.pk: self.first.name, self.second.pk: self.second.name}
        self.assertEqual(lines, [("Rosalind Tarrow", "section", places[here.section_id or 0], other.name)])
        sheet = Caller(KEEPS_UP).get(f"{AT}/weeks/5").json()
        self.assertGreater(sheet["done"], 0)

    def test_a_code_shows_first_and_moves_who_was_in_the_wrong_section(self) -> None:
        made = self.teacher.send("POST", f"{AT}/codes", {"section_id": self.second.pk, "most_uses": 1}).json()
        Person.objects.create(username="fresh", email="fresh@x.example", name="Fresh", sort_name="Fresh")
        fresh = Caller("fresh")
        typed = made["code"].lower().replace("-", " ")
        shown = fresh.get(f"/join/{typed}").json()
        self.assertEqual(
            (shown["course"], shown["section"], shown["instructors"], shown["fate"]),
            ("SRV 110", self.second.name, ["Ines Varga-Oduya"], "new"),
        )
        self.assertEqual(fresh.send("POST", f"/join/{typed}").json(), {"slug": "srv-110", "fate": "new"})
        other = Enrolment.objects.filter(course=self.course, role="student", section=self.first).first()
        assert other
        self.refused(Caller(other.person.username).send("POST", f"/join/{typed}"), 409, "code.used_up")
        renewed = self.teacher.send("POST", f"{AT}/codes", {"section_id": self.second.pk}).json()
        self.refused(fresh.get(f"/join/{typed}"), 409, "code.closed")
        joined = Caller(other.person.username).send("POST", f"/join/{renewed['code']}").json()
        self.assertEqual(joined["fate"], "moved")
        self.assertEqual(Enrolment.objects.get(course=self.course, person=other.person).section, self.second)
        self.teacher.send("DELETE", f"{AT}/codes/{renewed['id']}")
        self.assertEqual(self.teacher.get(f"{AT}/codes").json(), [])
        self.refused(fresh.get("/join/AAAA-AAAA"), 404, "code.unknown")

    def test_a_code_does_not_bring_back_who_was_taken_out(self) -> None:
        made = self.teacher.send("POST", f"{AT}/codes", {"section_id": self.second.pk}).json()
        caller = Caller(KEEPS_UP)
        self.teacher.send("DELETE", f"{AT}/people/{caller.person.pk}")
        self.refused(caller.send("POST", f"/join/{made['code']}"), 403, "code.withdrawn")
        self.assertEqual(caller.get(f"/join/{made['code']}").json()["fate"], "returned")

    def test_a_code_ends_with_its_last_day_in_the_course_s_zone(self) -> None:
        wish = {"section_id": self.second.pk, "ends_on": "2026-10-07"}
        made = self.teacher.send("POST", f"{AT}/codes", wish).json()
        # Midnight in Chicago after Wed 7 Oct, which is UTC-5 (summer time until 1 November).
        self.assertEqual(made["ends_at"], "2026-10-08T05:00:00Z")
        self.refused(
            self.teacher.send("POST", f"{AT}/codes", wish | {"ends_on": "2026-10-06"}), 422, "code.ends_before"
        )

    def test_two_long_addresses_that_begin_alike_are_two_people(self) -> None:
        host = ".".join("a" * 60 for _ in range(3))
        people = [{"email": f"x@{host}.{end}", "section_id": self.first.pk} for end in ("one.example", "two.example")]
        self.assertEqual(self.enrolled(*people)["new"], 2)

    def test_sections_made_named_and_merged(self) -> None:
        made = self.teacher.send("POST", f"{AT}/sections", {"name": "Evening"}).json()
        self.refused(self.teacher.send("POST", f"{AT}/sections", {"name": "evening"}), 422, "section.name_taken")
        self.teacher.send("PUT", f"{AT}/sections/{made['id']}", {"name": "Late"})
        students = Enrolment.objects.filter(course=self.course, role="student").count()
        give = Allowance.objects.create(
            course=self.course, section=self.first, extra_attempts=1, given_at="2026-10-01T00:00Z"
        )
        into = {"into": made["id"]}
        told = self.teacher.send("POST", f"{AT}/sections/{self.first.pk}/merge", into)
        self.refused(told, 409, "section.in_use")
        give.delete()
        for section in (self.first, self.second):
            merged = self.teacher.send("POST", f"{AT}/sections/{section.pk}/merge", into)
            self.assertEqual(merged.status_code, 200, merged.content)
        rows = Enrolment.objects.filter(course=self.course, section_id=made["id"])
        self.assertEqual(rows.filter(role="student").count(), students)
        self.assertEqual(rows.filter(role="assistant").count(), 1)
        self.assertEqual(Caller(KEEPS_UP).get("/courses").json()[0]["section"], "Late")

    def test_teachers_are_added_bound_to_sections_and_one_instructor_stays(self) -> None:
        wish = {"person": {"name": "Bo Lie", "email": "bo@x.example"}, "role": "assistant"}
        self.refused(self.teacher.send("POST", f"{AT}/teachers", wish), 422, "section.choose")
        both = [self.first.pk, self.second.pk]
        added = self.teacher.send("POST", f"{AT}/teachers", wish | {"section_ids": both}).json()["person_id"]
        self.assertEqual(Enrolment.objects.filter(person_id=added, role="assistant").count(), 2)
        only = {"role": "assistant", "section_ids": [self.first.pk]}
        self.teacher.send("PUT", f"{AT}/teachers/{added}", only)
        self.assertEqual([e.section_id for e in Enrolment.objects.filter(person_id=added)], [self.first.pk])
        me = self.teacher.person.pk
        self.refused(self.teacher.send("PUT", f"{AT}/teachers/{me}", only), 409, "people.last_instructor")
        self.refused(self.teacher.send("DELETE", f"{AT}/people/{me}"), 409, "people.last_instructor")
        self.teacher.send("PUT", f"{AT}/teachers/{added}", {"role": "instructor"})
        self.assertEqual(self.teacher.send("DELETE", f"{AT}/people/{me}").status_code, 200)

    def test_others_have_no_say_over_people(self) -> None:
        for who, code in ((ASSISTANT, "course.instructors_only"), (KEEPS_UP, "course.instructors_only")):
            self.refused(Caller(who).get(f"{AT}/people"), 403, code)
            self.refused(Caller(who).send("POST", f"{AT}/people", {"people": []}), 403, code)

    def test_a_hostile_address_or_foreign_section_enrols_nobody(self) -> None:
        elsewhere = Section.objects.create(course=Course.objects.get(slug="srv-010"), number=1, name="A")
        count, records = Enrolment.objects.count(), AuditRecord.objects.count()
        for person, title in (
            ({"email": "no address", "section_id": self.first.pk}, "people.bad_address"),
            ({"email": "a@x.example", "section_id": elsewhere.pk}, "request.not_found"),
            ({"email": "a@x.example"}, "section.choose"),
        ):
            answer = self.teacher.send("POST", f"{AT}/people", {"people": [person]})
            self.assertEqual(answer.json()["title"], title)
        self.assertEqual((Enrolment.objects.count(), AuditRecord.objects.count()), (count, records))
