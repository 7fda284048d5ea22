"""What a system holds, asked of it: newer is taken, other is shown side by side, dates and access and sections are heard;
silent and failing ones stand on the desk."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from django.db import transaction
from django.test import override_settings
from tests.base import INSTRUCTOR, KEEPS_UP, Caller

from apps.courses.models import Course, Section
from apps.gradebook.models import Score
from apps.kernel.clock import now
from apps.links import jobs
from apps.links.actions.announce_access import announce_access
from apps.links.actions.fetch_state import due_again, fetch_state
from apps.links.actions.hear import freshness
from apps.links.models import Freshness, KnownIn, Reported, SystemAccess
from apps.links.tests.test_services import MONDAY, SUNDAY, TUESDAY, Called
from apps.notices.models import Notice
from apps.people.models import Person

DAY = timedelta(days=1)


class Holding(Called):
    def setUp(self) -> None:
        super().setUp()
        self.system.state_address = f"{self.tool.base}/state"
        self.system.save()
        self.context = self.claims["https://purl.imsglobal.org/spec/lti/claim/context"]["id"]
        self.says()

    def says(self, line: dict[str, Any] | None = None, **member: Any) -> None:
        """What the system answers, in every context."""
        lines = [{"id": self.line, **line}] if line is not None else []
        members = [{"userId": self.claims["sub"], **member}] if member else []
        self.pages.at["/state"] = {"lineItems": lines, "members": members}

    def fetch(self) -> bool:
        return fetch_state(self.system, Course.objects.get(pk=self.course.pk))

    def waiting(self) -> list[str]:
        rows = Caller(INSTRUCTOR).get("/desk").json()["rows"]
        return [row["kind"] for row in rows if row["kind"] in ("system_silent", "system_away", "score_differs")]


class Scores(Holding):
    def test_a_newer_score_is_taken_as_if_it_had_been_sent(self) -> None:
        self.says({"scores": [self.tool.score(self.claims["sub"], 8, 10, MONDAY)]})
        self.assertTrue(self.fetch())
        self.assertIsNotNone(self.raw())
        self.assertIsNotNone(Freshness.objects.get().fetched_at)

    def test_it_is_asked_with_a_token_that_we_signed_for_its_address(self) -> None:
        seen = []

        def answer(handler: Any) -> None:
            seen.append(handler.headers["Authorization"].removeprefix("Bearer "))
            handler.send_response(200)
            handler.end_headers()
            handler.wfile.write(b"{}")

        self.pages.at["/state"] = answer
        self.fetch()
        self.assertEqual(len(seen), self.course.sections.count())

    def test_another_score_of_the_same_time_is_settled_by_a_person(self) -> None:
        self.send(8, MONDAY)
        before = self.raw()
        self.says({"scores": [self.tool.score(self.claims["sub"], 6, 10, MONDAY)]})
        self.fetch()
        self.assertEqual(self.raw(), before)
        self.assertEqual(self.waiting(), ["score_differs"])
        path = f"/courses/srv-110/items/{self.linked_item.pk}/link/reports"
        (row,) = [r for r in Caller(INSTRUCTOR).get(path).json()["rows"] if r["differs"]]
        points = self.linked_item.points
        self.assertEqual((float(row["theirs"]), float(row["ours"])), (float(points) * 6 / 10, float(points) * 8 / 10))
        Caller(INSTRUCTOR).send("PUT", f"{path}/{self.person.pk}", {"take": True})
        self.assertEqual(self.raw(), f"{points * 6 / 10:.2f}")
        self.assertEqual(self.waiting(), [])

    def test_the_gradebook_says_where_a_score_comes_from_and_how_old_it_is(self) -> None:
        cell = f"/courses/srv-110/gradebook/cells/{self.linked_item.pk}/{self.person.pk}"
        teacher = Caller(INSTRUCTOR)
        self.assertIsNone(teacher.get(cell).json()["source"])
        self.send(8, MONDAY)
        self.raw()
        source = teacher.get(cell).json()["source"]
        self.assertEqual(
            (source["system"], source["at"][:10], source["differs"]), (self.system.name, "2026-10-05", False)
        )
        self.assertEqual([c["who"] for c in teacher.get(cell).json()["history"]][-1], self.system.name)

    def test_ours_is_kept_until_theirs_changes(self) -> None:
        self.send(8, MONDAY)
        self.raw()
        row = Score.objects.get(cell__graded_item__item=self.linked_item, cell__person=self.person)
        row.raw, row.graded_by = 5, Person.objects.get(username=INSTRUCTOR)
        row.save()
        self.assertEqual(self.waiting(), ["score_differs"])
        path = f"/courses/srv-110/items/{self.linked_item.pk}/link/reports/{self.person.pk}"
        self.assertEqual(Caller(INSTRUCTOR).send("PUT", path, {"take": False}).status_code, 200)
        self.assertEqual((self.waiting(), self.raw()), ([], "5.00"))
        self.send(9, TUESDAY)
        self.raw()
        self.assertEqual(self.waiting(), ["score_differs"])
        Caller(INSTRUCTOR).send("PUT", path, {"take": True})
        self.assertEqual(self.raw(), f"{self.linked_item.points * 9 / 10:.2f}")
        score = Score.objects.get(cell__graded_item__item=self.linked_item, cell__person=self.person)
        self.assertIsNone(score.graded_by)


class Accesses(Holding):
    def test_a_trial_that_ends_is_said_ahead_to_both_sides_once(self) -> None:
        until = (now() + 2 * DAY).isoformat()
        self.says(access={"kind": "trial", "until": until})
        self.fetch()
        self.assertEqual(SystemAccess.objects.get().said_by, "system")
        self.assertEqual((announce_access(), announce_access()), (1, 0))
        told = Notice.objects.filter(kind="access").values_list("person__username", flat=True)
        self.assertEqual(sorted(told), sorted([KEEPS_UP, INSTRUCTOR]))

    def test_what_it_blocks_stands_in_the_week_and_on_today(self) -> None:
        self.says(access={"kind": "trial", "until": (now() + DAY / 4).isoformat()})
        self.fetch()
        student = Caller(KEEPS_UP)
        (loss,) = student.get("/courses/srv-110/weeks/7").json()["access"]
        self.assertEqual((loss["system"], loss["items"][0]["id"]), (self.system.name, self.linked_item.pk))
        self.assertIsNotNone(loss["matters"])
        self.assertEqual([one["system"] for one in student.get("/today").json()["access"]], [self.system.name])
        self.assertEqual(Caller("caspian.holt").get("/courses/srv-110/weeks/7").json()["access"], [])

    def test_a_teachers_word_stands_until_the_system_says_something_new(self) -> None:
        told = {"kind": "trial", "until": (now() + DAY).isoformat()}
        self.says(access=told)
        self.fetch()
        path = f"/courses/srv-110/systems/{self.system.key}/access"
        Caller(INSTRUCTOR).send("PUT", f"{path}/{self.person.pk}", {"kind": "paid"})
        self.fetch()
        self.assertEqual(SystemAccess.objects.get().kind, "paid")
        self.says(access={"kind": "code", "until": (now() + 9 * DAY).isoformat()})
        self.fetch()
        self.assertEqual(SystemAccess.objects.get().kind, "code")

    def test_a_teachers_day_ends_in_the_zone_of_the_course(self) -> None:
        path = f"/courses/srv-110/systems/{self.system.key}/access/{self.person.pk}"
        Caller(INSTRUCTOR).send("PUT", path, {"kind": "trial", "until": "2026-10-30"})
        self.assertEqual(SystemAccess.objects.get().until.isoformat(), "2026-10-31T04:59:00+00:00")
        self.refused(
            Caller(INSTRUCTOR).send("PUT", path, {"kind": "trial", "until": "0001-01-01"}), 422, "links.access_day"
        )
        self.refused(Caller(INSTRUCTOR).send("PUT", path, {"kind": "trial"}), 422, "links.trial_without_end")

    def test_a_list_is_looked_at_and_kept_whole_or_not_at_all(self) -> None:
        path = f"/courses/srv-110/systems/{self.system.key}/access-list"
        text = "Name,Access,Until,Code\nRosalind Tarrow,trial,30 Oct 2026,\ncaspian.holt,code,,AB-12\nNobody Here,paid,,\nRosalind Tarrow,trial,soon,\n"
        found = Caller(INSTRUCTOR).send("POST", path, {"text": text, "confirm": True}).json()
        self.assertEqual([bool(line["wrong"]) for line in found["lines"]], [False, False, True, True])
        self.assertEqual((found["kept"], SystemAccess.objects.count()), (0, 0))
        good = "\n".join(text.split("\n")[:3])
        self.assertEqual(Caller(INSTRUCTOR).send("POST", path, {"text": good, "confirm": True}).json()["kept"], 2)
        kept = SystemAccess.objects.get(person=self.person)
        self.assertEqual(kept.until.isoformat(), "2026-10-31T04:59:00+00:00")

    def test_another_section_by_the_systems_word_stops_the_way_in(self) -> None:
        other = Section.objects.filter(course=self.course).exclude(pk=KnownIn.objects.get().section_id).get()
        self.says(context=f"section-{other.pk}")
        self.fetch()
        student = Caller(KEEPS_UP)
        path = f"/courses/srv-110/items/{self.linked_item.pk}/link"
        link = student.get(path).json()
        self.assertEqual((link["open_path"], link["other_section"]["theirs"]), ("", other.name))
        link = student.send("POST", f"{path}/section").json()
        self.assertTrue(link["open_path"])


class Away(Holding):
    def test_one_that_is_down_is_asked_again_with_pauses_and_stands_on_the_desk(self) -> None:
        self.pages.at.pop("/state")
        self.assertFalse(self.fetch())
        self.assertEqual(self.waiting(), ["system_away"])
        with transaction.atomic():
            self.assertFalse(due_again(self.system, self.course))
            row = freshness(self.system.pk, self.course)
            row.failed_at = now() - timedelta(hours=2)
            row.save()
            self.assertTrue(due_again(self.system, self.course))
        self.says({"scores": [self.tool.score(self.claims["sub"], 8, 10, MONDAY)]})
        self.assertTrue(self.fetch())
        self.assertEqual(self.waiting(), [])
        self.assertIsNotNone(self.raw())

    def test_down_for_an_hour_it_is_asked_seven_times_and_caught_up_with(self) -> None:
        """Minute by minute, as the clock has the job run; in between its score became another one."""
        self.says({"scores": [self.tool.score(self.claims["sub"], 8, 10, MONDAY)]})
        back, began, asked = self.pages.at.pop("/state"), now(), []
        self.assertFalse(self.fetch())
        for minute in range(1, 70):
            if minute == 60:
                self.assertEqual((self.waiting(), self.raw()), (["system_away"], None))
                self.pages.at["/state"] = back
            before = len(self.pages.asked)
            with override_settings(FIXED_CLOCK=(began + timedelta(minutes=minute)).isoformat()):
                jobs.fetch_again.func(0)
            if len(self.pages.asked) > before:
                asked.append(minute)
        self.assertEqual(asked, [1, 3, 7, 15, 31, 63])
        self.assertEqual(self.waiting(), [])
        self.assertIsNotNone(self.raw())

    def test_one_that_is_silent_past_its_rhythm_stands_on_the_desk(self) -> None:
        with transaction.atomic():
            row = freshness(self.system.pk, self.course)
        row.heard_at = now() - timedelta(hours=26)
        hour = row.heard_at.replace(minute=0)
        row.hours = [(hour - timedelta(hours=n)).isoformat() for n in range(9, -1, -1)]
        row.save()
        self.assertEqual(self.waiting(), ["system_silent"])
        teacher, waits = Caller(INSTRUCTOR), "system_silent"
        since = [r["since"] for r in teacher.get("/desk").json()["rows"] if r["kind"] == waits]
        (card,) = teacher.get("/courses/srv-110/systems").json()["systems"]
        self.assertEqual([card["silent_since"], card["heard_at"]], since * 2)
        with override_settings(FIXED_CLOCK="2026-10-06T12:20:00-05:00"):
            self.assertEqual(self.waiting(), [])

    def test_an_answer_that_is_no_state_changes_nothing(self) -> None:
        for odd in (
            [],
            "x",
            {"lineItems": 5, "members": {}},
            {"lineItems": [{"id": 7}, None, {"id": self.line, "scores": [{}]}]},
        ):
            self.pages.at["/state"] = odd
            self.fetch()
        self.assertEqual((Reported.objects.count(), SystemAccess.objects.count()), (0, 0))
        self.assertIsNotNone(SUNDAY)
