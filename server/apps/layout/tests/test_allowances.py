"""Allowances over the API: given, told, shown everywhere, ended."""

from __future__ import annotations

from datetime import datetime

from procrastinate.contrib.django.models import ProcrastinateJob
from tests.base import BEHIND, Caller
from tests.cases import TimeCase

from apps.layout.models import Allowance, Item
from apps.people.models import Person

ALLOWED = "marit.osei-lindgren"

SET_7A, CHECK_7 = "Set 7A: latitudes and departures", "Check 7: traverse computation"

SCHEDULE, TERM = "/courses/srv-110/schedule", "/courses/srv-110/term"


class Allowances(TimeCase):
    def give(self, **wish: object) -> object:
        return self.teacher.send("POST", "/courses/srv-110/allowances", wish)

    def test_the_demo_student_sees_later_dates_everywhere_and_why(self) -> None:
        own, others = self.row(Caller(ALLOWED), SET_7A), self.row(self.student, SET_7A)
        self.assertEqual((datetime.fromisoformat(own["due"]) - datetime.fromisoformat(others["due"])).days, 2)
        self.assertEqual(list(own["allowed"]["moments"]), ["due"])
        self.assertEqual(own["allowed"]["why"], ["Agreed with the access office for this term"])
        self.assertIsNone(others["allowed"])
        days = {
            e["row"]["title"]: e["day"]
            for w in Caller(ALLOWED).get(TERM).json()["weeks"]
            for d in w["days"]
            for e in d["entries"]
        }
        self.assertEqual(days[SET_7A], "2026-10-10")

    def test_a_due_date_for_one_student_is_told_by_mail_and_taken_back(self) -> None:
        person = Person.objects.get(username=BEHIND)
        done = self.give(
            person_id=person.pk, item_id=self.item(SET_7A).pk, walls={"due": "2026-10-14T12:00"}, why="Field camp"
        )
        self.assertEqual(done.status_code, 200, done.content)
        row = self.row(Caller(BEHIND), SET_7A)
        self.assertEqual((row["due"], row["closes"]), ("2026-10-14T17:00:00Z", "2026-10-14T17:00:00Z"))
        jobs = ProcrastinateJob.objects.filter(task_name="notices.send_mail").order_by("id")
        told = jobs.last().args
        self.assertEqual(told["to"], person.email)
        self.assertIn("Due: Wed 14 Oct, 12:00", told["body"])
        given = self.teacher.get("/courses/srv-110/allowances").json()["given"][0]
        self.assertEqual((given["whom"], given["why"]), ("Holt, Caspian", "Field camp"))
        self.teacher.send("DELETE", f"/courses/srv-110/allowances/{given['id']}")
        self.assertEqual(self.row(Caller(BEHIND), SET_7A)["due"], self.row(self.student, SET_7A)["due"])
        self.assertIn("has ended", jobs.last().args["body"])

    def test_whom_it_concerns_is_told_whichever_way_it_ends_or_comes_back(self) -> None:
        person = Person.objects.get(username=BEHIND)
        wish = {"person_id": person.pk, "item_id": self.item(SET_7A).pk, "walls": {"due": "2026-10-14T12:00"}}
        change = self.give(**wish).json()["change"]
        jobs = ProcrastinateJob.objects.filter(task_name="notices.send_mail").order_by("id")
        told = self.teacher.send("POST", f"/courses/srv-110/changes/{change}/undo")
        self.assertIn("has ended", jobs.last().args["body"])
        self.assertEqual(jobs.last().args["to"], person.email)
        self.teacher.send("POST", f"/courses/srv-110/changes/{told.json()['change']}/undo")
        self.assertIn("Due: Wed 14 Oct, 12:00", jobs.last().args["body"])
        self.assertEqual(self.row(Caller(BEHIND), SET_7A)["due"], "2026-10-14T17:00:00Z")

    def test_lateness_is_counted_from_the_students_own_due_moment(self) -> None:
        person = Person.objects.get(username=BEHIND)
        self.give(
            person_id=person.pk,
            item_id=self.item("Set 6A: azimuths and bearings").pk,
            walls={"due": "2026-10-08T23:59"},
        )
        work = Caller(BEHIND)
        path = self.path("Set 6A: azimuths and bearings", "/hand-in")
        work.send("PUT", path, {"text": "Late, but allowed.", "comment": "", "attempt": 2})
        receipt = work.send("POST", path).json()
        self.assertEqual(receipt.get("late_seconds"), 0, receipt)

    def test_excused_work_does_not_count_and_more_attempts_open(self) -> None:
        person = Person.objects.get(username=BEHIND)
        item = Item.objects.filter(course=self.course, title__startswith="Set 5A").get()
        self.give(person_id=person.pk, item_id=item.pk, excused=True)
        standing = Caller(BEHIND).get("/courses/srv-110/standing").json()
        rows = {r["id"]: r for c in standing["categories"] for r in c["items"]}
        self.assertEqual((rows[item.pk]["state"], rows[item.pk]["role"]), ("excused", "out"))
        field = self.path("Field book: campus loop", "/hand-in")
        left = Caller(BEHIND).get(field).json()["attempts_left"]
        self.give(person_id=person.pk, item_id=self.item("Field book: campus loop").pk, extra_attempts=3)
        self.assertEqual(Caller(BEHIND).get(field).json()["attempts_left"], left + 3)

    def test_what_makes_no_sense_is_refused_and_nothing_kept(self) -> None:
        count = Allowance.objects.count()
        person = Person.objects.get(username=BEHIND).pk
        for wish, code in (
            ({"person_id": person}, "allowance.nothing"),
            ({"excused": True}, "allowance.for_one"),
            ({"person_id": person, "walls": {"due": "2026-10-14"}}, "allowance.date_needs_item"),
            ({"person_id": person, "shift_minutes": {"due": 10**7}}, "allowance.too_far"),
            ({"person_id": person, "time_factor": "30"}, "allowance.time_factor"),
            (
                {"person_id": person, "item_id": self.item(SET_7A).pk, "walls": {"due": "2026-10-01"}},
                "span.out_of_order",
            ),
            ({"person_id": 0, "excused": True}, "request.not_found"),
        ):
            with self.subTest(code):
                body = self.give(**wish).json()
                self.assertIn(code, [body["title"], *(f["code"] for f in body.get("fields", []))])
        self.assertEqual(Allowance.objects.count(), count)
