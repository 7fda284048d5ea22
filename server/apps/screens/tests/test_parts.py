"""What of a discussion is due at a moment of its own stands at that moment wherever dates stand."""

from __future__ import annotations

from datetime import UTC, datetime
from io import BytesIO
from typing import Any

import icalendar
from pypdf import PdfReader
from tests.base import INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.cases import TERM

from apps.path.models import Fact

THIS_WEEK = "Where did the error go?"
THURSDAY, SUNDAY = "2026-10-09T04:59:00Z", "2026-10-12T04:59:00Z"
"""The end of Thursday and of Sunday in Chicago."""
POST, REPLIES = "a post of at least 50 words", "replies to 2 different classmates"


class Parts(DemoCase):
    def setUp(self) -> None:
        super().setUp()
        self.talk, self.student = self.item(THIS_WEEK), Caller(KEEPS_UP)
        Fact.objects.filter(item=self.talk).delete()

    def posted(self) -> None:
        """Their post is there, their replies are not."""
        at, detail = datetime(2026, 10, 7, tzinfo=UTC), {"want.a": 1, "want.b": 0}
        Fact.objects.create(
            course=self.course, item=self.talk, person=self.student.person, kind="started", at=at, detail=detail
        )

    def on_map(self, who: Caller) -> list[tuple[str, str | None, int]]:
        weeks = who.get(TERM).json()["weeks"]
        entries = [e for w in weeks for d in w["days"] for e in d["entries"] if e["row"]["id"] == self.talk.pk]
        return [(e["at"], (e["want"] or {}).get("words"), (e["want"] or {}).get("have", 0)) for e in entries]

    def row(self) -> dict[str, Any]:
        found = self.student.get("/today").json()
        rows = [*found["rows"], *found["locked"], *found["later"]]
        return next((dict(r) for r in rows if r["item"]["id"] == self.talk.pk), {})

    def test_on_the_map_it_stands_on_both_days(self) -> None:
        self.assertEqual(self.on_map(Caller(INSTRUCTOR)), [(THURSDAY, POST, 0), (SUNDAY, None, 0)])
        self.posted()
        self.assertEqual(self.on_map(self.student), [(THURSDAY, POST, 1), (SUNDAY, None, 0)])

    def test_in_the_calendar_file_it_is_an_event_of_its_own_that_leads_to_the_item(self) -> None:
        raw = self.student.get("/courses/srv-110/calendar.ics").content
        events = {str(e["UID"]): e for e in icalendar.Calendar.from_ical(raw).walk("VEVENT")}
        part = events[f"due-{self.talk.pk}-a@unvo"]
        self.assertEqual(part["DTSTART"].dt.astimezone(UTC).strftime("%Y-%m-%dT%H:%M:%SZ"), THURSDAY)
        self.assertIn(POST, str(part["SUMMARY"]))
        self.assertIn(f"/item/{self.talk.pk}", str(part["URL"]))

    def test_today_plans_for_the_part_that_comes_next(self) -> None:
        self.student.send("PUT", "/today/budget", {"minutes": [600] * 7})
        self.assertEqual(self.row()["due"], THURSDAY)
        self.posted()
        row = self.row()
        self.assertEqual(row["due"], SUNDAY)
        self.assertEqual([(w["have"], w["count"]) for w in row["wants"]], [(1, 1), (0, 2)])

    def test_on_the_checklist_each_part_has_its_box_and_its_moment(self) -> None:
        self.posted()
        raw = self.student.get("/courses/srv-110/print/weeks/7").content
        text = " ".join(" ".join(p.extract_text() for p in PdfReader(BytesIO(raw)).pages).split())
        for words, day in ((POST, "Thu 8 Oct, 23:59"), (REPLIES, "Sun 11 Oct, 23:59")):
            self.assertRegex(text, f"{words}[^.]{{0,12}}{day}")
