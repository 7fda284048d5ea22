"""Dates that leave: calendar feeds and files, and paper."""

from __future__ import annotations

from datetime import UTC, datetime
from io import BytesIO

import icalendar
from apps.people.models import Person
from django.test import Client
from pypdf import PdfReader

from tests.base import KEEPS_UP, Caller
from tests.test_time import ALLOWED, CHECK_7, SET_7A, TERM, TimeCase


class Feeds(TimeCase):
    def events(self, raw: bytes) -> dict[str, icalendar.Event]:
        return {str(e["UID"]): e for e in icalendar.Calendar.from_ical(raw).walk("VEVENT")}

    def test_the_secret_address_gives_ones_own_dates_and_nothing_else(self) -> None:
        address = Caller(ALLOWED).send("POST", "/calendar-feeds", {"slug": "srv-110"}).json()["address"]
        raw = Client().get(address.removeprefix("http://127.0.0.1:8000")).content
        due = self.events(raw)[f"due-{self.item(SET_7A).pk}@unvo"]
        self.assertEqual(due["DTSTART"].dt.astimezone(UTC), datetime(2026, 10, 11, 4, 59, tzinfo=UTC))
        shown = Caller(ALLOWED).get(TERM).json()
        on_map = {e["row"]["id"] for w in shown["weeks"] for d in w["days"] for e in d["entries"]}
        on_map |= {e["row"]["id"] for e in shown["outside"]}
        self.assertEqual({u for u in self.events(raw) if u.startswith("due-")}, {f"due-{i}@unvo" for i in on_map})
        self.assertEqual(len([u for u in self.events(raw) if u.startswith("class-")]), 30)

    def test_guessed_renewed_and_closed_addresses_tell_nothing(self) -> None:
        first = self.student.send("POST", "/calendar-feeds", {"slug": "srv-110"}).json()
        second = self.student.send("POST", "/calendar-feeds", {"slug": "srv-110"}).json()
        path = lambda feed: feed["address"].removeprefix("http://127.0.0.1:8000")  # noqa: E731
        self.assertEqual(Client(raise_request_exception=False).get(path(first)).status_code, 404)
        self.assertEqual(Client().get(path(second)).status_code, 200)
        self.assertEqual(Client().get("/calendar/guess.ics").status_code, 404)
        Person.objects.filter(username=KEEPS_UP).update(is_active=False)
        self.assertEqual(Client().get(path(second)).status_code, 404)
        Person.objects.filter(username=KEEPS_UP).update(is_active=True)
        self.student.send("DELETE", f"/calendar-feeds/{second['id']}")
        self.assertEqual(Client().get(path(second)).status_code, 404)

    def test_a_moved_date_keeps_its_uid_and_raises_its_sequence(self) -> None:
        read = lambda: self.events(self.student.get("/courses/srv-110/calendar.ics").content)  # noqa: E731
        uid, other = f"due-{self.item(SET_7A).pk}@unvo", f"due-{self.item(CHECK_7).pk}@unvo"
        self.assertEqual(read()[uid]["SEQUENCE"], 0)
        self.assertEqual(read()[uid]["SEQUENCE"], 0)
        self.teacher.send("POST", "/courses/srv-110/shift", {"item_ids": [self.item(SET_7A).pk], "days": 1})
        after = read()
        self.assertEqual((after[uid]["SEQUENCE"], after[other]["SEQUENCE"]), (1, 0))

    def test_the_file_has_every_due_moment_of_the_map_and_tasks_on_request(self) -> None:
        raw = self.student.get("/courses/srv-110/calendar.ics?tasks=true").content
        on_map = {
            (f"due-{e['row']['id']}@unvo", e["at"])
            for w in self.student.get(TERM).json()["weeks"]
            for d in w["days"]
            for e in d["entries"]
        }
        found = {
            (u, e["DTSTART"].dt.astimezone(UTC).strftime("%Y-%m-%dT%H:%M:%SZ"))
            for u, e in self.events(raw).items()
            if u.startswith("due-")
        }
        self.assertEqual(found, on_map)
        tasks = icalendar.Calendar.from_ical(raw).walk("VTODO")
        self.assertTrue(any("COMPLETED" in t for t in tasks))


class Paper(TimeCase):
    def text(self, path: str, who: Caller | None = None) -> str:
        answer = (who or self.student).get(path)
        self.assertEqual((answer.status_code, answer["Content-Type"]), (200, "application/pdf"))
        words = [page.extract_text() for page in PdfReader(BytesIO(answer.content)).pages]
        return " ".join(" ".join(words).split())

    def test_the_term_and_the_weeks_checklist_say_what_the_screens_say(self) -> None:
        term = self.text("/courses/srv-110/print/term")
        for word in ("SRV 110", "Mid-term break", "Traverse computation", "Set 7A", "Founders"):
            self.assertIn(word, term)
        week = self.text("/courses/srv-110/print/weeks/7")
        for word in ("Traverse computation", "Set 7A: latitudes and departures", "Thu 8 Oct, 23:59", "Rosalind Tarrow"):
            self.assertIn(word, week)

    def test_a_teachers_checklist_counts_the_whole_week_and_a_students_what_is_left(self) -> None:
        """Week 7 takes 5 h 09 (5.2 hours, rounded); the one who keeps up has done its readings and has 4 h 30 left."""
        path = "/courses/srv-110/print/weeks/7"
        self.assertIn("about 5.2 hours left", self.text(path, self.teacher))
        self.assertIn("about 4.5 hours left", self.text(path))
