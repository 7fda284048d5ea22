"""Announcements: now or at a moment of the term, to whom they are meant, read, rare, moved, copied, told once."""

from __future__ import annotations

import json
from datetime import UTC, datetime
from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import override_settings
from procrastinate.contrib.django.models import ProcrastinateJob
from tests.base import ASSISTANT, BEHIND, INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.files import PNG

from apps.courses.models import Course, Enrolment, Group
from apps.layout.models import Item
from apps.messages.actions.announce import release_due
from apps.messages.models import Announcement
from apps.notices.models import Notice

AT = "/courses/srv-110/announcements"
FRIDAY = "2026-10-09T09:00"
LATER = datetime(2026, 10, 9, 14, 0, tzinfo=UTC)
"""Nine in the morning of that Friday, in Chicago."""


class Announcing(DemoCase):
    def setUp(self) -> None:
        self.teacher, self.ros, self.cas = Caller(INSTRUCTOR), Caller(KEEPS_UP), Caller(BEHIND)
        Announcement.objects.all().delete()
        Notice.objects.all().delete()

    def say(self, **fields: Any) -> int:
        wish = {"title": "News", "html": "<p>Bring boots.</p>"} | fields
        answer = self.teacher.send("POST", AT, wish)
        self.assertEqual(answer.status_code, 200, answer.content[:400])
        return int(answer.json()["id"])

    def heard(self, who: Caller) -> list[str]:
        return [a["title"] for a in who.get(AT).json()["announcements"]]

    def walked(self, groups: list[int]) -> list[str]:
        """What a student hears who is made up in these groups."""
        made_up = json.dumps({"section": None, "groups": groups, "allowances": True, "doings": {}})
        found = self.teacher.client.get(f"/api{AT}", headers={"As-Student": made_up}).json()
        return [a["title"] for a in found["announcements"]]

    def week(self, who: Caller, key: str = "7") -> list[str]:
        return [a["title"] for a in who.get(f"/courses/srv-110/weeks/{key}").json()["said"]]

    def test_said_at_once_it_stands_whole_where_students_look_and_they_are_told(self) -> None:
        self.say()
        self.assertEqual(
            (self.heard(self.ros), self.week(self.ros), self.week(self.ros, "6")), (["News"], ["News"], [])
        )
        said = self.ros.get("/today").json()["said"]
        self.assertEqual([s["announcement"]["html"] for s in said], ["<p>Bring boots.</p>"])
        students = Enrolment.objects.filter(course=self.course, role="student").count()
        self.assertEqual(Notice.objects.filter(kind="announcement").count(), students)
        self.assertEqual(ProcrastinateJob.objects.filter(task_name="notices.send_notice").count(), students)

    def test_it_is_for_whom_it_is_meant(self) -> None:
        section = Enrolment.objects.get(course=self.course, person=self.ros.person).section_id
        self.assertNotEqual(section, Enrolment.objects.get(course=self.course, person=self.cas.person).section_id)
        self.say(sections=[section])
        self.assertEqual((self.heard(self.ros), self.heard(self.cas)), (["News"], []))
        self.assertFalse(Notice.objects.filter(person=self.cas.person).exists())
        self.assertEqual(self.cas.get("/today").json()["said"], [])

    def test_in_a_walk_through_what_is_said_to_a_group_is_heard_by_who_is_made_up_in_it(self) -> None:
        group = Group.objects.create(course=self.course, name="Crew 7")
        self.say(groups=[group.pk])
        self.assertEqual((self.walked([group.pk]), self.walked([])), (["News"], []))

    def test_to_come_it_is_not_there_before_and_goes_out_once(self) -> None:
        pk = self.say(moment=FRIDAY)
        self.assertEqual((self.heard(self.ros), self.heard(self.teacher)), ([], ["News"]))
        row = Announcement.objects.get(pk=pk)
        self.assertEqual(row.moment, {"on": "week", "week": 7, "weekday": 4, "time": "09:00"})
        self.assertEqual(release_due(datetime(2026, 10, 9, 13, 59, tzinfo=UTC)), 0)
        self.assertEqual([release_due(LATER), release_due(LATER)], [1, 0])
        row.refresh_from_db()
        self.assertEqual(row.released_at, LATER)
        self.assertEqual(Notice.objects.filter(person=self.ros.person).count(), 1)
        with override_settings(FIXED_CLOCK=LATER.isoformat()):
            self.assertEqual(self.heard(self.ros), ["News"])

    def test_it_moves_with_the_term_until_it_is_said(self) -> None:
        self.say(moment=FRIDAY)
        schedule = self.teacher.get("/courses/srv-110/schedule").json()
        first = datetime.fromisoformat(schedule["first_day"]).date()
        self.course.term.first_day = first.replace(day=first.day + 7)
        self.course.term.save()
        found = self.teacher.get(AT).json()["announcements"][0]
        self.assertEqual(found["wall"], "2026-10-16T09:00")

    def test_a_draft_is_nobody_elses_and_is_never_said_by_itself(self) -> None:
        self.say(moment=FRIDAY, published=False)
        self.assertEqual((release_due(LATER), self.heard(self.ros)), (0, []))
        self.assertEqual(self.teacher.get(AT).json()["announcements"][0]["draft"], True)

    def test_who_edits_what_went_out_meanwhile_is_told(self) -> None:
        pk = self.say(moment=FRIDAY)
        seen = self.teacher.get(AT).json()["announcements"][0]["edition"]
        release_due(LATER)
        headers = {"Idempotency-Key": "one", "If-Match": f'"{seen}"'}
        wish = {"title": "Other news", "html": "<p>Never mind.</p>", "moment": FRIDAY}
        answer = self.teacher.client.put(f"/api{AT}/{pk}", wish, content_type="application/json", headers=headers)
        self.refused(answer, 412, "request.changed_meanwhile")
        self.assertEqual(Announcement.objects.get(pk=pk).title, "News")

    def test_what_was_said_stays_said_and_its_words_can_be_mended(self) -> None:
        pk = self.say()
        self.teacher.send(
            "PUT", f"{AT}/{pk}", {"title": "Mended", "html": "<p>Boots.</p>", "moment": FRIDAY, "published": False}
        )
        row = Announcement.objects.get(pk=pk)
        self.assertEqual((row.title, row.published, row.moment), ("Mended", True, None))
        self.assertEqual(self.heard(self.ros), ["Mended"])

    def test_a_rare_one_stands_over_the_course_until_it_is_read(self) -> None:
        pk = self.say(rare=True)
        self.assertEqual((self.rare(self.ros), self.rare(self.teacher)), ([pk], []))
        self.ros.send("POST", f"{AT}/read", {"ids": [pk]})
        self.assertEqual((self.rare(self.ros), self.rare(self.cas)), ([], [pk]))
        readers = {r["person_id"]: r["at"] for r in self.teacher.get(f"{AT}/{pk}/readers").json()}
        self.assertEqual((readers[self.ros.person.pk] is None, readers[self.cas.person.pk]), (False, None))
        self.assertEqual(self.teacher.get(AT).json()["announcements"][0]["reads"], 1)

    def rare(self, who: Caller) -> list[int]:
        return [a["id"] for a in who.get("/courses/srv-110/ribbon").json()["rare"]]

    def test_nobody_reads_what_is_not_theirs(self) -> None:
        pk = self.say(moment=FRIDAY)
        self.ros.send("POST", f"{AT}/read", {"ids": [pk, 999_999]})
        self.assertEqual(self.teacher.get(AT).json()["announcements"][0]["reads"], 0)

    def test_pinned_it_stands_first_in_the_present_week_until_then(self) -> None:
        self.say(title="Later news")
        old = self.say(title="Pinned", pinned_until="2026-10-08T12:00")
        Announcement.objects.filter(pk=old).update(released_at=datetime(2026, 9, 22, tzinfo=UTC))
        self.assertEqual(self.week(self.ros), ["Pinned", "Later news"])
        with override_settings(FIXED_CLOCK="2026-10-08T13:00:00-05:00"):
            self.assertEqual(self.week(self.ros), ["Later news"])

    def test_in_a_copy_it_is_a_draft_for_the_same_moment_of_the_term(self) -> None:
        section = Enrolment.objects.get(course=self.course, person=self.ros.person).section_id
        self.say(title="To come", moment=FRIDAY, sections=[section])
        self.say(title="Said")
        self.teacher.send("POST", "/courses/srv-110/copy", {"title": "Copy", "code": "C 1"})
        copy = Course.objects.get(copied_from=self.course)
        rows = {a.title: a for a in Announcement.objects.filter(course=copy)}
        self.assertEqual({a.published for a in rows.values()}, {False})
        self.assertEqual(rows["To come"].moment["week"], 7)
        self.assertEqual(rows["Said"].moment, {"on": "week", "week": 7, "weekday": 2, "time": "10:20"})
        self.assertNotIn(section, rows["To come"].sections)
        self.assertEqual(len(rows["To come"].sections), 1)

    def test_in_a_copy_its_links_and_pictures_are_those_of_the_copy(self) -> None:
        item = Item.objects.get(course=self.course, title="Set 7A: latitudes and departures")
        file = self.teacher.send("POST", f"{AT}/images", file=SimpleUploadedFile("loop.png", PNG, "image/png"))
        address = file.json()["file"]["address"]
        html = f'<p><a href="/c/srv-110/item/{item.pk}">Set 7A</a></p><p><img src="{address}" alt="The loop"></p>'
        self.say(title="With both", html=html)
        self.teacher.send("POST", "/courses/srv-110/copy", {"title": "Copy", "code": "C 1"})
        copy = Course.objects.get(copied_from=self.course)
        made = Announcement.objects.get(course=copy, title="With both").html
        new = Item.objects.get(course=copy, title=item.title)
        self.assertIn(f'href="/c/{copy.slug}/item/{new.pk}"', made)
        self.assertNotIn(address, made)
        shown = made.split('src="')[1].split('"')[0]
        self.assertEqual(self.teacher.client.get(shown).status_code, 200)
        Enrolment.objects.filter(course=self.course, person=self.teacher.person).delete()
        self.assertEqual(self.teacher.client.get(shown).status_code, 200)
        self.assertEqual(self.teacher.client.get(address).status_code, 404)

    def test_removed_it_is_gone_and_comes_back_when_that_is_set_back(self) -> None:
        pk = self.say()
        change = self.teacher.send("DELETE", f"{AT}/{pk}").json()["change"]
        self.assertEqual(self.heard(self.ros), [])
        self.teacher.send("POST", f"/courses/srv-110/changes/{change}/undo")
        self.assertEqual(self.heard(self.ros), ["News"])

    def test_a_moment_that_the_term_has_not_and_a_section_of_elsewhere_are_refused(self) -> None:
        nowhere = {"on": "week", "week": 40, "weekday": 0, "time": "09:00"}
        wish = {"title": "News", "html": "<p>Said</p>", "moment": nowhere}
        self.refused(self.teacher.send("POST", AT, wish), 422, "announcement.nowhere")
        self.refused(self.teacher.send("POST", AT, wish | {"moment": "soon"}), 422, "span.unreadable")
        self.refused(self.teacher.send("POST", AT, wish | {"moment": None, "sections": [0]}), 404, "request.not_found")

    def test_an_assistant_reads_and_announces_nothing(self) -> None:
        self.say()
        assistant = Caller(ASSISTANT)
        self.assertEqual(self.heard(assistant), ["News"])
        wish = {"title": "News", "html": "<p>Said</p>"}
        self.refused(assistant.send("POST", AT, wish), 403, "course.instructors_only")
