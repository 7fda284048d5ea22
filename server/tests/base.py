"""What tests share: the demo at the fixed clock, and a client that calls the API as somebody."""

from __future__ import annotations

import uuid
from typing import Any

from apps.courses.models import Course
from apps.layout.models import Item
from apps.people.models import Person
from django.test import Client, TestCase, override_settings

from tests import worlds
from tests.worlds import CLOCK

INSTRUCTOR, ASSISTANT = "ines.varga-oduya", "teodor.blackwater"
ADMINISTRATOR = "sunniva.hallgrim"
KEEPS_UP, BEHIND = "rosalind.tarrow", "caspian.holt"


class Caller:
    """Calls the API as one person; every write carries a key of its own unless one is given."""

    def __init__(self, username: str | None) -> None:
        self.client = Client(raise_request_exception=False)
        if username:
            self.person = Person.objects.get(username=username)
            self.client.force_login(self.person)

    def send(self, method: str, path: str, body: Any = None, key: str = "", **files: Any) -> Any:
        headers = {"Idempotency-Key": key or str(uuid.uuid4())} if method != "GET" else {}
        address = f"/api{path}"
        if files:
            return self.client.post(address, files, headers=headers)
        content = {} if body is None else {"data": body, "content_type": "application/json"}
        return getattr(self.client, method.lower())(address, headers=headers, **content)

    def get(self, path: str) -> Any:
        return self.send("GET", path)


@override_settings(FIXED_CLOCK=CLOCK)
class DemoCase(TestCase):
    """The demo with a small class."""

    STUDENTS = 8
    OTHER_TERMS = False

    @classmethod
    def setUpClass(cls) -> None:
        worlds.stand((cls.STUDENTS, cls.OTHER_TERMS))
        super().setUpClass()

    @classmethod
    def setUpTestData(cls) -> None:
        cls.course = Course.objects.get(slug="srv-110")
        cls.induction = Course.objects.get(slug="srv-010")

    def item(self, title: str) -> Item:
        return Item.objects.get(title=title, removed=False)

    def path(self, title: str, rest: str = "") -> str:
        item = self.item(title)
        return f"/courses/{item.course.slug}/items/{item.pk}{rest}"

    def refused(self, response: Any, status: int, code: str) -> dict[str, Any]:
        """The response is a refusal in a whole sentence, with this status and code."""
        self.assertEqual((response.status_code, response.json().get("title")), (status, code), response.content[:400])
        self.assertEqual(response["Content-Type"], "application/problem+json")
        sentence = response.json()["detail"]
        self.assertGreater(len(sentence), 12)
        self.assertIn(sentence[-1], ".?”")
        return response.json()
