"""A forgotten password by mail, a changed one, and where one is signed in."""

from __future__ import annotations

import re
from typing import Any

from django.core.cache import cache
from django.test import Client
from procrastinate.contrib.django.models import ProcrastinateJob
from tests.base import KEEPS_UP, Caller, DemoCase

from apps.joining.actions.invite import make_link
from apps.kernel.actors import SYSTEM
from apps.people.actions.make_people import Newcomer, make_people
from apps.people.demo import DEMO_PASSWORD
from apps.people.models import Person

AUTH = "/_allauth/browser/v1/auth/"
GOOD = "heron-lantern-42"


class Accounts(DemoCase):
    def setUp(self) -> None:
        cache.clear()
        self.person = Person.objects.get(username=KEEPS_UP)

    def post(self, browser: Client, what: str, **body: str) -> Any:
        return browser.post(AUTH + what, body, content_type="application/json")

    def link(self) -> str:
        mails = [job.args["body"] for job in ProcrastinateJob.objects.order_by("id") if "body" in job.args]
        return re.search(r"/password/(\S+)", mails[-1])[1]  # type: ignore[index]

    def test_a_forgotten_password_is_set_by_the_link_of_a_mail_once(self) -> None:
        browser = Client()
        asked = self.post(browser, "password/request", email=self.person.email.upper())
        self.assertEqual(asked.status_code, 200, asked.content)
        key = self.link()
        self.assertEqual(self.post(browser, "password/reset", key=key, password="short").status_code, 400)
        set_ = self.post(browser, "password/reset", key=key, password=GOOD)
        self.assertIn(set_.status_code, (200, 401), set_.content)
        self.assertEqual(self.post(Client(), "login", username=KEEPS_UP, password=GOOD).status_code, 200)
        self.assertEqual(self.post(Client(), "login", username=KEEPS_UP, password=DEMO_PASSWORD).status_code, 400)
        again = self.post(Client(), "password/reset", key=key, password="another-heron-42")
        self.assertEqual(again.status_code, 400, "the link works once")

    def test_who_never_came_in_asks_for_a_password_as_well(self) -> None:
        make_people(SYSTEM, [Newcomer("New", "New", "new@x.example")])
        self.post(Client(), "password/request", email="new@x.example")
        self.post(Client(), "password/reset", key=self.link(), password=GOOD)
        self.assertEqual(self.post(Client(), "login", email="new@x.example", password=GOOD).status_code, 200)

    def test_an_invitation_is_over_once_a_password_was_set_by_another_mail(self) -> None:
        people = make_people(SYSTEM, [Newcomer("New", "New", "new@x.example")])
        secret = make_link(people["new@x.example"]).rsplit("/", 1)[1]
        self.post(Client(), "password/request", email="new@x.example")
        self.post(Client(), "password/reset", key=self.link(), password=GOOD)
        body = {"name": "Somebody else", "password": "another-heron-42"}
        told = Client().post(f"/api/invitations/{secret}", body, content_type="application/json")
        self.refused(told, 409, "invitation.used")
        self.assertEqual(self.post(Client(), "login", email="new@x.example", password=GOOD).status_code, 200)

    def test_an_address_that_nobody_has_gets_the_same_answer_and_no_mail(self) -> None:
        before = ProcrastinateJob.objects.count()
        known = self.post(Client(), "password/request", email=self.person.email)
        unknown = self.post(Client(), "password/request", email="nobody@x.example")
        self.assertEqual((known.status_code, known.content), (unknown.status_code, unknown.content))
        self.assertEqual(ProcrastinateJob.objects.count(), before + 1)

    def test_a_password_is_changed_and_the_other_places_are_signed_out(self) -> None:
        here, there = Client(), Client()
        for browser in (here, there):
            self.assertEqual(self.post(browser, "login", username=KEEPS_UP, password=DEMO_PASSWORD).status_code, 200)
        listed = here.get(AUTH + "sessions").json()["data"]
        self.assertEqual((len(listed), sum(s["is_current"] for s in listed)), (2, 1))
        other = [s["id"] for s in listed if not s["is_current"]]
        ended = here.delete(AUTH + "sessions", {"sessions": other}, content_type="application/json")
        self.assertEqual(ended.status_code, 200, ended.content)
        self.assertEqual((there.get("/api/me").status_code, here.get("/api/me").status_code), (401, 200))
        wrong = self.post(here, "password/change", current_password="not it", new_password=GOOD)
        self.assertEqual(wrong.status_code, 400)
        right = self.post(here, "password/change", current_password=DEMO_PASSWORD, new_password=GOOD)
        self.assertIn(right.status_code, (200, 401), right.content)
        self.assertEqual(self.post(Client(), "login", username=KEEPS_UP, password=GOOD).status_code, 200)

    def test_one_s_own_name_and_zone(self) -> None:
        caller = Caller(KEEPS_UP)
        told = caller.send("PATCH", "/me", {"name": "Rosa Tarrow", "zone": "Europe/Oslo"}).json()
        self.assertEqual(
            (told["name"], told["sort_name"], told["zone"]), ("Rosa Tarrow", "Tarrow, Rosalind", "Europe/Oslo")
        )
        self.refused(caller.send("PATCH", "/me", {"zone": "Atlantis"}), 422, "person.zone")
        self.refused(caller.send("PATCH", "/me", {"name": " "}), 422, "text.empty")
