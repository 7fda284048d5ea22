"""The week to come by mail: on Sunday evening by each one's clock, once, of the same plan as Today."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta

from django.db import connection
from django.test import override_settings
from django.test.utils import CaptureQueriesContext
from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP, Caller
from tests.cases import TimeCase
from tests.post import deliver_all

from apps.courses.models import Course, Enrolment
from apps.layout.models import Item
from apps.notices.models import Notice, OutboxMail
from apps.path.models import Fact
from apps.people.models import Person
from apps.screens.today.week_letter import batches_to_tell, tell_week

EVENING = datetime(2026, 10, 11, 23, 5, tzinfo=UTC)
"""Sunday, 18:05 in Chicago."""
FIRST = "2026-10-12"


@override_settings(EMAIL_BACKEND="apps.notices.outbox.OutboxBackend", FIXED_CLOCK=EVENING.isoformat())
class WeekLetter(TimeCase):
    def person(self, name: str) -> Person:
        return Person.objects.get(username=name)

    def told(self, name: str) -> Notice:
        return Notice.objects.get(person__username=name, kind="week")

    def test_each_by_their_own_clock_and_teachers_never(self) -> None:
        away = self.person(BEHIND)
        away.zone = "Asia/Kolkata"
        away.save()
        ((first, people),) = batches_to_tell(EVENING)
        self.assertEqual(first, FIRST)
        self.assertIn(self.person(KEEPS_UP).pk, people)
        self.assertNotIn(away.pk, people)
        self.assertNotIn(self.person(INSTRUCTOR).pk, people)
        self.assertEqual(batches_to_tell(EVENING + timedelta(days=1)), [])
        kolkata = datetime(2026, 10, 11, 12, 35, tzinfo=UTC)
        self.assertEqual([ids for _first, ids in batches_to_tell(kolkata)], [[away.pk]])

    def test_the_letter_says_what_today_will_say_on_monday(self) -> None:
        """Once they did on the evening what was due on it."""
        own = self.person(KEEPS_UP)
        at = Course.objects.get(slug="srv-110")
        for title in ("Field book: campus loop", "Where did the error go?", "Check 7: traverse computation"):
            item = Item.objects.get(title=title)
            Fact.objects.create(course=at, item=item, person=own, kind="ticked", at=EVENING, by_teacher=True)
        self.assertEqual(tell_week([own.pk], FIRST, EVENING), 1)
        parts = {p["title"]: p for p in self.told(KEEPS_UP).parts}
        with override_settings(FIXED_CLOCK="2026-10-12T08:00:00-05:00"):
            today = Caller(KEEPS_UP).get("/today").json()
        (monday,) = [p for title, p in parts.items() if title.startswith("Monday 12 October")]
        addresses = [f"/c/{r['slug']}/item/{r['item']['id']}" for r in today["rows"] + today["locked"]]
        self.assertTrue(addresses)
        self.assertEqual({line["address"] for line in monday["lines"]}, set(addresses))

    def test_what_is_overdue_stands_first_and_each_thing_leads_to_itself(self) -> None:
        tell_week([self.person(BEHIND).pk], FIRST, EVENING)
        notice = self.told(BEHIND)
        self.assertIn("overdue", notice.line)
        titles = [p["title"] for p in notice.parts]
        self.assertLess(titles.index("Still open, and overdue"), len(titles) - 1)
        deliver_all()
        mail = OutboxMail.objects.get(to=self.person(BEHIND).email)
        for body in (mail.body, mail.html):
            for part in notice.parts:
                for line in part["lines"]:
                    self.assertIn(line["address"], body)
        self.assertIn("List-Unsubscribe", mail.headers)

    def test_once_however_often_it_is_tried_and_none_for_who_does_without(self) -> None:
        Caller(BEHIND).send("PUT", "/notices/choices", {"kind": "week", "here": "never", "mail": "never"})
        for _ in range(2):
            for first, people in batches_to_tell(EVENING):
                tell_week(people, first, EVENING)
            tell_week([self.person(KEEPS_UP).pk], FIRST, EVENING)
        self.assertEqual(Notice.objects.filter(kind="week", person__username=KEEPS_UP).count(), 1)
        self.assertEqual(Notice.objects.filter(kind="week", person__username=BEHIND).count(), 0)
        self.assertEqual(batches_to_tell(EVENING), [])

    def test_queries_do_not_grow_with_the_class_and_what_ended_is_not_told(self) -> None:
        ids = list(Enrolment.objects.filter(role="student").values_list("person_id", flat=True))
        tell_week(ids[:1], FIRST, EVENING)
        Notice.objects.all().delete()
        with CaptureQueriesContext(connection) as of_all:
            tell_week(ids, FIRST, EVENING)
        Notice.objects.all().delete()
        with CaptureQueriesContext(connection) as of_few:
            tell_week(ids[:3], FIRST, EVENING)
        self.assertGreater(len(ids), 6)
        self.assertLessEqual(len(of_all), len(of_few))
        over = EVENING + timedelta(days=300)
        self.assertEqual(tell_week(ids, "2027-08-09", over), 0)
