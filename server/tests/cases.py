"""Cases that several rooms share: who calls, and what they look at."""

from __future__ import annotations

from typing import Any

from apps.layout.models import Item

from tests.base import ASSISTANT, INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.files import upload

READING, CLIP, CHECK = (
    "Latitudes and departures",
    "Latitudes and departures, leg by leg",
    "Check 8: traverse adjustment",
)

COURSE = "/courses/srv-110"

SET_7A, CHECK_7 = "Set 7A: latitudes and departures", "Check 7: traverse computation"
ALLOWED = "marit.osei-lindgren"
SCHEDULE, TERM = "/courses/srv-110/schedule", "/courses/srv-110/term"
COPY, SUMMER = "srv-110-2", "sta-205"


class Content(DemoCase):
    def setUp(self) -> None:
        self.teacher, self.student = Caller(INSTRUCTOR), Caller(KEEPS_UP)

    def made(self, kind: str, title: str = "New") -> Item:
        week = self.item(READING).module_id
        told = self.teacher.send("POST", f"/courses/srv-110/modules/{week}/items", {"kind": kind, "title": title})
        return Item.objects.get(pk=told.json()["id"])

    def put(self, item: Item, where: str, name: str, content: bytes, **fields: str) -> object:
        path = f"/courses/srv-110/items/{item.pk}/{where}"
        return self.teacher.send("POST", path, file=upload(name, content), **fields)


class DeskCase(DemoCase):
    def setUp(self) -> None:
        self.teacher, self.assistant = Caller(INSTRUCTOR), Caller(ASSISTANT)

    def rows(self, kind: str, who: Caller | None = None, rest: str = "") -> list[dict[str, Any]]:
        found = (who or self.teacher).get(f"/desk{rest}").json()["rows"]
        return [r for r in found if r["kind"] == kind]

    def about(self, title: str, kind: str = "ungraded", who: Caller | None = None) -> dict[str, Any]:
        return next(r for r in self.rows(kind, who) if r["item"]["title"] == title)


class OrientationCase(DemoCase):
    def setUp(self) -> None:
        self.teacher, self.student = Caller(INSTRUCTOR), Caller(KEEPS_UP)


class RosterCase(DemoCase):
    def setUp(self) -> None:
        self.teacher, self.student = Caller(INSTRUCTOR), Caller(KEEPS_UP)

    def row(self, who: Caller | None = None) -> dict[str, Any]:
        rows = self.teacher.get(f"{COURSE}/roster").json()["students"]
        return next(r for r in rows if r["id"] == (who or self.student).person.pk)


def schedule_in(shown: dict) -> dict:
    names = (
        "name",
        "first_day",
        "last_day",
        "first_week_number",
        "week_start",
        "zone",
        "default_due_time",
        "credits",
        "breaks",
        "patterns",
    )
    return {n: shown[n] for n in names}


class TimeCase(DemoCase):
    def setUp(self) -> None:
        self.teacher, self.student = Caller(INSTRUCTOR), Caller(KEEPS_UP)

    def row(self, caller: Caller, title: str) -> dict:
        return caller.get(self.path(title)).json()["row"]

    def undo(self, change: dict) -> None:
        done = self.teacher.send("POST", f"/courses/srv-110/changes/{change['change']}/undo")
        self.assertEqual(done.status_code, 200, done.content)


class OtherTerms(DemoCase):
    STUDENTS = 4
    OTHER_TERMS = True

    def setUp(self) -> None:
        self.teacher = Caller(INSTRUCTOR)

    def next_spring(self) -> dict:
        wish = schedule_in(self.teacher.get(f"/courses/{COPY}/schedule").json())
        pause = {"name": "Spring break", "first_day": "2027-03-15", "last_day": "2027-03-21"}
        none_yet = [{"day": d, "why": "classes begin in week 1"} for d in ("2027-01-11", "2027-01-14")]
        for pattern in wish["patterns"]:
            pattern["exceptions"] = none_yet
        return wish | {
            "name": "Spring term 2027",
            "first_day": "2027-01-11",
            "last_day": "2027-05-07",
            "breaks": [pause],
        }

    def move(self, slug: str, how: str, schedule: dict, **more: str) -> dict:
        body = {"how": how, "schedule": schedule, **more}
        shown = self.teacher.send("POST", f"/courses/{slug}/term-move/preview", body)
        self.assertEqual(shown.status_code, 200, shown.content[:300])
        done = self.teacher.send("POST", f"/courses/{slug}/term-move", body)
        self.assertEqual(done.status_code, 200, done.content[:300])
        return {"lines": shown.json()["lines"], "change": done.json()["change"]}

    def check(self, slug: str) -> dict:
        return self.teacher.get(f"/courses/{slug}/date-check").json()
