"""An administrator keeps terms, courses and people, and looks as somebody else sees it."""

from __future__ import annotations

import re
from io import StringIO

from django.core.management import CommandError, call_command
from django.test import Client
from tests.base import ADMINISTRATOR, BEHIND, INSTRUCTOR, KEEPS_UP, Caller, DemoCase

from apps.assignments.models import HandIn
from apps.courses.models import Course, Enrolment, Term
from apps.kernel.models import AuditRecord
from apps.path.models import Fact
from apps.people.models import Person

TERM = {"name": "Winter", "first_day": "2027-01-04", "last_day": "2027-02-12", "breaks": []}


class Administration(DemoCase):
    def setUp(self) -> None:
        self.keeper = Caller(ADMINISTRATOR)

    def test_a_term_is_kept_and_courses_in_it_follow(self) -> None:
        made = self.keeper.send("POST", "/administration/terms", TERM)
        self.assertEqual(made.status_code, 200, made.content)
        term = Term.objects.get(name="Winter")
        teacher = Caller(INSTRUCTOR)
        wish = {"code": "W 1", "title": "W", "zone": "UTC", "term_id": term.pk}
        slug = teacher.send("POST", "/new-course", wish).json()["slug"]
        self.assertEqual(len(teacher.get(f"/courses/{slug}/ribbon").json()["cells"]), 6)
        pause = {"name": "Snow", "first_day": "2027-01-18", "last_day": "2027-01-24"}
        longer = TERM | {"last_day": "2027-02-19", "breaks": [pause]}
        self.assertEqual(self.keeper.send("PUT", f"/administration/terms/{term.pk}", longer).status_code, 200)
        cells = teacher.get(f"/courses/{slug}/ribbon").json()["cells"]
        self.assertEqual([c["number"] for c in cells], [1, 2, None, 3, 4, 5, 6])
        backwards = TERM | {"last_day": "2026-12-01"}
        self.assertEqual(self.keeper.send("POST", "/administration/terms", backwards).status_code, 422)
        self.keeper.send("DELETE", f"/administration/terms/{term.pk}")
        self.assertNotIn(term.pk, [t["id"] for t in teacher.get("/new-course").json()["terms"]])
        self.assertEqual(len(teacher.get(f"/courses/{slug}/ribbon").json()["cells"]), 7)

    def test_a_removed_course_comes_back_whole(self) -> None:
        before = Caller(KEEPS_UP).get("/courses/srv-110/weeks/7").json()["modules"]
        Caller(INSTRUCTOR).send("DELETE", "/courses/srv-110")
        found = self.keeper.get("/administration/courses?state=removed").json()
        self.assertEqual([(c["slug"], c["students"]) for c in found], [("srv-110", self.STUDENTS)])
        back = self.keeper.send("POST", f"/administration/courses/{found[0]['id']}/back")
        self.assertEqual(back.status_code, 200, back.content)
        self.assertEqual(Caller(KEEPS_UP).get("/courses/srv-110/weeks/7").json()["modules"], before)

    def test_rights_are_given_and_one_administrator_stays(self) -> None:
        person = Person.objects.get(username=KEEPS_UP)
        rights = {"administers": False, "makes_courses": True, "active": True}
        self.keeper.send("PUT", f"/administration/people/{person.pk}", rights)
        self.assertTrue(Caller(KEEPS_UP).get("/new-course").json()["may"])
        own = self.keeper.person.pk
        told = self.keeper.send("PUT", f"/administration/people/{own}", rights)
        self.refused(told, 409, "person.last_administrator")
        shut = self.keeper.send("PUT", f"/administration/people/{person.pk}", rights | {"active": False})
        self.assertEqual(shut.status_code, 200)
        self.assertEqual(Caller(KEEPS_UP).get("/me").status_code, 401)
        found = self.keeper.get("/administration/people?find=tarrow").json()
        self.assertEqual([(p["active"], p["makes_courses"]) for p in found], [(False, True)])

    def test_looking_as_somebody_is_marked_logged_and_changes_nothing(self) -> None:
        person = Person.objects.get(username=KEEPS_UP)
        self.refused(
            self.keeper.send("POST", "/administration/acting", {"person_id": person.pk, "why": " "}), 422, "acting.why"
        )
        wish = {"person_id": person.pk, "why": "They see no Set 7A"}
        self.assertEqual(self.keeper.send("POST", "/administration/acting", wish).status_code, 200)
        me = self.keeper.get("/me").json()
        self.assertEqual((me["id"], me["acted_by"]), (person.pk, self.keeper.person.name))
        self.assertEqual(self.keeper.get("/courses/srv-110/weeks/7").status_code, 200)
        path = self.path("Set 7A: latitudes and departures", "/hand-in")
        facts, work = Fact.objects.count(), HandIn.objects.count()
        self.refused(self.keeper.send("PUT", path, {"text": "x", "comment": ""}), 403, "acting.read_only")
        self.refused(self.keeper.send("POST", "/today/seen"), 403, "acting.read_only")
        self.refused(self.keeper.get("/calendar-feeds"), 403, "acting.own")
        self.assertEqual(self.keeper.client.get("/_allauth/browser/v1/auth/sessions").status_code, 403)
        self.assertEqual((Fact.objects.count(), HandIn.objects.count()), (facts, work))
        self.assertEqual(self.keeper.send("DELETE", "/administration/acting").status_code, 200)
        self.assertEqual(self.keeper.get("/me").json()["acted_by"], "")
        log = self.keeper.get("/administration/log?find=acting").json()["rows"]
        self.assertEqual([row["action"] for row in log], ["acting.end", "acting.begin"])
        self.assertEqual((log[1]["who"], log[1]["why"]), (self.keeper.person.name, "They see no Set 7A"))

    def test_two_who_are_one_are_merged_unless_both_worked_on_the_same(self) -> None:
        kept, gone = Person.objects.get(username=KEEPS_UP), Person.objects.get(username=BEHIND)
        told = self.keeper.send("POST", f"/administration/people/{kept.pk}/merge", {"gone": gone.pk})
        self.refused(told, 409, "person.both_worked")
        self.assertTrue(Enrolment.objects.filter(person=gone, course=self.course).exists())
        double = Person.objects.create(username="double", email="rt@x.example", name="R. T.", sort_name="T., R.")
        other = Course.objects.create(slug="other", code="O", title="Other", zone="UTC")
        for course in (other, self.course):
            Enrolment.objects.create(
                course=course, person=double, role="student", section=course.sections.order_by("number").first()
            )
        merged = self.keeper.send("POST", f"/administration/people/{kept.pk}/merge", {"gone": double.pk})
        self.assertEqual(merged.status_code, 200, merged.content)
        self.assertEqual(Enrolment.objects.filter(person=kept, course__in=(other, self.course)).count(), 2)
        self.assertFalse(Enrolment.objects.filter(person=double).exists())
        double.refresh_from_db()
        self.assertFalse(double.is_active)
        self.assertEqual(AuditRecord.objects.get(action="person.merge").before["gone"], double.pk)

    def test_the_first_administrator_comes_in_by_a_link_that_is_printed_once(self) -> None:
        out = StringIO()
        call_command("invite_administrator", "Ada@X.example", name="Ada Moe", stdout=out)
        link = re.search(r"(/invitation/\S+)", out.getvalue())
        assert link
        body = {"name": "Ada Moe", "password": "heron-lantern-42"}
        browser = Client()
        told = browser.post(f"/api/invitations/{link[1].split('/')[-1]}", body, content_type="application/json")
        self.assertEqual(told.status_code, 200, told.content)
        self.assertTrue(browser.get("/api/me").json()["administers"])
        with self.assertRaises(CommandError):
            call_command("invite_administrator", "no address", stdout=out)

    def test_the_log_is_found_by_words(self) -> None:
        Caller(INSTRUCTOR).send("PUT", "/courses/srv-110/naming", {"title": "Plane", "code": "SRV 110"})
        rows = self.keeper.get("/administration/log?find=varga%20name_course").json()["rows"]
        self.assertEqual([(r["action"], r["course"]) for r in rows], [("layout.name_course", "SRV 110")])
        self.assertEqual(self.keeper.get("/administration/log?find=nothing-like-it").json()["rows"], [])
