"""What tests of discussions share."""

from __future__ import annotations

from typing import Any

from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP, Caller, DemoCase

from apps.courses.models import Enrolment
from apps.path.models import Fact
from apps.people.models import Person
from apps.talk.models import Discussion, Post, Visit

THIS_WEEK = "Where did the error go?"
LONG = "<p>" + "word " * 55 + "</p>"
SHORT = "<p>Too short.</p>"


class TalkCase(DemoCase):
    """The discussion of this week, in which nobody but those of the case has said anything."""

    def setUp(self) -> None:
        super().setUp()
        self.talk = self.item(THIS_WEEK)
        Post.objects.filter(item=self.talk).delete()
        Fact.objects.filter(item=self.talk).delete()
        Visit.objects.filter(item=self.talk).delete()
        self.teacher, self.ros, self.cas = Caller(INSTRUCTOR), Caller(KEEPS_UP), Caller(BEHIND)
        others = Enrolment.objects.filter(course=self.course, role="student").order_by("id")
        taken = {KEEPS_UP, BEHIND}
        self.others = [Caller(e.person.username) for e in others if e.person.username not in taken]

    def at(self, rest: str = "") -> str:
        return f"/courses/srv-110/items/{self.talk.pk}/talk{rest}"

    def say(self, who: Caller, html: str = LONG, answers: int | None = None, **more: Any) -> Any:
        return who.send("POST", self.at("/posts"), {"html": html, "answers": answers} | more)

    def said(self, who: Caller, html: str = LONG, answers: int | None = None, **more: Any) -> int:
        response = self.say(who, html, answers, **more)
        self.assertEqual(response.status_code, 200, response.content[:500])
        return int(response.json()["id"])

    def page(self, who: Caller, query: str = "") -> dict[str, Any]:
        response = who.get(self.at(query))
        self.assertEqual(response.status_code, 200, response.content[:500])
        return dict(response.json())

    def heads(self, who: Caller, query: str = "") -> list[int]:
        return [t["head"]["id"] for t in self.page(who, query)["threads"]]

    def rules(self, **fields: Any) -> None:
        Discussion.objects.filter(item=self.talk).update(**fields)

    def fact(self, who: Caller) -> tuple[str, dict[str, int]] | None:
        row = Fact.objects.filter(item=self.talk, person=who.person, kind__in=("started", "posted")).first()
        return (row.kind, row.detail) if row else None

    def person(self, caller: Caller) -> Person:
        return caller.person
