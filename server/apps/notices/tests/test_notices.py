"""Telling people: as each wants it, by mail in text and HTML, once, and out of it from the mail itself."""

from __future__ import annotations

import re
from datetime import UTC, datetime
from typing import Any
from unittest import mock

from django.test import Client, TestCase, override_settings
from procrastinate.contrib.django.models import ProcrastinateJob
from tests.base import Caller
from tests.post import deliver, deliver_all

from apps.notices.actions.notify import next_daily
from apps.notices.jobs import send_daily
from apps.notices.letters import way_out
from apps.notices.models import Notice, OutboxMail
from apps.notices.public import News, notify
from apps.people.models import Person

KIT = News(
    kind="reply",
    title="Noor answered your post",
    address="/c/srv-110/item/7?post=3#post-3",
    line="Was the pin upright?",
    course="SRV 110",
)
ALERT = News(
    kind="mention",
    title="Noor <mentions> you",
    address="/c/srv-110/item/7?post=4#post-4",
    line="See & say",
    course="SRV 110",
)


@override_settings(EMAIL_BACKEND="apps.notices.outbox.OutboxBackend", FIXED_CLOCK="2026-10-07T10:20:00-05:00")
class Telling(TestCase):
    def setUp(self) -> None:
        self.people = [
            Person.objects.create(
                username=f"p{n}", email=f"p{n}@x.example", name=f"Person {n}", sort_name=f"{n}", zone="America/Chicago"
            )
            for n in range(3)
        ]
        self.me = Caller("p0")

    def choose(self, kind: str, here: str, mail: str) -> Any:
        return self.me.send("PUT", "/notices/choices", {"kind": kind, "here": here, "mail": mail})

    def mails(self, n: int = 0) -> list[OutboxMail]:
        return list(OutboxMail.objects.filter(to=f"p{n}@x.example").order_by("pk"))

    def test_each_is_told_once_however_often_they_are_named(self) -> None:
        self.assertEqual(notify([p.pk for p in self.people] * 2, ALERT), 3)
        found = self.me.get("/notices").json()
        self.assertEqual((found["unseen"], [n["title"] for n in found["notices"]]), (1, [ALERT.title]))
        self.me.send("POST", "/notices/seen", {"upto": found["notices"][0]["id"]})
        self.assertEqual(self.me.get("/notices").json()["unseen"], 0)
        self.assertEqual(Caller("p1").get("/notices").json()["unseen"], 1)

    def test_mail_says_the_same_in_text_and_html_and_leads_to_the_thing(self) -> None:
        notify([self.people[0].pk], ALERT)
        deliver_all()
        (mail,) = self.mails()
        self.assertEqual(mail.subject, "SRV 110: Noor <mentions> you")
        for body, title in ((mail.body, "Noor <mentions> you"), (mail.html, "Noor &lt;mentions&gt; you")):
            self.assertIn(title, body)
            self.assertIn("/c/srv-110/item/7?post=4#post-4", body)
            self.assertIn("/unsubscribe/", body)

    def test_out_of_it_from_the_mail_by_one_press_signed_in_or_not(self) -> None:
        """List-Unsubscribe and List-Unsubscribe-Post as RFC 8058, section 3.1 and 3.2, have them: an https or http
        address in angle brackets, that exact value, and a POST to it without cookies that ends it."""
        notify([self.people[0].pk], ALERT)
        deliver_all()
        headers = self.mails()[0].headers
        self.assertEqual(headers["List-Unsubscribe-Post"], "List-Unsubscribe=One-Click")
        address = re.fullmatch(r"<https?://[^/]+(/unsubscribe/[^>]+)>", headers["List-Unsubscribe"])
        assert address is not None
        anybody = Client(enforce_csrf_checks=True)
        self.assertEqual(anybody.get(address[1]).status_code, 200)
        notify([self.people[0].pk], ALERT)
        self.assertEqual(deliver_all(), 2, "looking at the link changed nothing; the first is not sent again")
        self.assertEqual(len(self.mails()), 2)
        self.assertEqual(anybody.post(address[1], {"List-Unsubscribe": "One-Click"}).status_code, 200)
        notify([self.people[0].pk], ALERT)
        deliver_all()
        self.assertEqual(len(self.mails()), 2)
        self.assertEqual(self.me.get("/notices").json()["unseen"], 3, "in Unvo it still stands")
        self.assertEqual(anybody.post(address[1][:-3] + "xyz").status_code, 404)

    def test_a_way_out_made_by_hand_is_none(self) -> None:
        token = way_out(self.people[0].pk, "mention").rsplit("/", 1)[1]
        other = token.replace(f"{self.people[0].pk}.", f"{self.people[1].pk}.", 1)
        self.assertEqual(self.client.post(f"/unsubscribe/{other}").status_code, 404)

    def test_once_a_day_it_is_one_mail_at_five_in_the_afternoon(self) -> None:
        self.choose("mention", "at_once", "daily")
        for news in (KIT, ALERT):
            notify([self.people[0].pk], news)
        self.assertEqual(deliver_all(), 0)
        for hour, queued in ((21, 0), (22, 1)):
            send_daily.func(int(datetime(2026, 10, 7, hour, tzinfo=UTC).timestamp()))
            self.assertEqual(ProcrastinateJob.objects.filter(task_name="notices.send_day").count(), queued)
        deliver_all()
        (mail,) = self.mails()
        self.assertTrue(mail.body.index(KIT.title) < mail.body.index(ALERT.title))
        deliver_all()
        self.assertEqual(len(self.mails()), 1)

    def test_what_was_seen_meanwhile_is_not_mailed_with_the_day(self) -> None:
        notify([self.people[0].pk], KIT)
        self.me.send("POST", "/notices/seen", {"upto": Notice.objects.latest("pk").pk})
        send_daily.func(int(datetime(2026, 10, 7, 22, tzinfo=UTC).timestamp()))
        deliver_all()
        self.assertEqual(self.mails(), [])

    def test_never_is_never_and_daily_stands_in_unvo_from_then_on(self) -> None:
        self.choose("reply", "never", "never")
        self.choose("mention", "daily", "never")
        for news in (KIT, ALERT):
            notify([self.people[0].pk], news)
        self.assertEqual(self.me.get("/notices").json()["notices"], [])
        with override_settings(FIXED_CLOCK="2026-10-07T17:00:00-05:00"):
            self.assertEqual([n["kind"] for n in self.me.get("/notices").json()["notices"]], ["mention"])
        self.assertEqual(next_daily(datetime(2026, 10, 7, 22, tzinfo=UTC), "America/Chicago").day, 8)

    def test_a_choice_that_is_none_is_refused_with_a_sentence(self) -> None:
        answer = self.choose("nothing", "daily", "never")
        self.assertEqual((answer.status_code, answer.json()["title"]), (422, "notice.choice"))

    def test_killed_in_the_middle_of_a_mailing_everybody_gets_one(self) -> None:
        notify([p.pk for p in self.people], ALERT)
        jobs = list(ProcrastinateJob.objects.order_by("pk"))
        deliver(jobs[0])
        real = OutboxMail.objects.bulk_create

        def killed(rows: Any) -> None:
            real(rows)
            raise SystemExit

        with mock.patch.object(OutboxMail.objects, "bulk_create", killed), self.assertRaises(SystemExit):
            deliver(jobs[1])
        for job in jobs:
            deliver(job)
        self.assertEqual([len(self.mails(n)) for n in range(3)], [1, 1, 1])
